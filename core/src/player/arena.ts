import type { CombatActor } from '../combat/parts/combatActor.js';
import type {
  Arena,
  ArenaAct,
  ArenaLaunch,
  ArenaActorState,
  ArenaDespawn,
  ArenaLogEntry,
  ArenaMoveStep,
  ArenaOptions,
  ArenaRaise,
  ArenaWalk,
  Payload,
  Place,
  PlayerSignal,
  PlayerSound,
} from '../contract.js';
import { readEdges, type Edges } from '../combat/walking/throwKeeper.js';
import type { HistoryStep, JoinStep, LogEntry, MoveStep } from '../combat/log.js';
import { phaseAt } from '../combat/moves/moveKeeper.js';
import { compileLaunch, launchNames, launchOf } from '../combat/flights/plannedLaunch.js';
import { actOf, compileAct, mostPoints } from '../combat/plannedAct.js';
import { directionsLeftOut } from '../combat/parts/blowDirection.js';
import { Combatant } from '../combat/parts/combatant.js';
import { snap } from '../combat/parts/memory.js';
import type { CombatPlan } from '../combat/plan.js';
import { Run } from '../combat/run.js';
import type { Joining } from '../combat/spawnKeeper.js';
import { DocumentError } from '../model/documentError.js';
import { show } from '../model/json.js';
import { readList, readNumber, readRecord, refuseOthers } from '../take/compileReferences.js';
import { completePayload } from '../take/payload.js';
import type { Seconds } from '../units.js';
import { BodyMoves } from './bodyMoves.js';
import { FlightHop, liftOf } from './flightHop.js';
import type { GameClock } from './gameClock.js';
import type { LivePlayer } from './player.js';
import { MotionReporter, rememberedPath } from './motionReporter.js';
import { longestStep, readId, readPoint, readSeed } from './playerOptions.js';

type Writable<T> = { -readonly [N in keyof T]: T[N] };

/** The rules of a kit, running on its player: what is raised is decided, played, and told. */
export class LiveArena implements Arena {
  readonly log: ArenaLogEntry[] = [];
  readonly sounds: PlayerSound[] = [];
  readonly signals: PlayerSignal[] = [];
  readonly moves: ArenaMoveStep[] = [];
  readonly despawned: ArenaDespawn[] = [];
  readonly actors: ArenaActorState[] = [];
  private readonly run: Run;
  private readonly hops = new Map<string, Pick<JoinStep, 'at' | 'hop' | 'flight'>>();
  private readonly poses = new Map<string, BodyMoves>();
  /** Despawned bodies: when, until when they are drawn as far as is known, and whether that has passed. */
  private readonly goneSince = new Map<string, { readonly since: Seconds; until: Seconds; isOver: boolean }>();
  private readonly motion: MotionReporter;
  /** Readings of each body's clock, and of the world's, at the start of the last advance, or when the body was spawned during it. */
  private readonly before = new Map<string, Seconds>();
  /** Wall time at which the last advance began. */
  private begun: Seconds = 0;
  private readonly handed: ((id: string) => number | undefined) | undefined;

  constructor(
    private readonly plan: CombatPlan,
    readonly player: LivePlayer,
    options: ArenaOptions,
  ) {
    const { actors, seed, health, edges, comfort: _, floor: __, ...others } = readRecord(options, ['options']);
    for (const name of Object.keys(others))
      throw new DocumentError(['options', name], 'expected one of actors, seed, comfort, health, edges, floor');
    if (health !== undefined && typeof health !== 'function')
      throw new DocumentError(['options', 'health'], `expected a function of an actor’s id, found ${show(health)}`);
    this.handed = health as typeof this.handed;
    this.run = new Run(plan, {
      seed: seed === undefined ? 1 : readSeed(seed, ['options', 'seed']) >>> 0,
      world: player.clockOf('world'),
      play: (cue, source, target) => {
        const { place } = cue;
        this.catchUp();
        player.strikeAs(
          cue.sequence,
          cue.payload,
          {
            seed: cue.seed,
            // Bystanders are listed only for sequences that may aim at them.
            ...(player.aims(plan.planOf(cue.sequence)) && {
              others: (cue.present ?? this.run.combatants.map(({ id }) => id)).filter((id) => id !== source?.id && id !== target?.id),
            }),
            ...(source && this.run.isHere(source) && { source: source.id }),
            ...(target && this.run.isHere(target) && { target: target.id }),
            ...(place && { at: { x: player.units.xOut(place.x), y: player.units.yOut(place.y) } }),
          },
          { from: player.now },
        );
      },
      join: (id, who) => this.bring(id, who),
      forget: (id) => this.drop(id),
      edges: edges === undefined ? undefined : this.edgesIn(edges),
      listener: {
        log: (entry) => this.log.push(this.entryOut(entry)),
        history: (step) => this.hear(step),
      },
    });
    this.motion = new MotionReporter(player);
    this.noteClocks();
    player.keeper = (id) => {
      const who = this.run.find(id);
      if (who) this.run.leave(who);
      return who !== undefined;
    };
    readList(actors, ['options', 'actors'], 1000).forEach((one, i) => this.add(one, ['options', 'actors', i]));
  }

