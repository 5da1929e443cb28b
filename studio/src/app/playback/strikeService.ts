import { inject, Injectable } from '@angular/core';
import {
  compileSequence,
  DocumentError,
  strike,
  type EngineTake,
  type EventType,
  type Payload,
  type Project,
  type Sequence,
  type SequencePlan,
} from '@undatio/core';
import { BehaviorSubject, combineLatest, distinctUntilChanged, filter, map, shareReplay } from 'rxjs';
import { ProjectService } from '../project/projectService';

/** What is struck next. */
export interface StrikeSettings {
  readonly sequence: string;
  readonly payload: Payload;
  readonly seed: number;
  /** A pinned seed stays; otherwise each strike draws the next. */
  readonly pinned: boolean;
  readonly solo: readonly string[];
}

/** The take on the stage, or why there is none. */
export interface StageTake {
  readonly sequence: Sequence;
  readonly event: EventType | undefined;
  readonly take: EngineTake | undefined;
  readonly problem: string | undefined;
  /** The soloed effects that are still there: one that was removed silences nobody. */
  readonly solo: readonly string[];
}

/** Owns what is struck, and keeps the take that follows from it and from the documents. */
@Injectable({ providedIn: 'root' })
export class StrikeService {
  private readonly projects = inject(ProjectService);
  private readonly settings = new BehaviorSubject<StrikeSettings>({ sequence: '', payload: {}, seed: 1, pinned: true, solo: [] });
  private readonly plans = new WeakMap<Sequence, SequencePlan | DocumentError>();

  readonly settings$ = this.settings.asObservable();

  /** Emits a new take whenever the sequence, the payload, the seed or the soloed lanes change. */
  readonly stage$ = combineLatest([this.projects.project$, this.settings]).pipe(
    map(([project, settings]) => ({ project, settings, sequence: project.sequences.find(({ id }) => id === settings.sequence) })),
    filter((state): state is { project: Project; settings: StrikeSettings; sequence: Sequence } => state.sequence !== undefined),
    distinctUntilChanged(
      (a, b) =>
        a.sequence === b.sequence &&
        a.settings === b.settings &&
        a.project.assets === b.project.assets &&
        a.project.events === b.project.events,
    ),
    map(({ project, settings, sequence }) => this.strikeNow(project, settings, sequence)),
    shareReplay({ bufferSize: 1, refCount: false }),
  );

  get current(): StrikeSettings {
    return this.settings.value;
  }

  /** Turns to another sequence. The payload stays as far as its event has the same fields. */
  choose(sequence: string): void {
    if (sequence === this.current.sequence) return;
    const event = this.eventOf(sequence);
    const known = new Set(event?.fields.map(({ name }) => name));
    const payload = Object.fromEntries(Object.entries(this.current.payload).filter(([name]) => known.has(name)));
    this.change({ sequence, payload, solo: [] });
  }

  setField(name: string, value: number | string | boolean): void {
    this.change({ payload: { ...this.current.payload, [name]: value } });
  }

  setSeed(seed: number): void {
    this.change({ seed: seed >>> 0 });
  }

  pin(pinned: boolean): void {
    this.change({ pinned });
  }

  /** The next seed, unless it is pinned. */
  nextSeed(): void {
    if (!this.current.pinned) this.setSeed(this.current.seed + 1);
  }

  toggleSolo(effect: string): void {
    const { solo } = this.current;
    this.change({ solo: solo.includes(effect) ? solo.filter((id) => id !== effect) : [...solo, effect] });
  }

  private change(part: Partial<StrikeSettings>): void {
    this.settings.next({ ...this.current, ...part });
  }

  private eventOf(sequence: string): EventType | undefined {
    const project = this.projects.project;
    const event = project?.sequences.find(({ id }) => id === sequence)?.event;
    return project?.events.find(({ id }) => id === event);
  }

  /** The take of any sequence as its event's defaults have it; undefined when it cannot be compiled. */
  defaultTake(project: Project, sequence: Sequence): EngineTake | undefined {
    const plan = this.planOf(project, sequence);
    return plan instanceof DocumentError ? undefined : strike(plan, {}, { seed: 1 });
  }

  private strikeNow(project: Project, { payload, seed, solo }: StrikeSettings, sequence: Sequence): StageTake {
    const event = project.events.find(({ id }) => id === sequence.event);
    const heard = solo.filter((wanted) => sequence.effects.some(({ id }) => id === wanted));
    const plan = this.planOf(project, sequence);
    if (plan instanceof DocumentError) return { sequence, event, take: undefined, problem: plan.message, solo: heard };
    const take = strike(plan, payload, { seed, ...(heard.length > 0 && { solo: heard }) });
    return { sequence, event, take, problem: undefined, solo: heard };
  }

  private planOf(project: Project, sequence: Sequence): SequencePlan | DocumentError {
    const known = this.plans.get(sequence);
    if (known) return known;
    let plan: SequencePlan | DocumentError;
    try {
      plan = compileSequence(sequence, [sequence.id], this.projects.compileContext(project));
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      plan = error;
    }
    this.plans.set(sequence, plan);
    return plan;
  }
}
