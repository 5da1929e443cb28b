import { inject, Injectable } from '@angular/core';
import type { Comfort, EventType, Payload, Project, Sequence } from '@undatio/core';
import { BehaviorSubject, combineLatest, distinctUntilChanged, filter, map, of, shareReplay, switchMap } from 'rxjs';
import { ProjectService } from '../project/projectService';
import { StageSetUps } from '../stage/stageSetUps';
import type { RapidSettings, StageTake, StrikeSettings } from './stageTake';
import { healthAfter, Striker, wearsDown } from './striker';

/** Owns what is struck, and keeps the take that follows from it and from the documents. */
@Injectable({ providedIn: 'root' })
export class StrikeService {
  private readonly projects = inject(ProjectService);
  private readonly stages = inject(StageSetUps);
  private readonly settings = new BehaviorSubject<StrikeSettings>({
    sequence: '',
    payload: {},
    seed: 1,
    pinned: true,
    solo: [],
    listener: 0,
    rapid: { on: false, every: 0.22, strikes: 6, targets: 1, turn: 0 },
    health: 1,
    comfort: {},
  });
  private readonly striker = new Striker();
  /** Whether the target has been struck since it was whole. */
  private struck = false;

  readonly settings$ = this.settings.asObservable();

  /** What is on the stage instead of a strike. */
  private readonly lent = new BehaviorSubject<StageTake | undefined>(undefined);

  /** Emits a new take whenever the sequence, the payload, the seed or the soloed lanes change. */
  private readonly struck$ = combineLatest([this.stages.project$, this.settings]).pipe(
    map(([project, settings]) => ({ project, settings, sequence: project.sequences.find(({ id }) => id === settings.sequence) })),
    filter((state): state is { project: Project; settings: StrikeSettings; sequence: Sequence } => state.sequence !== undefined),
    distinctUntilChanged(
      (a, b) =>
        a.sequence === b.sequence &&
        a.settings === b.settings &&
        a.project.assets === b.project.assets &&
        a.project.actors === b.project.actors &&
        a.project.events === b.project.events,
    ),
    map(({ project, settings, sequence }) => this.striker.strike(project, settings, sequence)),
  );
  /** What is on the stage: the drill that is shown, or the strike. */
  readonly stage$ = this.lent.pipe(
    switchMap((lent) => (lent ? of(lent) : this.struck$)),
    shareReplay({ bufferSize: 1, refCount: false }),
  );

  /** Whether a drill is on the stage. */
  get isLent(): boolean {
    return this.lent.value !== undefined;
  }

  /** Puts something else on the stage; without it, what is struck is there again. */
  lend(take: StageTake | undefined): void {
    this.lent.next(take);
  }

  get current(): StrikeSettings {
    return this.settings.value;
  }

  /** Turns to another sequence. The payload stays as far as its event has the same fields. */
  choose(sequence: string): void {
    if (sequence === this.current.sequence) return;
    const event = this.eventOf(sequence);
    const known = new Set(event?.fields.map(({ name }) => name));
    // What was not set yet begins as the event's sample has it.
    const payload = { ...event?.sample, ...Object.fromEntries(Object.entries(this.current.payload).filter(([name]) => known.has(name))) };
    this.struck = false;
    this.change({ sequence, payload, solo: [], health: 1 });
  }

  /** Strikes all as it was struck before: sequence, payload, seed and listener. */
  take({ sequence, payload, seed, solo, listener, rapid, health, comfort }: StrikeSettings): void {
    this.change({ sequence, payload, seed, solo, listener, rapid, health, comfort });
  }

  setField(name: string, value: number | string | boolean): void {
    this.change({ payload: { ...this.current.payload, [name]: value } });
  }

  /** Puts several fields at once. */
  setPayload(payload: Payload): void {
    this.change({ payload: { ...this.current.payload, ...payload } });
  }

  setSeed(seed: number): void {
    this.change({ seed: seed >>> 0 });
  }

  pin(pinned: boolean): void {
    this.change({ pinned });
  }

  /** Makes ready for the next blow: the next seed, unless it is pinned, and a target as worn as the last blow left it. */
  nextBlow(): void {
    if (this.isLent) return;
    const { pinned, seed, health, payload } = this.current;
    const event = this.eventOf(this.current.sequence);
    const target = this.stages.project?.actors.find(({ role }) => role === 'target');
    const left = wearsDown(event) && this.struck ? healthAfter(target, event, payload, health) : health;
    this.struck = true;
    // It cannot die here: one that has been felled stands up again.
    this.change({ seed: pinned ? seed : (seed + 1) >>> 0, health: left > 0 ? left : 1 });
  }

  /** A practice target with all its health. */
  mend(): void {
    this.struck = false;
    this.change({ health: 1 });
  }

  setListener(listener: number): void {
    this.change({ listener });
  }

  /** Shows what is struck as somebody sees it who has turned something down. */
  setComfort(comfort: Comfort): void {
    this.change({ comfort });
  }

  setRapid(part: Partial<RapidSettings>): void {
    this.change({ rapid: { ...this.current.rapid, ...part } });
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
}