  get now(): Seconds {
    return this.player.now;
  }

  /** The stage's edges, as the game gives them. */
  private edgesIn(raw: unknown): Edges {
    const { units } = this.player;
    const { left, right, top, bottom } = readEdges(raw, ['options', 'edges']);
    const x = (px: number | undefined): number | undefined => (px === undefined ? undefined : units.xIn(px));
    const y = (px: number | undefined): number | undefined => (px === undefined ? undefined : units.yIn(px));
    return { left: x(left), right: x(right), top: y(top), bottom: y(bottom) };
  }

  /** Somebody comes about: with a body, and the clock of it. */
  private bring(id: string, { actor, x, y, facing, flies }: Joining): GameClock {
    const { player } = this;
    this.catchUp();
    const place = { x: player.units.xOut(x), y: player.units.yOut(y) };
    player.body(id, { actor: actor.id, ...place, facing, scale: actor.scale });
    this.list(id, actor, place, facing);
    const clock = player.clockOf(id);
    this.before.set(id, (flies ? player.clockOf('world') : clock).shown(this.now));
    return clock;
  }

  /** Removes a body from the player and from what the game reads. */
  private drop(id: string): void {
    this.catchUp();
    this.motion.endLeg(id, this.now);
    this.player.drop(id);
    this.goneSince.delete(id);
    this.before.delete(id);
    this.hops.delete(id);
    this.poses.delete(id);
    this.actors.splice(
      this.actors.findIndex((one) => one.id === id),
      1,
    );
  }

  private list(id: string, actor: CombatActor, place: Place, facing: 1 | -1): void {
    this.actors.push({
      id,
      actor: actor.id,
      health: actor.health.start,
      share: 1,
      standing: 'up',
      leaving: 0,
      look: '',
      statuses: [],
      place,
      facing,
      scale: actor.scale,
      lift: 0,
      move: undefined,
    });
  }

  private hear(step: HistoryStep): void {
    if (step.of === 'standing') {
      if (step.value === 'gone') {
        const isOver = step.replaced === true;
        this.goneSince.set(step.who, { since: step.at, until: step.at, isOver });
        if (isOver) this.despawned.push({ who: step.who, at: step.at });
      } else this.goneSince.delete(step.who);
      if (step.value === 'up') {
        this.catchUp();
        this.player.bringBack(step.who);
      }
    }
    if (step.of === 'move') {
      this.moves.push(moveOut(step));
      this.pose(step);
    }
    if (step.of === 'leg') {
      const who = this.run.find(step.who);
      if (who) this.motion.startLeg(who, step);
    }
    if (step.of === 'join' && step.hop > 0) this.hop(step);
    if (step.of === 'land') {
      this.catchUp();
      this.player.land(step.who);
    }
  }

  /** A move with keys says how its actor's body is, as long as it goes on. */
  private pose(step: MoveStep): void {
    const who = this.run.find(step.who);
    const move = who?.actor.moves.get(step.value);
    if (!who || !move || move.keys.length === 0) return;
    let own = this.poses.get(step.who);
    if (!own) {
      this.poses.set(step.who, (own = new BodyMoves(who.clock, 'forgotten')));
      this.player.posed(step.who, own);
    }
    own.goOn(step.how, move, step.at);
  }

  private hop({ who, at, hop, flight }: JoinStep): void {
    this.hops.set(who, { at, hop, flight });
    this.player.hop(who, new FlightHop(at, hop, flight));
  }

  private entryOut(entry: LogEntry): ArenaLogEntry {
    const { touch } = entry;
    if (!touch) return entry as ArenaLogEntry;
    const { units } = this.player;
    const { distance, angle, place } = touch;
    return {
      ...entry,
      touch: {
        ...touch,
        distance: units.xOut(distance),
        angle: units.angleOut(angle),
        place: place && { x: units.xOut(place.x), y: units.yOut(place.y) },
      },
    };
  }

