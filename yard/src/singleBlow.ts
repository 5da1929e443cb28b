import type { ArenaActorState, Kit, Payload, Player, PlayerFrame, PlayerSound } from '@undatio/core/runtime';
import type { Bout } from './bout.js';

/** What is shown: a sequence, and what it is struck with. */
export interface Shown {
  readonly sequence: string;
  readonly payload: Payload;
  readonly seed: number;
}

/** Seconds of stillness before the earliest wind-up, and after the last trace until the next blow. */
const before = 0.4;
const rest = 1.1;

/** One sequence of a kit, struck again and again by whom and on whom the kit has for that. */
export class SingleBlow implements Bout {
  private player: Player;
  private next = 0;

  /** Throws KitError where the kit cannot strike that. */
  constructor(
    private readonly kit: Kit,
    private readonly shown: Shown,
  ) {
    this.player = this.begin();
  }

  private begin(): Player {
    const { kit } = this;
    const player = kit.player();
    for (const [id, role, facing] of [
      ['striker', 'source', 1],
      ['struck', 'target', -1],
    ] as const) {
      const actor = kit.actors.find((one) => one.role === role);
      const x = actor?.place?.x ?? -80 * facing;
      player.body(id, { x, y: actor?.place?.y ?? 0, facing, ...(actor && { actor: actor.id }) });
    }
    return player;
  }

  get now(): number {
    return this.player.now;
  }

  get frame(): PlayerFrame {
    return this.player.frame;
  }

  get sounds(): readonly PlayerSound[] {
    return this.player.sounds;
  }

  state(_id: string): ArenaActorState | undefined {
    return undefined;
  }

  /** Strikes at once, with nothing left of the blow before. */
  strike(): void {
    const { kit, shown } = this;
    const { sequence, payload, seed } = shown;
    this.player = this.begin();
    const { start, duration } = kit.strike(sequence, payload, { seed });
    this.player.strike(sequence, payload, { source: 'striker', target: 'struck', seed, after: before - start, at: { x: 0, y: 0 } });
    this.next = this.now + before - start + duration + rest;
  }

  advance(seconds: number): void {
    if (this.now >= this.next) this.strike();
    this.player.advance(seconds);
  }
}
