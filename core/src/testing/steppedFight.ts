/**
 * A fight stepped one millisecond at a time: plain, slow, and written apart from the resolver, from the rules' own words. It
 * knows as much of the documents as its random fights use. Everything is counted in whole milliseconds of some clock.
 */

type Value = number | string | boolean;
type Values = Readonly<Record<string, Value>>;

interface SteppedEvent {
  readonly id: string;
  readonly fields: readonly { readonly name: string; readonly default: Value }[];
  readonly harm?: { readonly value: string; readonly kind?: string; readonly kindField?: string };
}

interface SteppedStatus {
  readonly id: string;
  readonly length?: number;
  readonly stacking?: string;
  readonly most?: number;
  readonly prevents?: readonly string[];
  readonly ticks?: { readonly every: number; readonly event: string; readonly rate: number };
}

interface SteppedActor {
  readonly id: string;
  readonly health: { readonly most: number; readonly start?: number; readonly mends?: number; readonly falls?: string };
  readonly resists?: Readonly<Record<string, number>>;
}

/** As much of conditions as its random fights use, with their defaults. */
type SteppedCondition =
  | { readonly condition: 'compare'; readonly of: SteppedMeasure; readonly is: '≥' | '≤'; readonly value: number }
  | { readonly condition: 'one-of'; readonly field: string; readonly values: readonly string[] }
  | { readonly condition: 'status'; readonly status: string; readonly is?: 'on' | 'off' }
  | { readonly condition: 'window'; readonly status: string; readonly from: number; readonly to: number }
  | { readonly condition: 'cooldown'; readonly seconds: number }
  | { readonly condition: 'nth'; readonly n: number }
  | { readonly condition: 'standing'; readonly is: string };

type SteppedMeasure =
  | { readonly read: 'payload'; readonly field: string }
  | { readonly read: 'health' | 'health-after' }
  | { readonly read: 'stacks'; readonly status: string }
  | { readonly read: 'counter'; readonly counter: string };

type SteppedOutcome =
  | { readonly outcome: 'harm'; readonly points?: number | { readonly times: number } }
  | { readonly outcome: 'mend'; readonly points: number }
  | { readonly outcome: 'give' | 'take'; readonly status: string }
  | { readonly outcome: 'raise'; readonly event: string; readonly after?: number }
  | { readonly outcome: 'count'; readonly counter: string; readonly number: number }
  | { readonly outcome: 'play'; readonly sequence: string }
  | { readonly outcome: 'away'; readonly back: number };
type SteppedAnswer = SteppedOutcome & { readonly after?: number };

interface SteppedRung {
  readonly id: string;
  readonly when: readonly SteppedCondition[];
  readonly then: readonly SteppedAnswer[];
  readonly goesOn?: boolean;
}

/** A fight's documents, as bare as they are written. */
export interface SteppedFight {
  readonly actors: readonly SteppedActor[];
  readonly statuses: readonly SteppedStatus[];
  readonly responses: readonly { readonly event: string; readonly rungs: readonly SteppedRung[] }[];
  readonly events: readonly SteppedEvent[];
  readonly stops: Readonly<Record<string, number>>;
}

export interface SteppedDrill {
  readonly length: number;
  readonly actors: readonly { readonly id: string; readonly actor: string; readonly health?: number }[];
  readonly script: readonly {
    readonly at: number;
    readonly event: string;
    readonly source?: string;
    readonly target?: string;
    readonly payload?: Values;
  }[];
}

export interface SteppedEntry {
  at: number;
  event: string;
  target: string;
  answered: string[];
  harms: number[];
}

interface Body {
  id: string;
  most: number;
  start: number;
  mends: number;
  falls: string | undefined;
  resists: Readonly<Record<string, number>>;
  health: number;
  standing: 'up' | 'down' | 'gone';
  /** Milliseconds that its own clock shows, and until which wall millisecond it stands still. */
  tau: number;
  halted: number;
  statuses: Map<string, Held>;
  tallies: Map<string, number>;
  lasts: Map<string, number>;
  counters: Map<string, number>;
  gone: number;
}