  get frame() {
    return this.player.frame;
  }

  /** Lets somebody else take part. */
  join(actor: ArenaOptions['actors'][number]): void {
    this.add(readRecord(actor, ['actor']), ['actor']);
  }

  leave(id: string): void {
    this.run.leave(this.known(id, ['id']));
  }

  private add(raw: Readonly<Record<string, unknown>>, path: (string | number)[]): void {
    const id = readId(raw['id'], [...path, 'id']);
    const whole = this.plan.actors.get(raw['actor'] as string);
    if (!whole)
      throw new DocumentError(
        [...path, 'actor'],
        `expected an actor of the kit (${[...this.plan.actors.keys()].join(', ')}), found ${show(raw['actor'])}`,
      );
    if (this.run.find(id)) throw new DocumentError([...path, 'id'], `expected an id of its own, "${id}" is taken`);
    readPoint(raw['place'], [...path, 'place']);
    const place = raw['place'] as { x: number; y: number };
    const most = whole.ranks.length;
    const rank = raw['rank'] === undefined ? most : Math.floor(readNumber(raw['rank'], [...path, 'rank'], 1, Math.max(1, most)));
    const actor = whole.ranks.at(rank - 1) ?? whole;
    const { facing = 1, scale = actor.scale === 1 ? undefined : actor.scale } = raw;
    if (facing !== 1 && facing !== -1) throw new DocumentError([...path, 'facing'], `expected 1 or -1, found ${show(facing)}`);
    if (scale !== undefined) readNumber(scale, [...path, 'scale'], 0.01, 100);
    const health = raw['health'] === undefined ? undefined : readNumber(raw['health'], [...path, 'health'], 0.001, actor.health.most);
    const { player } = this;
    player.body(id, { actor: actor.id, x: place.x, y: place.y, facing, ...(scale !== undefined && { scale: scale as number }) });
    const at = { x: player.units.xIn(place.x), y: player.units.yIn(place.y), facing, health, rank } as const;
    const clock = player.clockOf(id);
    this.run.add(new Combatant(id, this.run.nextIndex, actor, clock, at));
    this.before.set(id, clock.shown(this.now));
    this.list(id, actor, place, facing);
    this.tellActors();
  }

  place(
    id: string,
    place: { readonly x: number; readonly y: number; readonly facing?: 1 | -1; readonly velocity?: { x: number; y: number } },
  ): void {
    const who = this.known(id, ['id']);
    readPoint(place, ['place']);
    const { units } = this.player;
    this.motion.endLeg(id, this.now);
    this.player.body(id, { ...place });
    this.run.place(who, units.xIn(place.x), units.yIn(place.y), place.facing ?? who.facing);
    // For a body that stands still the rules report speed 0; the game's own velocity replaces it.
    if (!this.motion.isMoving(id)) this.player.body(id, { ...place });
  }

  raise(name: string, options: ArenaRaise = {}, at: Seconds = this.now): void {
    const event = this.plan.events.get(name);
    if (!event)
      throw new DocumentError(['event'], `expected an event of the kit (${[...this.plan.events.keys()].join(', ')}), found ${show(name)}`);
    const { source, target, place, payload = {} } = readRecord(options, ['options']) as ArenaRaise;
    readNumber(at, ['at'], this.now - 1e-9, this.now + longestStep);
    if (place !== undefined) readPoint(place, ['options', 'place']);
    const { units } = this.player;
    const left = directionsLeftOut(event, payload);
    const told = {
      source: source === undefined ? undefined : this.known(source, ['options', 'source']),
      target: target === undefined ? undefined : this.known(target, ['options', 'target']),
      place: place && { x: units.xIn(place.x), y: units.yIn(place.y) },
    };
    this.run.hand(at, event, told, completePayload(event, units.payloadIn({ event }, payload satisfies Payload)), left);
  }

  move(id: string, move: string, options: { readonly toward?: string } = {}, at: Seconds = this.now): void {
    const { toward } = readRecord(options, ['options']) as { toward?: string };
    this.act(id, { do: 'move', move, ...(toward !== undefined && { toward }) }, at);
  }

  letGo(id: string, at: Seconds = this.now): void {
    this.act(id, { do: 'let-go' }, at);
  }

