/**
 * Bodies that are stepped, by small fractions of a millisecond where something may come about: plain, slow, and written apart from the resolver, from the rules' own words. It
 * knows moves, walks, pushes, projectiles, zones, hit-stops, harm and falls. px, seconds, degrees.
 */

interface Point {
  readonly x: number;
  readonly y: number;
}

interface SteppedReach {
  readonly shape: string;
  readonly length?: number;
  readonly width?: number;
  readonly height?: number;
  readonly angle?: number;
  readonly from?: number;
  readonly to?: number;
}

interface SteppedMove {
  readonly id: string;
  readonly windUp?: number;
  readonly recovery?: number;
  readonly walks?: boolean;
  readonly contacts: readonly { readonly event: string; readonly after?: number; readonly live?: number; readonly reach: SteppedReach }[];
  readonly lunge?: { readonly distance: number; readonly from: number; readonly to: number };
}

interface SteppedZone {
  readonly id: string;
  readonly shape: SteppedReach;
  readonly enters?: string;
  readonly leaves?: string;
  readonly stays?: { readonly event: string; readonly every: number };
  readonly once?: boolean;
}

interface SteppedActor {
  readonly id: string;
  readonly radius?: number;
  readonly speed?: number;
  readonly untouched?: boolean;
  readonly health?: { readonly most: number; readonly falls?: string };
  readonly moves?: readonly SteppedMove[];
  readonly zones?: readonly SteppedZone[];
}

type SteppedOutcome =
  | { readonly outcome: 'harm'; readonly points: number }
  | {
      readonly outcome: 'shove';
      readonly distance: number;
      readonly seconds: number;
      readonly way?: 'with' | 'against';
      readonly edge?: string;
    }
  /** A sequence that stops its target. */
  | { readonly outcome: 'play'; readonly sequence: string };

type SteppedAct = { readonly at: number; readonly who: string } & (
  | { readonly do: 'move'; readonly move: string; readonly toward?: string }
  | { readonly do: 'walk'; readonly points: readonly Point[]; readonly round?: boolean }
  | { readonly do: 'approach'; readonly whom: string; readonly within: number }
  | { readonly do: 'keep-away'; readonly whom: string; readonly beyond: number }
  | {
      readonly do: 'launch';
      readonly actor: string;
      readonly to?: Point;
      readonly after?: string;
      readonly angle?: number;
      readonly range?: number;
      readonly speed: number;
      readonly pierce?: number;
      readonly meets: string;
      readonly lands: string;
    }
  | { readonly do: 'stop' }
);

/** What takes part, as bare as it is written: each event has one rung without conditions, or none. */
export interface SteppedBrawl {
  readonly actors: readonly SteppedActor[];
  readonly responses: readonly { readonly event: string; readonly rungs: readonly { readonly then: readonly SteppedOutcome[] }[] }[];
  readonly stops: Readonly<Record<string, number>>;
  readonly bodies: readonly {
    readonly id: string;
    readonly actor: string;
    readonly x: number;
    readonly y: number;
    readonly facing: 1 | -1;
  }[];
  /** In order of their time. */
  readonly acts: readonly SteppedAct[];
  /** Events that have a direction; others go from their source to their target. */
  readonly directed: readonly string[];
  readonly edges: { readonly left: number; readonly right: number };
  readonly length: number;
}

export interface SteppedTold {
  readonly at: number;
  readonly event: string;
  readonly source: string;
  readonly target: string;
}

type Goal =
  | { readonly to: 'places'; readonly points: readonly Point[]; next: number; readonly round: boolean }
  | { readonly to: 'somebody'; readonly whom: Body; readonly within: number }
  | { readonly to: 'get away'; readonly whom: Body; readonly beyond: number };

interface Swing {
  readonly move: SteppedMove;
  readonly began: number;
  readonly facing: 1 | -1;
  readonly closed: Set<number>;
  readonly met: readonly Set<Body>[];
}

interface Push {
  readonly x: number;
  readonly y: number;
  readonly angle: number;
  readonly distance: number;
  readonly seconds: number;
  readonly began: number;
  readonly edge: string | undefined;
  readonly by: Body | undefined;
}