interface Held {
  stacks: number;
  began: number;
  until: number;
  accrued: number;
  ticks: number;
  by: Body | undefined;
  /** When its end and its next tick were put down, among everything that was. */
  endOrder: number;
  tickOrder: number;
}

interface Waiting {
  rank: number;
  order: number;
  /** Whether its time has come. */
  due: () => boolean;
  do: () => void;
}

function named<T extends { readonly id: string }>(list: readonly T[], id: string): T {
  const found = list.find((one) => one.id === id);
  if (!found) throw new Error(`there is no ${id}`);
  return found;
}

export function steppedFight(documents: SteppedFight, drill: SteppedDrill): { log: SteppedEntry[]; healths: Map<string, number>[] } {
  let wall = 0;
  let orders = 0;
  let waiting: Waiting[] = [];
  const log: SteppedEntry[] = [];
  const healths: Map<string, number>[] = [];
  const ms = (seconds: number): number => Math.round(seconds * 1000);
  const bodies = drill.actors.map((one): Body => {
    const actor = named(documents.actors, one.actor);
    const start = one.health ?? actor.health.start ?? actor.health.most;
    return {
      id: one.id,
      most: actor.health.most,
      start,
      mends: actor.health.mends ?? 0,
      falls: actor.health.falls,
      resists: actor.resists ?? {},
      health: start,
      standing: 'up',
      tau: 0,
      halted: -1,
      statuses: new Map(),
      tallies: new Map(),
      lasts: new Map(),
      counters: new Map(),
      gone: 0,
    };
  });
  const bodyOf = (id: string | undefined): Body | undefined => bodies.find((body) => body.id === id);
  const statusOf = (id: string): SteppedStatus => named(documents.statuses, id);
  const put = (rank: number, due: () => boolean, what: () => void): void => {
    waiting.push({ rank, order: orders++, due, do: what });
  };

  function ask(event: string, source: Body | undefined, target: Body | undefined, given: Values, own = false): void {
    const { fields, harm: told } = named(documents.events, event);
    const payload: Values = Object.fromEntries(fields.map((field) => [field.name, given[field.name] ?? field.default]));
    const kind = told?.kind ?? payload[told?.kindField ?? ''];
    const harm = told && target ? Math.max(0, Number(payload[told.value])) * (target.resists[String(kind)] ?? 1) : 0;
    const rungs = documents.responses.find((one) => one.event === event)?.rungs ?? [];
    const standing = own ? 'up' : (target?.standing ?? 'up');
    const entry: SteppedEntry = { at: wall, event, target: target?.id ?? '', answered: [], harms: [] };
    for (const rung of rungs)
      for (const one of rung.when)
        if (one.condition === 'nth' && target) target.tallies.set(event + rung.id, (target.tallies.get(event + rung.id) ?? 0) + 1);
    const read = (of: SteppedMeasure, who: Body): number => {
      switch (of.read) {
        case 'payload':
          return Number(payload[of.field]);
        case 'health':
          return who.health;
        case 'health-after':
          return Math.max(0, who.health - harm);
        case 'stacks':
          return who.statuses.get(of.status)?.stacks ?? 0;
        case 'counter':
          return who.counters.get(of.counter) ?? 0;
      }
    };
    const holds = (one: SteppedCondition, rung: SteppedRung): boolean => {
      if (!target) return false;
      switch (one.condition) {
        case 'compare':
          return one.is === '≥' ? read(one.of, target) >= one.value - 1e-9 : read(one.of, target) <= one.value + 1e-9;
        case 'one-of':
          return one.values.includes(String(payload[one.field]));
        case 'status':
          return target.statuses.has(one.status) === (one.is !== 'off');
        case 'window': {
          const held = target.statuses.get(one.status);
          return held !== undefined && target.tau - held.began >= ms(one.from) && target.tau - held.began < ms(one.to);
        }
        case 'cooldown': {
          const last = target.lasts.get(event + rung.id);
          return last === undefined || target.tau - last >= ms(one.seconds);
        }
        case 'nth':
          return (target.tallies.get(event + rung.id) ?? 0) % one.n === 0;
        case 'standing':
          return target.standing === one.is;
      }
    };
    const answering: SteppedRung[] = [];
    for (const rung of rungs) {
      if (standing !== 'up' && !rung.when.some((one) => one.condition === 'standing' && one.is !== 'up')) continue;
      if (!rung.when.every((one) => holds(one, rung))) continue;
      answering.push(rung);
      if (!rung.goesOn) break;
    }
    for (const rung of answering)
      if (target && rung.when.some((one) => one.condition === 'cooldown')) target.lasts.set(event + rung.id, target.tau);
    for (const rung of answering) {
      entry.answered.push(rung.id);
      for (const outcome of rung.then) {
        if (outcome.after === undefined || outcome.outcome === 'raise') happen(outcome, source, target, payload, harm, entry);
        else comesLater(outcome, outcome.after, { event, source, target, payload, harm });
      }
    }
    log.push(entry);
  }

  /** Runs an outcome after a delay, unless its target was despawned in the meantime. */
  function comesLater(
    outcome: SteppedOutcome,
    after: number,
    told: { event: string; source: Body | undefined; target: Body | undefined; payload: Values; harm: number },
  ): void {
    const { event, source, target, payload, harm } = told;
    const at = wall + ms(after);
    const before = target?.gone;
    put(
      0,
      () => wall >= at,
      () => {
        const entry: SteppedEntry = { at: wall, event, target: target?.id ?? '', answered: [], harms: [] };
        // In these fights every outcome is for the target.
        if (target?.gone === before) happen(outcome, source, target, payload, harm, entry);
        log.push(entry);
      },
    );
  }

  function happen(
    outcome: SteppedOutcome,
    source: Body | undefined,
    target: Body | undefined,
    payload: Values,
    harm: number,
    entry: SteppedEntry,
  ): void {
    if (!target) return;
    switch (outcome.outcome) {
      case 'harm': {
        if (target.standing !== 'up') return;
        const points =
          outcome.points === undefined ? harm : typeof outcome.points === 'number' ? outcome.points : harm * outcome.points.times;
        entry.harms.push(points);
        target.health = Math.max(0, target.health - points);
        if (target.health > 1e-9) return;
        target.health = 0;
        for (const [id, held] of [...target.statuses]) {
          if (held.accrued > 1e-9) {
            const { accrued } = held;
            put(
              2,
              () => true,
              () => tickEvent(target, id, held.by, accrued),
            );
          }
          target.statuses.delete(id);
        }
        target.standing = 'down';
        if (target.falls !== undefined) {
          const { falls } = target;
          put(
            2,
            () => true,
            () => ask(falls, source, target, payload, true),
          );
        }
        return;
      }
      case 'mend':
        if (target.standing === 'up' && !prevented(target)) target.health = Math.min(target.most, target.health + outcome.points);
        return;
      case 'give': {
        if (target.standing !== 'up') return;
        const status = statusOf(outcome.status);
        const held = target.statuses.get(outcome.status);
        const length = status.length === undefined ? Infinity : ms(status.length);
        if (held) {
          if (status.stacking === 'stack') held.stacks = Math.min(status.most ?? 1, held.stacks + 1);
          if (status.stacking === 'ignore') return;
          held.until = status.stacking === 'extend' ? held.until + length : target.tau + length;
          held.endOrder = orders++;
          held.tickOrder = orders++;
          return;
        }
        target.statuses.set(outcome.status, {
          stacks: 1,
          began: target.tau,
          until: target.tau + length,
          accrued: 0,
          ticks: 0,
          by: source,
          endOrder: orders++,
          tickOrder: orders++,
        });
        return;
      }
      case 'take': {
        const held = target.statuses.get(outcome.status);
        if (held && held.accrued > 1e-9) {
          const { accrued } = held;
          put(
            2,
            () => true,
            () => tickEvent(target, outcome.status, held.by, accrued),
          );
        }
        target.statuses.delete(outcome.status);
        return;
      }
      case 'raise': {
        const at = wall + ms(outcome.after ?? 0);
        put(
          at === wall ? 2 : 0,
          () => wall >= at,
          () => ask(outcome.event, source, target, payload),
        );
        return;
      }
      case 'count':
        target.counters.set(outcome.counter, (target.counters.get(outcome.counter) ?? 0) + outcome.number);
        return;
      case 'play':
        target.halted = Math.max(target.halted, wall + ms(documents.stops[outcome.sequence]));
        return;
      case 'away': {
        const absence = ++target.gone;
        target.standing = 'gone';
        target.statuses.clear();
        const at = wall + ms(outcome.back);
        put(
          0,
          () => wall >= at,
          () => {
            if (target.gone !== absence) return;
            target.standing = 'up';
            target.health = target.start;
            target.tallies.clear();
            target.lasts.clear();
            target.counters.clear();
          },
        );
        return;
      }
    }
  }

  function tickEvent(target: Body, id: string, by: Body | undefined, accrued: number): void {
    const { ticks } = statusOf(id);
    if (ticks) ask(ticks.event, by, target, { damage: accrued });
  }

  function prevented(body: Body): boolean {
    return [...body.statuses.keys()].some((id) => statusOf(id).prevents?.includes('mending'));
  }

  for (const one of drill.script)
    put(
      1,
      () => wall >= ms(one.at),
      () => ask(one.event, bodyOf(one.source), bodyOf(one.target), one.payload ?? {}),
    );

  /** What happens next at this instant. */
  function soonest(): (() => void) | undefined {
    const due: Pick<Waiting, 'rank' | 'order' | 'do'>[] = waiting
      .filter((one) => one.due())
      .map((one) => ({
        ...one,
        do: () => {
          waiting = waiting.filter((other) => other !== one);
          one.do();
        },
      }));
    for (const body of bodies)
      for (const [id, held] of body.statuses) {
        const { ticks } = statusOf(id);
        const isTick = ticks !== undefined && body.tau - held.began === (held.ticks + 1) * ms(ticks.every);
        const isEnd = body.tau >= held.until;
        if (isTick || isEnd)
          due.push({ rank: 0, order: isEnd ? held.endOrder : held.tickOrder, do: () => pass(body, id, held, isTick, isEnd) });
      }
    return due.sort((a, b) => a.rank - b.rank || a.order - b.order).at(0)?.do;
  }

  /** A tick of a status, or its end: what has accrued is given, then it is over. */
  function pass(body: Body, id: string, held: Held, isTick: boolean, isEnd: boolean): void {
    if (isTick) held.ticks++;
    const { accrued } = held;
    held.accrued = 0;
    if (accrued > 1e-9) tickEvent(body, id, held.by, accrued);
    held.tickOrder = orders++;
    if (isEnd && body.tau >= held.until && body.statuses.get(id) === held) body.statuses.delete(id);
  }

  for (; wall <= ms(drill.length); wall++) {
    // At one instant by rank, then in the order in which things were put down: ticks and ends of statuses among them.
    for (let next = soonest(); next; next = soonest()) next();
    healths.push(new Map(bodies.map(({ id, health }) => [id, health])));
    for (const body of bodies) {
      if (wall < body.halted) continue;
      body.tau++;
      if (body.standing === 'up' && !prevented(body)) body.health = Math.min(body.most, body.health + body.mends / 1000);
      for (const [id, held] of body.statuses) held.accrued += ((statusOf(id).ticks?.rate ?? 0) * held.stacks) / 1000;
    }
  }
  return { log, healths };
}
