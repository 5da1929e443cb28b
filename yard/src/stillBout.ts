import type { ArenaActorState, PlayerFrame } from '@undatio/core/runtime';
import type { Bout } from './bout.js';
import { arenaOf, type DrillDocument } from './drillBout.js';
import type { OpenedKit } from './openArchive.js';
import { struckOnStage, type Shown } from './singleBlow.js';

/** One instant that stands still: to look at. */
export class StillBout implements Bout {
  readonly sounds = [];

  private constructor(
    readonly now: number,
    readonly frame: PlayerFrame,
    private readonly states: readonly ArenaActorState[],
    readonly stage?: string,
  ) {}

  /** A sequence, so many seconds from its contact. Throws KitError where the kit cannot strike that. */
  static ofSequence(opened: Pick<OpenedKit, 'played' | 'stages'>, shown: Shown, t: number): StillBout {
    // Early enough for instants before contact as well.
    const { player, contact } = struckOnStage(opened, shown, Math.max(0, -t) + 0.1);
    player.advance(Math.max(0, contact + t));
    return new StillBout(player.now, player.frame, []);
  }

  /** A drill, so many seconds from its beginning. */
  static ofDrill({ played }: Pick<OpenedKit, 'played'>, drill: DrillDocument, t: number): StillBout {
    const arena = arenaOf(played, drill);
    arena.advance(t);
    return new StillBout(arena.now, arena.frame, arena.actors, drill.stage);
  }

  state(id: string): ArenaActorState | undefined {
    return this.states.find((one) => one.id === id);
  }

  advance(): void {
    // It stands still.
  }
}
