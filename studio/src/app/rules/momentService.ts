import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Actor, Drill, EventType, KitActor, Payload, Project, Rung } from '@undatio/core';
import {
  bodiesOf,
  completePayload,
  DrillTake,
  fittingPayload,
  joinedIn,
  probe,
  probeConditions,
  runMoment,
  type CombatPlan,
  type Moment,
  type ProbedParty,
  type RungAnswer,
  type StandingBody,
} from '@undatio/core/internal';
import { planFor } from '../drills/playedDrill';
import type { OnLoan } from '../playback/stageLoan';
import { StageSetUps } from '../stage/stageSetUps';
import { castAt } from './momentCast';
import { RulesService } from './rulesService';
import { sameValue } from '../shared/sameValue';

/** How a party is, at the moment that is tried. */
export interface PartyState {
  readonly actor: string;
  /** Points; undefined is full. */
  readonly health: number | undefined;
  readonly standing: 'up' | 'down' | 'gone';
  /** Seconds since each status began, by its id. */
  readonly ages: Readonly<Record<string, number>>;
  readonly stacks: Readonly<Record<string, number>>;
}

export interface TriedMoment {
  readonly payload: Payload;
  readonly source: PartyState;
  readonly target: PartyState;
  /** Which such event it is, and how long ago the one before was; undefined for long ago. */
  readonly turn: number;
  readonly since: number | undefined;
  readonly seed: number;
}

/** Seconds that are seen of what comes of it: what ticks, ends and is raised later comes within them, most often. */
const followed = 4;

const nobody: PartyState = { actor: '', health: undefined, standing: 'up', ages: {}, stacks: {} };
const atFirst: TriedMoment = { payload: {}, source: nobody, target: nobody, turn: 1, since: undefined, seed: 1 };

/** The moment at which a ladder is tried: a payload, and how the parties are. Answers follow it and the rules at once. */
@Injectable({ providedIn: 'root' })
export class MomentService {
  private readonly rules = inject(RulesService);
  private readonly staged = toSignal(inject(StageSetUps).own$);
  private readonly tried = signal(atFirst);
  private readonly event = signal<EventType | undefined>(undefined);

  readonly moment = this.tried.asReadonly();

  private readonly parties = computed(() => ({ source: this.tried().source.actor, target: this.tried().target.actor }), {
    equal: sameValue,
  });
  /** Who takes part, and where they stand. */
  readonly cast = computed(() => castAt(this.staged()?.project.actors ?? [], this.parties()), { equal: sameValue });
  /** What the ladder is asked: with whoever takes part, and every field of the payload. */
  readonly asked = computed((): Moment | undefined => {
    const plan = this.rules.plan();
    return plan && this.askedOf(plan, this.event());
  });

  private askedOf(plan: CombatPlan, event: EventType | undefined): Moment | undefined {
    const known = event && plan.events.get(event.id);
    if (!known) return undefined;
    const { payload, source, target, turn, since, seed } = this.tried();
    const party = (id: 'source' | 'target', state: PartyState): ProbedParty | undefined => {
      const actor = plan.actors.get(state.actor);
      if (!actor) return undefined;
      const statuses = Object.fromEntries(Object.entries(state.ages).map(([id, age]) => [id, { age, stacks: state.stacks[id] ?? 1 }]));
      return { actor, health: state.health, standing: state.standing, statuses, ...this.placeOf(id) };
    };
    return {
      payload: completePayload(known, fittingPayload(event.fields, payload)),
      source: party('source', source),
      target: party('target', target),
      turn,
      since,
      seed,
    };
  }

  private readonly bodies = computed(() => this.bodiesFor(this.cast()), { equal: sameValue });

  private bodiesFor(bodies: readonly StandingBody[]): (Actor & KitActor)[] {
    return bodiesOf(bodies, this.staged()?.project.actors ?? []) as (Actor & KitActor)[];
  }

  /** What comes of it, for the stage. */
  readonly shown = computed((): OnLoan | undefined => {
    const plan = this.rules.plan();
    return plan && this.shownBy(plan, this.event());
  });

  /** What would come of the same moment in another state of the project; undefined where nothing can be told. */
  under(project: Project): OnLoan | undefined {
    return this.shownBy(
      planFor(project),
      project.events.find(({ id }) => id === this.event()?.id),
    );
  }

  private shownBy(plan: CombatPlan, event: EventType | undefined): OnLoan | undefined {
    const [asked, cast] = [this.askedOf(plan, event), this.cast()];
    const known = event && plan.events.get(event.id);
    if (!known || !asked) return undefined;
    const others = cast.flatMap(({ id, actor, place }) => {
      const who = id === 'source' || id === 'target' ? undefined : plan.actors.get(actor);
      return who ? [{ id, actor: who, ...place }] : [];
    });
    const stage = { source: this.placeOf('source'), target: this.placeOf('target'), others };
    const run = runMoment(plan, known, asked, stage, followed, this.staged()?.project.stopBudget);
    const joined = joinedIn(run);
    const bodies = joined.length === 0 ? this.bodies() : this.bodiesFor([...cast, ...joined]);
    return {
      what: 'moment',
      id: `moment of ${known.id}`,
      label: known.id,
      take: new DrillTake({ run, bodies, planOf: plan.planOf }),
      bodies,
      stage: this.staged()?.setUp?.id,
    };
  }

  private placeOf(id: 'source' | 'target'): Drill['actors'][number]['place'] {
    return this.cast().find((one) => one.id === id)?.place ?? { x: 0, y: 0 };
  }

  readonly answers = computed((): readonly RungAnswer[] => {
    const [plan, event, asked] = [this.rules.plan(), this.event(), this.asked()];
    const known = event && plan?.events.get(event.id);
    return plan && known && asked ? probe(plan, known, asked) : [];
  });

  /** The rung that answers at this moment, the first where several do. */
  readonly answering = computed(() => this.answers().find(({ answer }) => answer === 'answered')?.rung);

  /** Turns to an event: its sample is the payload, and who struck and was struck stays. */
  turnTo(event: EventType | undefined, actors: { readonly source: string; readonly target: string }): void {
    if (event?.id === this.event()?.id) {
      this.event.set(event);
      return;
    }
    this.event.set(event);
    const { source, target } = this.tried();
    this.tried.set({
      ...atFirst,
      payload: event?.sample ?? {},
      source: { ...nobody, actor: source.actor || actors.source },
      target: { ...nobody, actor: target.actor || actors.target },
    });
  }

  conditionsOf(rung: string): readonly boolean[] {
    const [plan, event, asked] = [this.rules.plan(), this.event(), this.asked()];
    const known = event && plan?.events.get(event.id);
    return plan && known && asked ? probeConditions(plan, known, rung, asked) : [];
  }

  /** How old the status is that a rung's window or cooldown looks at. */
  ageFor({ when }: Rung): number | undefined {
    for (const one of when) {
      if (one.condition === 'window') return one.of === 'projectile' ? undefined : this.tried()[one.of].ages[one.status];
      if (one.condition === 'cooldown' || one.condition === 'nth') return this.tried().since;
    }
    return undefined;
  }

  set(part: Partial<TriedMoment>): void {
    this.tried.set({ ...this.tried(), ...part });
  }

  setParty(party: 'source' | 'target', part: Partial<PartyState>): void {
    this.set({ [party]: { ...this.tried()[party], ...part } });
  }

  setField(name: string, value: number | string | boolean): void {
    this.set({ payload: { ...this.tried().payload, [name]: value } });
  }
}
