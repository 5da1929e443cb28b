import { DocumentError, type Actor, type EventType, type Payload, type Project, type Sequence, type StrikeOptions } from '@undatio/core';
import {
  damageOf,
  fittingPayload,
  RapidFire,
  strike,
  tidy,
  type Blow,
  type EngineTake,
  type SequencePlan,
  type Stand,
} from '@undatio/core/internal';
import { planOf } from './sequencePlans';
import type { StageTake, StrikeSettings } from './stageTake';

/** The fields by which an event tells the target's health before and after its blow. */
const healthFields = ['healthBefore', 'healthAfter'];
/** Damage that takes all of a practice target's health, if its actor has none of its own. */
const wholeHealth = 100;

/** Whether an event's payload tells health, which the stage then keeps itself. */
function tellsHealth(event: EventType): boolean {
  return healthFields.every((name) => event.fields.some((field) => field.name === name));
}

/** True if strikes of an event wear the practice target down: they have damage, or say how much health is left. */
export function wearsDown(event: EventType | undefined): event is EventType {
  return event !== undefined && (event.harm !== undefined || tellsHealth(event));
}

/** Returns the share of health that a strike leaves: by the event's damage, what the target resists and its full health. */
export function healthAfter(target: Actor | undefined, event: EventType, payload: Payload, before: number): number {
  const { fields, harm = { value: 'damage' } } = event;
  // Events that only tell health need have no damage.
  const complete = { [harm.value]: 0, ...Object.fromEntries(fields.map(({ name, default: usual }) => [name, usual])), ...payload };
  return Math.max(0, tidy(before - damageOf(harm, complete, target?.resists ?? {}) / (target?.health?.most ?? wholeHealth)));
}

function targetOf({ actors }: Pick<Project, 'actors'>): Actor | undefined {
  return actors.find(({ role }) => role === 'target');
}

/** The shares of health before and after a strike: those of its source do not change. */
function healthOf(
  project: Pick<Project, 'actors'>,
  event: EventType | undefined,
  payload: Payload,
  before: number,
): StrikeOptions['health'] {
  const after = wearsDown(event) ? healthAfter(targetOf(project), event, payload, before) : before;
  return { source: { before: 1, after: 1 }, target: { before, after } };
}

/** The payload with the health that the target has now, if its event tells health. */
function withHealth(project: Pick<Project, 'actors'>, event: EventType | undefined, payload: Payload, before: number): Payload {
  return event && tellsHealth(event)
    ? { ...payload, healthBefore: before, healthAfter: healthAfter(targetOf(project), event, payload, before) }
    : payload;
}

/** Strikes sequences and keeps the last take, so that the next one reuses what did not change. */
export class Striker {
  /** The take before, from which the next takes over what has not changed. */
  private last: EngineTake | undefined;

  /** The take that follows from a sequence and what it is struck with, or why there is none. */
  strike(project: Project, asked: StrikeSettings, sequence: Sequence): StageTake {
    const event = project.events.find(({ id }) => id === sequence.event);
    const settings = { ...asked, payload: fittingPayload(event?.fields ?? [], asked.payload) };
    const { payload, seed, solo, listener } = settings;
    const heard = solo.filter((wanted) => sequence.effects.some(({ id }) => id === wanted));
    const plan = planOf(project, sequence);
    if (plan instanceof DocumentError) return { sequence, event, take: undefined, run: undefined, problem: plan.message, solo: heard };
    const from = { x: listener, y: 0 };
    const options = {
      seed,
      health: healthOf(project, event, payload, settings.health),
      ...(heard.length > 0 && { solo: heard }),
      ...(listener !== 0 && { places: { view: from, ear: from } }),
    };
    const take = (this.last = strike(plan, withHealth(project, event, payload, settings.health), options, this.last));
    // A game's player turns things down: one blow as it plays it, or many.
    const isPlayed = settings.rapid.on || Object.values(settings.comfort).some((factor) => factor !== 1);
    const run = isPlayed ? rapidFire(plan, event, settings, heard, project) : take;
    return { sequence, event, take, run, problem: undefined, solo: heard };
  }
}

/** Returns the payload for a strike: fields that the event does not have are removed, and the health of the target is filled in. */
export function payloadOf(project: Project, { payload, health }: StrikeSettings, sequence: Sequence): Payload {
  const event = project.events.find(({ id }) => id === sequence.event);
  return withHealth(project, event, fittingPayload(event?.fields ?? [], payload), health);
}

/** Strikes one after another, each with the next seed and its direction turned, on targets that take turns. */
function rapidFire(
  plan: SequencePlan,
  event: EventType | undefined,
  settings: StrikeSettings,
  solo: readonly string[],
  project: Project,
): RapidFire {
  const { actors, stopBudget } = project;
  const { payload, listener, seed, comfort } = settings;
  const rapid = settings.rapid.on ? settings.rapid : { ...settings.rapid, strikes: 1, targets: 1 };
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
    const given = { ...payload, ...turned };
    const worn = withHealth(project, event, given, healths[struck]);
    const health = healthOf(project, event, given, healths[struck]);
    // It cannot be defeated here: one that is stands up again.
    healths[struck] = health?.target?.after || 1;
    return { health, payload: worn, seed: seed + i, at: i * rapid.every, target: struck, listener, ...(solo.length > 0 && { solo }) };
  });
  return new RapidFire({ plan, source: { actor: ofRole('source')[0], place: places.source }, targets, budget: stopBudget, comfort }, blows);
}

/** The same direction within -180 to 180. */
function wrapDegrees(angle: number): number {
  return ((((angle + 180) % 360) + 360) % 360) - 180;
}