  guard(id: string, up: boolean, at: Seconds = this.now): void {
    const { actor } = this.known(id, ['id']);
    const guard = [...actor.moves.values()].find(({ holds, status }) => holds && status !== undefined);
    if (!guard) throw new DocumentError(['id'], `expected somebody with a move that holds and gives a status, found "${actor.id}"`);
    this.act(id, up ? { do: 'move', move: guard.id } : { do: 'let-go' }, at);
  }

  walk(id: string, walk?: ArenaWalk, at: Seconds = this.now): void {
    if (walk === undefined) return this.act(id, { do: 'stop' }, at);
    const { toward, from, around, ...others } = readRecord(walk, ['walk']);
    if ('points' in others) return this.actAt(id, { ...others, do: 'walk' }, at, ['walk']);
    if (around !== undefined) return this.actAt(id, { ...others, do: 'orbit', whom: around }, at, ['walk']);
    const act = from === undefined ? { do: 'approach', whom: toward } : { do: 'keep-away', whom: from };
    this.actAt(id, { ...others, ...act }, at, ['walk']);
  }

  turn(id: string, facing: 1 | -1, at: Seconds = this.now): void {
    this.act(id, { do: 'turn', facing }, at);
  }

  launch(actor: string, launch: ArenaLaunch, at: Seconds = this.now): void {
    readNumber(at, ['at'], this.now - 1e-9, this.now + longestStep);
    const { id, from, place, ...flies } = readRecord(launch, ['launch']);
    refuseOthers(flies, launchNames, ['launch']);
    if (id !== undefined && this.run.find(readId(id, ['launch', 'id'])))
      throw new DocumentError(['launch', 'id'], `expected an id of its own, ${show(id)} is taken`);
    const by = from === undefined ? undefined : this.known(from as string, ['launch', 'from']);
    if (!by && place === undefined) throw new DocumentError(['launch'], 'expected from whom it flies, or the place where it begins');
    const begin = place === undefined ? undefined : this.placeInPx(place, ['launch', 'place']);
    const ids = this.run.combatants.map((one) => one.id);
    const planned = compileLaunch(this.inPx({ ...flies, actor }, ['launch']), ['launch'], this.plan, ids, by?.facing ?? 1);
    const flight = launchOf(planned, (other) => this.run.find(other), by);
    if (flight) this.run.handLaunch(at, { id: id as string | undefined, actor: planned.actor, by, place: begin, launch: flight });
  }

  act(id: string, act: ArenaAct, at: Seconds = this.now): void {
    this.actAt(id, readRecord(act, ['act']), at, ['act']);
  }

  private actAt(id: string, act: Readonly<Record<string, unknown>>, at: Seconds, path: string[]): void {
    const who = this.known(id, ['id']);
    readNumber(at, ['at'], this.now - 1e-9, this.now + longestStep);
    const ids = this.run.combatants.map((one) => one.id);
    this.run.handAct(
      at,
      who,
      actOf(compileAct(this.inPx(act, path), path, who.actor, ids, this.plan, who.facing), (other) => this.run.find(other), who),
    );
  }

  /** An act of the game's with its lengths in px. */
  private inPx(act: Readonly<Record<string, unknown>>, path: string[]): Readonly<Record<string, unknown>> {
    const { units } = this.player;
    const lengths = ['within', 'beyond', 'distance', 'speed', 'range', 'hop'].flatMap((name): [string, number][] => {
      const length = act[name];
      return typeof length === 'number' ? [[name, units.xIn(length)]] : [];
    });
    const { points, to, angle } = act;
    return {
      ...act,
      ...Object.fromEntries(lengths),
      ...(typeof angle === 'number' && { angle: units.angleIn(angle) }),
      ...(to !== undefined && { to: this.placeInPx(to, [...path, 'to']) }),
      ...(points !== undefined && {
        points: readList(points, [...path, 'points'], mostPoints).map((point, i) => this.placeInPx(point, [...path, 'points', i])),
      }),
    };
  }

  private placeInPx(raw: unknown, path: (string | number)[]): { readonly x: number; readonly y: number } {
    readPoint(raw, path);
    const { x, y } = raw as Place;
    const { units } = this.player;
    return { x: units.xIn(x), y: units.yIn(y) };
  }

  advance(to: Seconds): void {
    const { run } = this;
    readNumber(to, ['to'], this.now, this.now + longestStep);
    this.log.length = this.sounds.length = this.signals.length = this.moves.length = this.despawned.length = 0;
    this.takeHealth();
    this.noteClocks();
    run.advance(to);
    this.pass(to);
    this.tellActors();
  }

