import { inject, Injectable } from '@angular/core';
import { DocumentError, type EventType, type Frame, type Payload, type Project, type Sequence } from '@undatio/core';
import {
  fittingPayload,
  compileSequence,
  DrillTake,
  RapidFire,
  strike,
  tidy,
  type Blow,
  type CompileContext,
  type DrillFrame,
  type EngineTake,
  type RapidFrame,
  type SequencePlan,
  type Stand,
} from '@undatio/core/internal';
import { BehaviorSubject, combineLatest, distinctUntilChanged, filter, map, of, shareReplay, switchMap } from 'rxjs';
import { ProjectService } from '../project/projectService';
import { StageSetUps } from '../stage/stageSetUps';

/** What is struck next. */
export interface StrikeSettings {
  readonly sequence: string;
  readonly payload: Payload;
  readonly seed: number;
  /** A pinned seed stays; otherwise each strike draws the next. */
  readonly pinned: boolean;
  readonly solo: readonly string[];
  /** How far to the right of contact the view and the ear are, in px; negative is to the left. */
  readonly listener: number;
  readonly rapid: RapidSettings;
  /** How much health the practice target has before the next blow, of 1. */
  readonly health: number;
}

/** The fields by which an event tells the target's health before and after its blow. */
const healthFields = ['healthBefore', 'healthAfter'];
/** Damage that takes all of a practice target's health. */
const wholeHealth = 100;

/** Whether an event's payload tells health, which the stage then keeps itself. */
export function tellsHealth(event: EventType | undefined): boolean {
  return healthFields.every((name) => event?.fields.some((field) => field.name === name));
}

/** What a blow leaves of the target's health. */
export function healthAfter(event: EventType, payload: Payload, before: number): number {
  const damage = event.fields.find(({ name }) => name === 'damage');
  return Math.max(0, tidy(before - Number(payload['damage'] ?? damage?.default ?? 0) / wholeHealth));
}

/** The payload with the health that the target has now. */
function withHealth(event: EventType | undefined, payload: Payload, before: number): Payload {
  return event && tellsHealth(event) ? { ...payload, healthBefore: before, healthAfter: healthAfter(event, payload, before) } : payload;
}

/** Strikes that overlap, to see whether they still read and whether each keeps to its own target. */
export interface RapidSettings {
  readonly on: boolean;
  /** Seconds from one strike to the next. */
  readonly every: number;
  readonly strikes: number;
  /** How many targets take turns: the target, then the bystanders. */
  readonly targets: number;
  /** Degrees by which the blow's direction turns from strike to strike. */
  readonly turn: number;
}

/** What can be played and looked at at any instant. */
export type Run = EngineTake | RapidFire | DrillTake;

/** Samples a run again and again into one frame of its own. */
export function sampler(run: Run): (t: number) => Frame | RapidFrame | DrillFrame {
  if (run instanceof DrillTake) {
    const frame = run.createFrame();
    return (t) => run.sample(t, frame);
  }
  if (run instanceof RapidFire) {
    const frame = run.createFrame();
    return (t) => run.sample(t, frame);
  }
  const frame = run.createFrame();
  return (t) => run.sample(t, frame);
}

