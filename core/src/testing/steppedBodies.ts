import type { Point, SteppedAct, SteppedActor, SteppedBrawl } from './steppedBrawl.js';
import { angleTo, gapTo, meetingIn } from './steppedGaps.js';
import { isQuiet } from './steppedQuiet.js';
import { epsilon, slack, type Body, type Flight, type Presence } from './steppedState.js';

/**
 * A simulation of bodies in small steps: plain, slow, and written apart from the resolver, from the rules' own words. It knows moves,
 * walks, pushes, projectiles, zones, hit-stops, damage and defeat. px, seconds, degrees.
 */

/** Seconds of the own clock after which a body aims anew. */
const aimsEach = 0.25;
/** Longest steps between two kept positions. */
const pieces = 10;

export interface SteppedTold {
  readonly at: number;
  readonly event: string;
  readonly source: string;
  readonly target: string;
}

export interface SteppedRun {
  readonly log: readonly SteppedTold[];
  /** Position of each body at each multiple of `every`; undefined for a despawned body. */
  readonly places: readonly ReadonlyMap<string, Point | undefined>[];
  /** When two bodies first pursue or avoid each other, also through others: the result then depends on which of them aims first. */
  readonly circular: number;
}

/**
 * Steps a fight. Steps are halved down to `finest` seconds where something can happen within them. Positions are kept every `every` seconds.
 * `wider` px are added to each radius, and bodies start up to `wider` px off, to show whether the result depends on so little.
 */
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
  /** Each zone with each body that can enter it. */
  const presences: Presence[] = [];
  for (const owner of bodies)
    for (const zone of owner.actor.zones ?? []) {
      const spent = { is: false };
      for (const who of bodies)
        if (who !== owner && !who.actor.untouched) presences.push({ owner, who, zone, spent, inside: false, told: 0 });
    }
  let launches = 0;
  /** Number of times that a body was steered. */
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
        const radians = ((way === 'against' ? blow + 180 : blow) * Math.PI) / 180;
        const [dx, dy] = [Math.cos(radians), Math.sin(radians)];
        target.push = { x: target.x, y: target.y, dx, dy, distance, seconds, began: target.tau, edge, by: source };
        [target.vx, target.vy] = [(dx * 2 * distance) / seconds, (dy * 2 * distance) / seconds];
        target.ways++;
      } else if (target.actor.health && target.standing === 'up') {
        target.health -= outcome.points;
        if (target.health > epsilon || target.actor.health.falls === undefined) continue;
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
    if (Math.abs(vx - body.vx) + Math.abs(vy - body.vy) > epsilon) body.ways++;
    body.vx = vx;
    body.vy = vy;
    if (!body.swing && Math.abs(looks) > epsilon) body.facing = looks > 0 ? 1 : -1;
  }

  function lungeOf({ swing, tau }: Body): number | undefined {
    const lunge = swing?.move.lunge;
    if (!swing || !lunge) return undefined;
    const age = tau - swing.began;
    if (age < lunge.from - epsilon || age >= lunge.to - epsilon) return undefined;
    return (swing.facing * lunge.distance) / (lunge.to - lunge.from);
  }

  /** Sets a body's velocity from its goal and its move. */
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
      return way <= epsilon ? go(body, 0, 0) : go(body, ((x - body.x) / way) * body.speed, ((y - body.y) / way) * body.speed);
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

  /** True if a body pursues or avoids a body that, also through others, pursues or avoids it. */
  function isCircle(body: Body): boolean {
    let at: Body | undefined = body;
    for (let i = 0; at && i < bodies.length; i++) {
      at = at.goal && at.goal.to !== 'places' ? at.goal.whom : undefined;
      if (at === body) return true;
    }
    return false;
  }

  /** Moves a body by so many seconds of its own clock. */
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
    const { dx, dy } = push;
    [body.x, body.y] = [push.x + dx * far, push.y + dy * far];
    const pace = (2 * push.distance * (1 - u)) / push.seconds;
    [body.vx, body.vy] = [dx * pace, dy * pace];
    // In px that epsilon could be over an edge by.
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
    if (isStopped && push.edge) raise(push.edge, push.by, body, (Math.atan2(dy, dx) * 180) / Math.PI);
    steer(body);
  }

  /** Does what is due on a body's way: its next place, its next aim, the end of a pursuit. */
  function decided(body: Body): void {
    if (body.push || body.standing === 'gone') return;
    const { goal, swing } = body;
    if (goal?.to === 'places' && body.tau >= body.arrives - epsilon) {
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
    if (body.rests ? isOut : isThere || isNews || body.tau >= body.aims - epsilon) steer(body);
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

  /** Raises the events of a projectile and of a move's contacts for each body that they touch. */
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
      if (age < -epsilon || swing.closed.has(which)) return;
      for (const other of bodies) {
        if (other === body || other.actor.untouched || other.standing === 'gone' || swing.met[which].has(other)) continue;
        if (body.swing !== swing || gapTo(body, swing.facing, reach, live > 0 ? Math.min(1, age / live) : 0, other) > 0) continue;
        swing.met[which].add(other);
        // One that stands on the very spot is struck ahead.
        const isThere = other.x === body.x && other.y === body.y;
        raise(event, body, other, isThere ? (swing.facing === 1 ? 0 : 180) : angleTo(body, other));
      }
      if (age >= live - epsilon) swing.closed.add(which);
    });
  }

  /** Raises the event of a zone for a body that stays in it. */
  function stay(presence: Presence): void {
    const { owner, who, zone } = presence;
    if (!presence.inside || !zone.stays || wall - presence.told < zone.stays.every - epsilon) return;
    presence.told += zone.stays.every;
    raise(zone.stays.event, owner, who, angleTo(owner, who));
  }

  /** Lets a body enter or leave a zone. */
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

  /** Ends a move that is over. */
  function end(body: Body): void {
    const { swing } = body;
    if (!swing) return;
    const { windUp = 0, recovery = 0, contacts } = swing.move;
    const live = Math.max(0, ...contacts.map(({ after = 0, live = 0 }) => after + live));
    if (body.tau - swing.began < windUp + live + recovery - epsilon) return;
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

  let next = 0;
  /** Makes one step, to a wall time. */
  function goTo(to: number): void {
    const before = wall;
    wall = to;
    for (const body of bodies)
      if (body.standing !== 'gone') advance(body, Math.max(0, wall - Math.max(before, body.flight ? 0 : body.halted)));
    // A pursuer reacts to the present velocity of its target, so that steering is repeated until it settles.
    for (let [round, known] = [0, -1]; round < 4 && steered !== known; round++) {
      known = steered;
      for (const body of bodies) decided(body);
    }
    for (const one of presences) stay(one);
    for (const body of bodies) meet(body);
    for (const one of presences) comeAndGo(one);
    for (const body of bodies) end(body);
    for (; next < brawl.acts.length && brawl.acts[next].at <= wall + epsilon; next++) {
      act(brawl.acts[next]);
      for (const body of bodies) decided(body);
      for (const body of bodies) meet(body);
    }
  }

  /** Goes to a wall time in one step where epsilon can come about before, else in halves, down to the finest step. */
  function goUntil(to: number): void {
    const seconds = to - wall;
    if (seconds <= finest || isQuiet(bodies, presences, brawl.edges, wall, seconds)) return goTo(to);
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