interface Flight {
  readonly launcher: Body;
  /** Whether it meets whoever is in its way. */
  readonly strikes: boolean;
  readonly meets: string;
  readonly lands: string;
  readonly met: Set<Body>;
  left: number;
}

interface Body {
  readonly id: string;
  readonly actor: SteppedActor;
  readonly radius: number;
  readonly flight: Flight | undefined;
  speed: number;
  x: number;
  y: number;
  vx: number;
  vy: number;
  facing: 1 | -1;
  health: number;
  standing: 'up' | 'down' | 'gone';
  /** What its own clock shows, and until which wall time it stands still. */
  tau: number;
  halted: number;
  goal: Goal | undefined;
  /** Whether it stands where it wanted to be. */
  rests: boolean;
  /** When it is at its next place, and when it aims anew, on its own clock. */
  arrives: number;
  aims: number;
  /** Counts the ways that it went and the stops of its clock; and what it knew of these as it aimed. */
  ways: number;
  knew: number;
  swing: Swing | undefined;
  /** Whether its move takes it ahead just now. */
  lunges: boolean;
  push: Push | undefined;
}

interface Presence {
  readonly owner: Body;
  readonly who: Body;
  readonly zone: SteppedZone;
  /** Whether one that tells of the first alone has told. */
  readonly spent: { is: boolean };
  inside: boolean;
  /** When it was told last that somebody stays. */
  told: number;
}

const slack = 8;
const aimsEach = 0.25;
/** Steps between two times at which places are kept, where nothing comes about. */
const pieces = 10;
const nothing = 1e-9;

export interface SteppedRun {
  readonly log: readonly SteppedTold[];
  /** Where everybody is at each multiple of `every`; undefined for who is not there. */
  readonly places: readonly ReadonlyMap<string, Point | undefined>[];
  /** When somebody first goes by one who goes by it: which of them aims first decides where they go. */
  readonly circular: number;
}

