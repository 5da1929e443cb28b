import type { ArenaActorState, PlayerFrame } from '@undatio/core/runtime';
import type { Bout } from './bout.js';
import { arenaOf, type DrillDocument } from './drillBout.js';
import type { OpenedKit } from './openArchive.js';
import { struckOnStage, type Shown } from './singleBlow.js';

/** A bout that shows one instant only. */
export class StillBout implements Bout {
  readonly sounds = [];

  private constructor(
    readonly now: number,
    readonly frame: PlayerFrame,
    private readonly states: readonly ArenaActorState[],
    readonly stage?: string,
  ) {}

  /** The instant `t` seconds from a sequence's contact. Throws KitError if the kit cannot strike it. */
  static ofSequence(opened: Pick<OpenedKit, 'played' | 'stages'>, shown: Shown, t: number): StillBout {
    // Begun early enough to show instants before contact.
    const { player, contact } = struckOnStage(opened, shown, Math.max(0, -t) + 0.1);
    player.advance(Math.max(0, contact + t));
    return new StillBout(player.now, player.frame, []);
  }

  /** The instant `t` seconds from a drill's beginning. */
  static ofDrill({ played }: Pick<OpenedKit, 'played'>, drill: DrillDocument, t: number): StillBout {
    const arena = arenaOf(played, drill);
    arena.advance(t);
    return new StillBout(arena.now, arena.frame, arena.actors, drill.stage);
  }

  state(id: string): ArenaActorState | undefined {
    return this.states.find((one) => one.id === id);
  }

  advance(): void {
    // Time does not pass in it.
  }
}
