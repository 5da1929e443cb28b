import type { Arena, ArenaActorState, Kit, Payload, Player, PlayerSound } from '@undatio/core/runtime';
import type { Beetle } from './beetle.js';
import { decidedWords } from './bout.js';
import type { Blow } from './openArchive.js';

/** What a game says of a charge that will meet somebody. */
export interface Charge {
  readonly turn: number;
  readonly source: string;
  readonly target: string;
  /** Seconds until they meet, and where. */
  readonly after: number;
  readonly at: { readonly x: number; readonly y: number };
}

/** Where a game's blows go: to the player that shows what they are, or to the rules that decide it first. */
export interface Feedback {
  readonly player: Player;
  readonly sounds: readonly PlayerSound[];
  place(beetle: Beetle): void;
  strike(charge: Charge): void;
  advance(seconds: number): void;
  /** Game time that passed for somebody in the last advance. */
  elapsed(id: string): number;
  state(id: string): ArenaActorState | undefined;
}

const damageOf = (turn: number): number => 6 + ((turn * 17) % 40);

/** Strikes as soon as a charge begins, because a wind-up has its time; tells it in a line. */
function strikeSequence(kit: Kit, player: Player, sequence: string, { turn, source, target, after, at }: Charge): string {
  const seed = 1000 + turn;
  // Events have fields of their own: one without damage is struck with its defaults.
  const hasDamage = kit.eventOf(sequence).fields.some(({ name, type }) => name === 'damage' && type === 'number');
  const payload: Payload = hasDamage ? { damage: damageOf(turn) } : {};
  player.strike(sequence, payload, { source, target, seed, after, at });
  return `${sequence}${hasDamage ? `, damage ${damageOf(turn)}` : ''}, seed ${seed}`;
}

/** Every sequence of the kit in turn, for a game that decides by itself which one it plays. */
export class SequenceFeedback implements Feedback {
  readonly player: Player;

  constructor(
    private readonly kit: Kit,
    private readonly told: (line: string) => void,
  ) {
    this.player = kit.player({ seed: 1000 });
  }

  get sounds(): readonly PlayerSound[] {
    return this.player.sounds;
  }

  place({ id, actor, x, facing }: Beetle): void {
    this.player.body(id, { x, y: actor?.place?.y ?? 0, facing, ...(actor && { actor: actor.id }) });
  }

  strike(charge: Charge): void {
    const { kit, player } = this;
    this.told(strikeSequence(kit, player, kit.sequences[charge.turn % kit.sequences.length], charge));
  }

  advance(seconds: number): void {
    this.player.advance(seconds);
  }

  elapsed(id: string): number {
    return this.player.elapsed(id);
  }

  state(): undefined {
    return undefined;
  }
}

/** The kit's rules decide what comes of each blow, its events in turn, of every kind that they know; then comes what no rule plays. */
export class RuleFeedback implements Feedback {
  private readonly arena: Arena;

  constructor(
    private readonly kit: Kit,
    beetles: readonly Beetle[],
    private readonly blows: readonly Blow[],
    private readonly undecided: readonly string[],
    private readonly told: (line: string) => void,
  ) {
    const actors = beetles.map(({ id, actor, x, facing }) => ({
      id,
      actor: actor?.id ?? '',
      facing,
      place: { x, y: actor?.place?.y ?? 0 },
    }));
    this.arena = kit.arena({ seed: 1000, actors });
  }

  get player(): Player {
    return this.arena.player;
  }

  get sounds(): readonly PlayerSound[] {
    return this.arena.sounds;
  }

  place({ id, actor, x, facing }: Beetle): void {
    this.arena.place(id, { x, y: actor?.place?.y ?? 0, facing });
  }

  strike(charge: Charge): void {
    const { blows, undecided, arena } = this;
    const { turn, source, target, after } = charge;
    const which = turn % (blows.length + undecided.length);
    if (which >= blows.length) {
      this.told(strikeSequence(this.kit, arena.player, undecided[which - blows.length], charge));
      return;
    }
    const { event, harm, kinds } = blows[which];
    const payload: Payload = { [harm]: damageOf(turn), ...(kinds && { [kinds.field]: kinds.options[turn % kinds.options.length] }) };
    arena.raise(event, { source, target, payload }, arena.now + after);
  }

  advance(seconds: number): void {
    const { arena } = this;
    arena.advance(arena.now + seconds);
    for (const entry of arena.log) this.told(decidedWords(entry));
  }

  elapsed(id: string): number {
    return this.arena.elapsed(id);
  }

  state(id: string): ArenaActorState | undefined {
    return this.arena.actors.find((one) => one.id === id);
  }
}