/** Steps a brawl, as finely as that where something may come about; `wider` px are added to each radius, and bodies begin up to as far off. Seconds. */
export function steppedBodies(brawl: SteppedBrawl, finest: number, every: number, wider = 0): SteppedRun {
  const log: SteppedTold[] = [];
  const places: Map<string, Point | undefined>[] = [];
  let wall = 0;
  const actorOf = (id: string): SteppedActor => {
    const found = brawl.actors.find((one) => one.id === id);
    if (!found) throw new Error(`there is no ${id}`);
    return found;
  };
  const newBody = (id: string, actor: SteppedActor, at: Point, facing: 1 | -1, flight?: Flight): Body => ({
    id,
    actor,
    radius: (actor.radius ?? 0) + wider,
    flight,
    speed: actor.speed ?? 100,
    x: at.x,
    y: at.y,
    vx: 0,
    vy: 0,
    facing,
    health: actor.health?.most ?? 100,
    standing: 'up',
    tau: 0,
    halted: -1,
    goal: undefined,
    rests: false,
    arrives: Infinity,
    aims: Infinity,
    ways: 0,
    knew: 0,
    swing: undefined,
    lunges: false,
    push: undefined,
  });
  const bodies = brawl.bodies.map(({ id, actor, x, y, facing }, i) =>
    newBody(id, actorOf(actor), { x: x + ((i % 2) - 0.5) * wider, y: y + ((i % 3) - 1) * wider }, facing),
  );
  const bodyOf = (id: string): Body => {
    const found = bodies.find((one) => one.id === id);
    if (!found) throw new Error(`there is no ${id}`);
    return found;
  };
  /** Each zone and each who may be in it. */
  const presences: Presence[] = [];
  for (const owner of bodies)
    for (const zone of owner.actor.zones ?? []) {
      const spent = { is: false };
      for (const who of bodies)
        if (who !== owner && !who.actor.untouched) presences.push({ owner, who, zone, spent, inside: false, told: 0 });
    }
  let launches = 0;
  /** Counts how often somebody was steered. */
  let steered = 0;
  let circular = Infinity;

  function raise(event: string, source: Body | undefined, target: Body | undefined, way: number): void {
    log.push({ at: wall, event, source: source?.id ?? '', target: target?.id ?? '' });
    if (!target || target.standing !== 'up') return;
    const blow = brawl.directed.includes(event) ? way : source && angleTo(source, target);
    const falls: string[] = [];
    for (const outcome of brawl.responses.find((one) => one.event === event)?.rungs[0]?.then ?? []) {
      if (outcome.outcome === 'play') {
        // What flies goes by the world's clock.
        if (target.flight) continue;
        target.halted = Math.max(target.halted, wall + brawl.stops[outcome.sequence]);
        target.ways++;
      } else if (outcome.outcome === 'shove') {
        const { distance, seconds, way, edge } = outcome;
        if (blow === undefined) continue;
        target.push = {
          x: target.x,
          y: target.y,
          angle: way === 'against' ? blow + 180 : blow,
          distance,
          seconds,
          began: target.tau,
          edge,
          by: source,
        };
        const { angle } = target.push;
        const pace = (2 * distance) / seconds;
        target.vx = Math.cos((angle * Math.PI) / 180) * pace;
        target.vy = Math.sin((angle * Math.PI) / 180) * pace;
        target.ways++;
      } else if (target.actor.health && target.standing === 'up') {
        target.health -= outcome.points;
        if (target.health > nothing || target.actor.health.falls === undefined) continue;
        falls.push(target.actor.health.falls);
        target.standing = 'down';
        target.swing = undefined;
        target.goal = undefined;
        for (const one of presences) if (one.owner === target || one.who === target) one.inside = false;
        steer(target);
      }
    }
    for (const fall of falls) log.push({ at: wall, event: fall, source: source?.id ?? '', target: target.id });
  }

  function go(body: Body, vx: number, vy: number, looks = vx): void {
    if (Math.abs(vx - body.vx) + Math.abs(vy - body.vy) > nothing) body.ways++;
    body.vx = vx;
    body.vy = vy;
    if (!body.swing && Math.abs(looks) > nothing) body.facing = looks > 0 ? 1 : -1;
  }

  function lungeOf({ swing, tau }: Body): number | undefined {
    const lunge = swing?.move.lunge;
    if (!swing || !lunge) return undefined;
    const age = tau - swing.began;
    if (age < lunge.from - nothing || age >= lunge.to - nothing) return undefined;
    return (swing.facing * lunge.distance) / (lunge.to - lunge.from);
  }

  /** Finds out anew how a body goes. */
  function steer(body: Body): void {
    const { goal } = body;
    steered++;
    body.arrives = Infinity;
    body.aims = Infinity;
    if (body.push || body.standing === 'gone') return;
    const lunge = lungeOf(body);
    body.lunges = lunge !== undefined;
    if (lunge !== undefined) return go(body, lunge, 0);
    if (!goal || body.standing !== 'up' || (body.swing && !body.swing.move.walks)) return go(body, 0, 0);
    if (goal.to === 'places') {
      const { x, y } = goal.points[goal.next];
      const way = Math.hypot(x - body.x, y - body.y);
      body.arrives = body.tau + way / body.speed;
      return way <= nothing ? go(body, 0, 0) : go(body, ((x - body.x) / way) * body.speed, ((y - body.y) / way) * body.speed);
    }
    const { whom } = goal;
    if (isCircle(body)) circular = Math.min(circular, wall);
    const [x, y] = [whom.x - body.x, whom.y - body.y];
    const away = Math.hypot(x, y);
    body.rests = goal.to === 'somebody' ? away <= goal.within + 1e-4 : away >= goal.beyond - 1e-4;
    if (body.rests) return go(body, 0, 0, goal.to === 'somebody' ? x : 0);
    if (goal.to === 'get away') {
      body.aims = body.tau + aimsEach;
      return go(body, (-x / away) * body.speed, (-y / away) * body.speed);
    }
    const seconds = meetingIn({ x, y }, { x: whom.vx, y: whom.vy }, body.speed, goal.within);
    const [aimX, aimY] = seconds === undefined ? [x, y] : [x + whom.vx * seconds, y + whom.vy * seconds];
    const length = Math.hypot(aimX, aimY);
    go(body, (aimX / length) * body.speed, (aimY / length) * body.speed);
    const isBent = body.halted > wall || whom.halted > wall;
    if (seconds === undefined || isBent || whom.push) body.aims = body.tau + aimsEach;
    body.knew = body.ways + whom.ways;
  }

  /** Whether somebody goes by one who, by whatever others, goes by it. */
  function isCircle(body: Body): boolean {
    let at: Body | undefined = body;
    for (let i = 0; at && i < bodies.length; i++) {
      at = at.goal && at.goal.to !== 'places' ? at.goal.whom : undefined;
      if (at === body) return true;
    }
    return false;
  }

  /** Lets a body go on by so much of its own clock. */
  function advance(body: Body, seconds: number): void {
    body.tau += seconds;
    const { push } = body;
    if (!push) {
      body.x += body.vx * seconds;
      body.y += body.vy * seconds;
      return;
    }
    const u = Math.min(1, (body.tau - push.began) / push.seconds);
    const far = push.distance * (1 - (1 - u) ** 2);
    const [dx, dy] = [Math.cos((push.angle * Math.PI) / 180), Math.sin((push.angle * Math.PI) / 180)];
    [body.x, body.y] = [push.x + dx * far, push.y + dy * far];
    const pace = (2 * push.distance * (1 - u)) / push.seconds;
    [body.vx, body.vy] = [dx * pace, dy * pace];
    // In px that nothing could be over an edge by.
    const edge = dx > 1e-12 ? brawl.edges.right - body.radius : dx < -1e-12 ? brawl.edges.left + body.radius : undefined;
    const isStopped = edge !== undefined && (dx > 0 ? body.x >= edge : body.x <= edge);
    if (isStopped && (dx > 0 ? push.x < edge : push.x > edge)) {
      body.y = push.y + ((edge - push.x) / dx) * dy;
      body.x = edge;
    } else if (isStopped) [body.x, body.y] = [push.x, push.y];
    if (u < 1 && !isStopped) return;
    body.push = undefined;
    [body.vx, body.vy] = [0, 0];
    body.ways++;
    if (isStopped && push.edge) raise(push.edge, push.by, body, push.angle);
    steer(body);
  }

  /** What was decided before comes about: places are reached, aims are taken, contacts reach. */
  function decided(body: Body): void {
    if (body.push || body.standing === 'gone') return;
    const { goal, swing } = body;
    if (goal?.to === 'places' && body.tau >= body.arrives - nothing) {
      const { x, y } = goal.points[goal.next];
      [body.x, body.y] = [x, y];
      goal.next++;
      if (goal.next >= goal.points.length) {
        if (goal.round) goal.next = 0;
        else {
          body.goal = undefined;
          if (body.flight) return land(body, body.flight, undefined);
        }
      }
      return steer(body);
    }
    if ((lungeOf(body) !== undefined) !== body.lunges) return steer(body);
    if (body.lunges) return;
    if (!goal || goal.to === 'places' || body.standing !== 'up' || (swing && !swing.move.walks)) return;
    const away = Math.hypot(goal.whom.x - body.x, goal.whom.y - body.y);
    if (body.flight && goal.to === 'somebody' && away <= goal.within) {
      const { flight } = body;
      raise(flight.meets, flight.launcher, goal.whom, wayOf(body));
      return land(body, flight, goal.whom);
    }
    const isThere = goal.to === 'somebody' ? away <= goal.within : away >= goal.beyond;
    const isOut = goal.to === 'somebody' ? away > goal.within + slack : away < goal.beyond - slack;
    const isNews = goal.to === 'somebody' && body.knew !== body.ways + goal.whom.ways;
    if (body.rests ? isOut : isThere || isNews || body.tau >= body.aims - nothing) steer(body);
  }

  function land(body: Body, { launcher, lands }: Flight, on: Body | undefined): void {
    const angle = wayOf(body);
    raise(lands, launcher, on, angle);
    body.standing = 'gone';
    body.goal = undefined;
    [body.vx, body.vy] = [0, 0];
    body.ways++;
  }

  const wayOf = ({ vx, vy, facing }: Body): number =>
    vx === 0 && vy === 0 ? (facing === 1 ? 0 : 180) : (Math.atan2(vy, vx) * 180) / Math.PI;

  /** Whom reaches and projectiles touch. */
  function meet(body: Body): void {
    if (body.flight?.strikes && body.standing === 'up')
      for (const other of bodies) {
        const { flight } = body;
        if (other === flight.launcher || other.flight || other.actor.untouched || other.standing !== 'up' || flight.met.has(other))
          continue;
        if (Math.hypot(other.x - body.x, other.y - body.y) > body.radius + other.radius) continue;
        flight.met.add(other);
        raise(flight.meets, flight.launcher, other, wayOf(body));
        if (flight.left-- <= 0) {
          land(body, flight, other);
          break;
        }
      }
    const { swing } = body;
    if (!swing) return;
    swing.move.contacts.forEach(({ after = 0, live = 0, reach, event }, which) => {
      const age = body.tau - swing.began - (swing.move.windUp ?? 0) - after;
      if (age < -nothing || swing.closed.has(which)) return;
      for (const other of bodies) {
        if (other === body || other.actor.untouched || other.standing === 'gone' || swing.met[which].has(other)) continue;
        if (body.swing !== swing || gapTo(body, swing.facing, reach, live > 0 ? Math.min(1, age / live) : 0, other) > 0) continue;
        swing.met[which].add(other);
        // One that stands on the very spot is struck ahead.
        const isThere = other.x === body.x && other.y === body.y;
        raise(event, body, other, isThere ? (swing.facing === 1 ? 0 : 180) : angleTo(body, other));
      }
      if (age >= live - nothing) swing.closed.add(which);
    });
  }

  /** Those who stay in a zone are told each so many seconds. */
  function stay(presence: Presence): void {
    const { owner, who, zone } = presence;
    if (!presence.inside || !zone.stays || wall - presence.told < zone.stays.every - nothing) return;
    presence.told += zone.stays.every;
    raise(zone.stays.event, owner, who, angleTo(owner, who));
  }

  function comeAndGo(presence: Presence): void {
    const { owner, who, zone } = presence;
    if (owner.standing !== 'up' || who.standing !== 'up') return;
    const gap = gapTo(owner, 1, zone.shape, 0, who);
    if (presence.inside) {
      if (gap <= 0) return;
      presence.inside = false;
      if (zone.leaves !== undefined) raise(zone.leaves, owner, who, angleTo(owner, who));
    } else if (gap <= 0 && !presence.spent.is) {
      presence.inside = true;
      presence.told = wall;
      if (zone.once) presence.spent.is = true;
      if (zone.enters !== undefined) raise(zone.enters, owner, who, angleTo(owner, who));
    }
  }

  /** Moves that are over. */
  function end(body: Body): void {
    const { swing } = body;
    if (!swing) return;
    const { windUp = 0, recovery = 0, contacts } = swing.move;
    const live = Math.max(0, ...contacts.map(({ after = 0, live = 0 }) => after + live));
    if (body.tau - swing.began < windUp + live + recovery - nothing) return;
    body.swing = undefined;
    steer(body);
  }

  function act(one: SteppedAct): void {
    const body = bodyOf(one.who);
    switch (one.do) {
      case 'stop':
        body.goal = undefined;
        return steer(body);
      case 'walk':
        body.goal = { to: 'places', points: one.points, next: 0, round: one.round ?? false };
        return steer(body);
      case 'approach':
        body.goal = { to: 'somebody', whom: bodyOf(one.whom), within: one.within };
        return steer(body);
      case 'keep-away':
        body.goal = { to: 'get away', whom: bodyOf(one.whom), beyond: one.beyond };
        return steer(body);
      case 'launch': {
        if (body.standing !== 'up') return;
        const after = one.after === undefined ? undefined : bodyOf(one.after);
        const flight: Flight = {
          launcher: body,
          strikes: !after && !one.to,
          meets: one.meets,
          lands: one.lands,
          met: new Set(),
          left: one.pierce ?? 0,
        };
        const thing = newBody(`${one.actor}-${++launches}`, actorOf(one.actor), body, body.facing, flight);
        thing.speed = one.speed;
        const angle = ((one.angle ?? (body.facing === 1 ? 0 : 180)) * Math.PI) / 180;
        const range = one.range ?? 2000;
        thing.goal = after
          ? { to: 'somebody', whom: after, within: thing.radius + after.radius }
          : {
              to: 'places',
              points: [one.to ?? { x: body.x + Math.cos(angle) * range, y: body.y + Math.sin(angle) * range }],
              next: 0,
              round: false,
            };
        bodies.push(thing);
        return steer(thing);
      }
      case 'move': {
        const toward = one.toward === undefined ? undefined : bodyOf(one.toward);
        if (toward && toward.x !== body.x && body.standing === 'up') body.facing = toward.x > body.x ? 1 : -1;
        const move = body.actor.moves?.find(({ id }) => id === one.move);
        if (!move || body.swing || body.standing !== 'up') return;
        body.swing = {
          move,
          began: body.tau,
          facing: body.facing,
          closed: new Set(),
          met: move.contacts.map(() => new Set<Body>()),
        };
        return steer(body);
      }
    }
  }

  /** Whether nothing can come about within so many seconds, as all go now. */
  function isQuiet(seconds: number): boolean {
    const pace = (one: Body): number => (one.vx === 0 && one.vy === 0 ? 0 : Math.hypot(one.vx, one.vy));
    const isFar = (gap: number, one: Body, other: Body, more = 0): boolean => Math.abs(gap) > (pace(one) + pace(other) + more) * seconds;
    for (const body of bodies) {
      const { push, goal, swing, tau, flight, standing } = body;
      if (standing === 'gone') continue;
      if (push) {
        if (tau + seconds >= push.began + push.seconds) return false;
        const room = Math.min(Math.abs(brawl.edges.right - body.radius - body.x), Math.abs(body.x - brawl.edges.left - body.radius));
        if (room <= pace(body) * seconds) return false;
      }
      if (tau + seconds >= Math.min(body.arrives, body.aims)) return false;
      if (goal && goal.to !== 'places') {
        const away = Math.hypot(goal.whom.x - body.x, goal.whom.y - body.y);
        const [near, out] = goal.to === 'somebody' ? [goal.within, goal.within + slack] : [goal.beyond, goal.beyond - slack];
        if (!isFar(away - (body.rests ? out : near), body, goal.whom)) return false;
      }
      if (flight?.strikes)
        for (const other of bodies)
          if (!other.flight && !flight.met.has(other))
            if (!isFar(Math.hypot(other.x - body.x, other.y - body.y) - body.radius - other.radius, body, other)) return false;
      if (!swing) continue;
      const { windUp = 0, recovery = 0, contacts, lunge } = swing.move;
      const age = tau - swing.began;
      const isWithin = (at: number): boolean => at > age - nothing && at <= age + seconds;
      if (lunge && (isWithin(lunge.from) || isWithin(lunge.to))) return false;
      if (isWithin(windUp + Math.max(...contacts.map(({ after = 0, live = 0 }) => after + live)) + recovery)) return false;
      for (const [which, { after = 0, live = 0, reach }] of contacts.entries()) {
        if (isWithin(windUp + after) || isWithin(windUp + after + live)) return false;
        if (age < windUp + after || swing.closed.has(which)) continue;
        const tip =
          reach.shape === 'arc' && live > 0
            ? ((Math.abs((reach.to ?? 0) - (reach.from ?? 0)) * Math.PI) / 180 / live) * (reach.length ?? 0)
            : 0;
        for (const other of bodies)
          if (other !== body && other.standing !== 'gone' && !swing.met[which].has(other))
            if (
              !isFar(gapTo(body, swing.facing, reach, live > 0 ? Math.min(1, (age - windUp - after) / live) : 0, other), body, other, tip)
            )
              return false;
      }
    }
    return presences.every(
      ({ owner, who, zone, inside, told }) =>
        owner.standing !== 'up' ||
        who.standing !== 'up' ||
        (isFar(gapTo(owner, 1, zone.shape, 0, who), owner, who) && !(inside && zone.stays && wall + seconds >= told + zone.stays.every)),
    );
  }

  let next = 0;
  /** One step, to a wall time. */
  function goTo(to: number): void {
    const before = wall;
    wall = to;
    for (const body of bodies)
      if (body.standing !== 'gone') advance(body, Math.max(0, wall - Math.max(before, body.flight ? 0 : body.halted)));
    // Whoever goes by another goes by how that one goes now.
    for (let [round, known] = [0, -1]; round < 4 && steered !== known; round++) {
      known = steered;
      for (const body of bodies) decided(body);
    }
    for (const one of presences) stay(one);
    for (const body of bodies) meet(body);
    for (const one of presences) comeAndGo(one);
    for (const body of bodies) end(body);
    for (; next < brawl.acts.length && brawl.acts[next].at <= wall + nothing; next++) {
      act(brawl.acts[next]);
      for (const body of bodies) decided(body);
      for (const body of bodies) meet(body);
    }
  }

  /** Goes to a wall time in one step where nothing can come about before, else in halves, down to the finest step. */
  function goUntil(to: number): void {
    const seconds = to - wall;
    if (seconds <= finest || isQuiet(seconds)) return goTo(to);
    const half = wall + seconds / 2;
    goUntil(half);
    goUntil(to);
  }

  for (let k = 0; k <= Math.round(brawl.length / every); k++) {
    const from = wall;
    for (let i = 1; i <= pieces; i++) goUntil(from + ((k * every - from) * i) / pieces);
    places.push(new Map(bodies.map((body) => [body.id, body.standing === 'gone' ? undefined : { x: body.x, y: body.y }])));
  }
  return { log, places, circular };
}

