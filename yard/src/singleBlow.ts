import type { ArenaActorState, Payload, Player, PlayerFrame, PlayerSound } from '@undatio/core/runtime';
import type { Bout } from './bout.js';
import type { OpenedKit } from './openArchive.js';
import { standIn, standingOn } from './standing.js';

/** What is shown: a sequence, and what it is struck with. */
export interface Shown {
  readonly sequence: string;
  readonly payload: Payload;
  readonly seed: number;
}

/** Seconds of stillness before the earliest wind-up, and after the last trace until the next blow. */
const before = 0.4;
const rest = 1.1;

/**
 * A player in which one sequence of a kit is struck by whom and on whom the kit's first stage has for that, `lead` seconds before
 * its earliest wind-up. Throws KitError where the kit cannot strike that.
 */
export function struckOnStage(
  { played, stages }: Pick<OpenedKit, 'played' | 'stages'>,
  { sequence, payload, seed }: Shown,
  lead: number,
): { readonly player: Player; readonly contact: number; readonly duration: number } {
  const player = played.player();
  const parties = standIn(player, standingOn(played, stages.at(0)));
  const { start, duration } = played.strike(sequence, payload, { seed });
  const contact = lead - start;
  player.strike(sequence, payload, { ...parties, seed, after: contact, at: { x: 0, y: 0 } });
  return { player, contact, duration };
}

/** One sequence of a kit, struck again and again. */
export class SingleBlow implements Bout {
  private player: Player;
  private next = 0;

  /** Throws KitError where the kit cannot strike that. */
  constructor(
    private readonly opened: Pick<OpenedKit, 'played' | 'stages'>,
    private readonly shown: Shown,
  ) {
    this.player = this.begin();
  }

  private begin(): Player {
    const player = this.opened.played.player();
    standIn(player, standingOn(this.opened.played, this.opened.stages.at(0)));
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
    const { player, contact, duration } = struckOnStage(this.opened, this.shown, before);
    this.player = player;
    this.next = contact + duration + rest;
  }

  advance(seconds: number): void {
    if (this.now >= this.next) this.strike();
    this.player.advance(seconds);
  }
}