/** The take on the stage, or why there is none. */
export interface StageTake {
  readonly sequence: Sequence;
  readonly event: EventType | undefined;
  readonly take: EngineTake | undefined;
  /** What is played: the take alone, or many blows in rapid fire. */
  readonly run: Run | undefined;
  readonly problem: string | undefined;
  /** The soloed effects that are still there: one that was removed silences nobody. */
  readonly solo: readonly string[];
}

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
  });
  /** Plans by the sequence they were made from, for as long as what sequences refer to stays the same. */
  private plans = new WeakMap<Sequence, SequencePlan | DocumentError>();
  private plansFor: CompileContext | undefined;
  /** The take before, from which the next takes over what has not changed. */
  private last: EngineTake | undefined;
  /** Whether the target has been struck since it was whole. */
  private struck = false;

  readonly settings$ = this.settings.asObservable();

  /** A drill that is on the stage instead of a strike. */
  private readonly drill = new BehaviorSubject<StageTake | undefined>(undefined);

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
    map(({ project, settings, sequence }) => this.strikeNow(project, settings, sequence)),
  );
  /** What is on the stage: the drill that is shown, or the strike. */
  readonly stage$ = this.drill.pipe(
    switchMap((drill) => (drill ? of(drill) : this.struck$)),
    shareReplay({ bufferSize: 1, refCount: false }),
  );

  /** Whether a drill is on the stage. */
  get isLent(): boolean {
    return this.drill.value !== undefined;
  }

  /** Puts a drill on the stage; without one, what is struck is there again. */
  showDrill(id: string, run: DrillTake | undefined): void {
    const sequence: Sequence = { id, label: id, event: '', note: '', effects: [] };
    this.drill.next(run && { sequence, event: undefined, take: undefined, run, problem: undefined, solo: [] });
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
    const left = event && tellsHealth(event) && this.struck ? healthAfter(event, payload, health) : health;
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

  private strikeNow(project: Project, asked: StrikeSettings, sequence: Sequence): StageTake {
    const event = project.events.find(({ id }) => id === sequence.event);
    const settings = { ...asked, payload: fittingPayload(event?.fields ?? [], asked.payload) };
    const { payload, seed, solo, listener } = settings;
    const heard = solo.filter((wanted) => sequence.effects.some(({ id }) => id === wanted));
    const plan = this.planOf(project, sequence);
    if (plan instanceof DocumentError) return { sequence, event, take: undefined, run: undefined, problem: plan.message, solo: heard };
    const from = { x: listener, y: 0 };
    const options = { seed, ...(heard.length > 0 && { solo: heard }), ...(listener !== 0 && { places: { view: from, ear: from } }) };
    const take = (this.last = strike(plan, withHealth(event, payload, settings.health), options, this.last));
    const run = settings.rapid.on ? rapidFire(plan, event, settings, heard, project) : take;
    return { sequence, event, take, run, problem: undefined, solo: heard };
  }

  private planOf(project: Project, sequence: Sequence): SequencePlan | DocumentError {
    const context = this.projects.compileContext(project);
    if (context !== this.plansFor) this.plans = new WeakMap();
    this.plansFor = context;
    const known = this.plans.get(sequence);
    if (known) return known;
    let plan: SequencePlan | DocumentError;
    try {
      plan = compileSequence(sequence, [sequence.id], context);
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      plan = error;
    }
    this.plans.set(sequence, plan);
    return plan;
  }
}

/** Strikes one after another, each with the next seed and its direction turned, on targets that take turns. */
function rapidFire(
  plan: SequencePlan,
  event: EventType | undefined,
  settings: StrikeSettings,
  solo: readonly string[],
  { actors, stopBudget }: Project,
): RapidFire {
  const { payload, rapid, listener, seed } = settings;
  const { places } = plan.standing;
  const ofRole = (role: string): Project['actors'] => actors.filter((actor) => actor.role === role);
  const [target] = ofRole('target');
  const targets: Stand[] = [
    { actor: target, place: places.target },
    ...ofRole('bystander').map((actor, i) => ({ actor, place: places.others[i] })),
  ];
  const count = Math.min(rapid.targets, targets.length);
  const direction = plan.event.fields.find(({ type }) => type === 'direction');
  const healths = targets.map((_stand, k) => (k === 0 ? settings.health : 1));
  const blows = Array.from({ length: rapid.strikes }, (_, i): Blow => {
    const struck = i % count;
    const turned = direction && { [direction.name]: wrapDegrees(Number(payload[direction.name] ?? direction.default) + i * rapid.turn) };
    const worn = withHealth(event, { ...payload, ...turned }, healths[struck]);
    healths[struck] = Number(worn['healthAfter'] ?? 1) || 1;
    return { payload: worn, seed: seed + i, at: i * rapid.every, target: struck, listener, ...(solo.length > 0 && { solo }) };
  });
  return new RapidFire({ plan, source: { actor: ofRole('source')[0], place: places.source }, targets, budget: stopBudget }, blows);
}

/** The same direction within -180 to 180. */
function wrapDegrees(angle: number): number {
  return ((((angle + 180) % 360) + 360) % 360) - 180;
}