const angleTo = (from: Body, to: Body): number => (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;

/** px between a reach, so much of it past, and a body's edge; 0 or less where they touch. */
function gapTo(who: Body, facing: 1 | -1, reach: SteppedReach, share: number, other: Body): number {
  const { shape, length = 0, width = 0, height = 0, angle = 0, from = 0, to = 0 } = reach;
  const [x, y] = [other.x - who.x, other.y - who.y];
  if (shape === 'disc') return Math.hypot(x, y) - length - other.radius;
  if (shape === 'box') {
    const [across, down] = [Math.max(0, Math.abs(x) - width / 2), Math.max(0, Math.abs(y) - height / 2)];
    const inner = Math.max(Math.abs(x) - width / 2, Math.abs(y) - height / 2);
    return (inner < 0 ? inner : Math.hypot(across, down)) - other.radius;
  }
  const turn = shape === 'arc' ? from + (to - from) * share : angle;
  const [dx, dy] = [Math.cos((turn * Math.PI) / 180) * facing, Math.sin((turn * Math.PI) / 180)];
  const along = Math.min(length, Math.max(0, x * dx + y * dy));
  return Math.hypot(x - along * dx, y - along * dy) - (shape === 'thrust' ? width / 2 : 0) - other.radius;
}

/**
 * Seconds until one who goes straight can first be within so many px of one who goes on evenly, found by looking each hundredth of a
 * second and halving; undefined for not within a hundred seconds.
 */
function meetingIn(there: Point, v: Point, speed: number, within: number): number | undefined {
  const left = (t: number): number => Math.hypot(there.x + v.x * t, there.y + v.y * t) - within - speed * t;
  let t = 0;
  for (; left(t) > 0; t += Math.max(0.01, left(t) / (Math.hypot(v.x, v.y) + speed))) if (t > 1000) return undefined;
  let [low, high] = [Math.max(0, t - 0.01), t];
  for (let i = 0; i < 50; i++) [low, high] = left((low + high) / 2) > 0 ? [(low + high) / 2, high] : [low, (low + high) / 2];
  return high;
}