  elapsed(id: string): Seconds {
    const before = this.before.get(id);
    const clock = id === 'world' ? this.player.clockOf(id) : this.known(id, ['id']).clock;
    return clock.shown(this.now) - (before ?? 0);
  }

  /** Reads all clocks at the start of an advance. */
  private noteClocks(): void {
    this.begun = this.now;
    this.before.set('world', this.player.clockOf('world').shown(this.begun));
    for (const { id, clock } of this.run.combatants) this.before.set(id, clock.shown(this.begun));
  }

  /** Advances the player to the time of the run. Called before the run plays something, or adds, removes or respawns a body. */
  private catchUp(): void {
    if (this.run.now > this.now) this.pass(this.run.now);
  }

  /** Advances the player. Long advances are split: a stream reads its body's whole path, and the player remembers only the end of it. */
  private pass(to: Seconds): void {
    const from = this.now;
    const pieces = Math.max(1, Math.ceil((to - from) / (rememberedPath / 2)));
    for (let i = 1; i <= pieces; i++) this.passPiece(i === pieces ? to : from + ((to - from) * i) / pieces);
  }

  private passPiece(to: Seconds): void {
    const { player } = this;
    const before = player.now;
    // Set first: effects that start during the advance read the positions of bodies.
    this.motion.settleUntil(to);
    player.advance(Math.max(0, to - before));
    // Instants are told from the beginning of the whole advance.
    for (const sound of player.sounds) this.sounds.push({ ...sound, at: sound.at + before - this.begun });
    for (const signal of player.signals) this.signals.push({ ...signal, at: signal.at + before - this.begun });
  }

  /** What the game says of health is so, whatever the rules would have left. */
  private takeHealth(): void {
    if (!this.handed) return;
    for (const who of this.run.combatants) {
      const points = this.handed(who.id);
      if (points === undefined) continue;
      readNumber(points, ['health', who.id], 0, who.actor.health.most);
      who.setHealth(points, who.shown(this.now));
    }
  }

  private tellActors(): void {
    this.run.combatants.forEach((who, i) => {
      const shown = who.shown(this.now);
      const state = this.actors[i] as Writable<ArenaActorState>;
      state.health = who.health(shown);
      state.share = who.share(shown);
      this.tellStanding(who, state);
      state.look = who.lookAt(shown);
      state.statuses = [...who.held.values()].map(({ status: { id }, stacks, began }) => ({ id, stacks, age: snap(shown - began) }));
      const { units } = this.player;
      state.place = { x: units.xOut(who.xAt(this.now)), y: units.yOut(who.yAt(this.now)) };
      state.facing = who.facing;
      const flies = this.hops.get(who.id);
      state.lift = flies ? units.xOut(liftOf(flies.hop, flies.flight, this.now - flies.at)) : 0;
      const { acting } = who;
      state.move = acting && { id: acting.move.id, age: snap(shown - acting.began), phase: phaseAt(acting, shown) };
      this.player.tellHealth(who.id, state.share);
    });
  }

  /** A despawned body is `leaving` while effects that it was struck with at that instant still show on it, then `gone`. */
  private tellStanding(who: Combatant, state: Writable<ArenaActorState>): void {
    const gone = who.standing === 'gone' ? this.goneSince.get(who.id) : undefined;
    if (!gone) {
      state.standing = who.standing;
      state.leaving = 0;
      return;
    }
    if (gone.isOver) {
      state.standing = 'gone';
      state.leaving = 0;
      return;
    }
    const until = this.player.shownUntil(who.id, gone.since);
    state.leaving = Math.max(0, until - this.now);
    state.standing = state.leaving > 0 ? 'leaving' : 'gone';
    if (state.leaving > 0) {
      gone.until = until;
      return;
    }
    gone.isOver = true;
    // The player forgets effects that are over: then the end that was known last is the end.
    this.despawned.push({ who: who.id, at: Math.min(this.now, Math.max(gone.until, until)) });
  }

  private known(id: string, path: (string | number)[]): Combatant {
    const who = this.run.find(id);
    if (who) return who;
    throw new DocumentError(path, `expected one of ${this.run.combatants.map((one) => one.id).join(', ') || 'nobody'}, found ${show(id)}`);
  }
}

function moveOut({ who, value, at, how, why }: MoveStep): ArenaMoveStep {
  return { who, move: value, at, how, why };
}
