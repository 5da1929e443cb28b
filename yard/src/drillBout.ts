import type {
  Arena,
  ArenaAct,
  ArenaActor,
  ArenaActorState,
  ArenaOptions,
  Kit,
  Payload,
  PlayerFrame,
  PlayerSound,
} from '@undatio/core/runtime';
import { decidedWords, type Bout } from './bout.js';

/** A drill as `kit.json` holds it. */
export interface DrillDocument {
  readonly id: string;
  readonly label: string;
  readonly seed: number;
  readonly length: number;
  readonly actors: readonly ArenaActor[];
  readonly script: readonly {
    readonly at: number;
    readonly event: string;
    readonly source?: string;
    readonly target?: string;
    readonly place?: { readonly x: number; readonly y: number };
    readonly payload?: Payload;
    readonly repeat?: { readonly count: number; readonly every: number };
  }[];
  readonly acts?: readonly ({ readonly at: number; readonly who: string } & ArenaAct)[];
  readonly edges?: ArenaOptions['edges'];
}

/** An arena with all of a drill's script raised, at its first instant. */
export function arenaOf(kit: Kit, { actors, seed, script, acts = [], edges, length }: DrillDocument): Arena {
  const arena = kit.arena({ actors, seed, ...(edges && { edges }) });
  for (const { at, event, repeat = { count: 1, every: 0 }, ...options } of script)
    for (let i = 0; i < repeat.count && at + i * repeat.every <= length; i++) arena.raise(event, options, at + i * repeat.every);
  // At one instant acts come after the script.
  for (const { at, who, ...act } of acts) arena.act(who, act, at);
  return arena;
}

/** A drill of the kit, played again and again. */
export class DrillBout implements Bout {
  private arena: Arena;

  constructor(
    private readonly kit: Kit,
    private readonly drill: DrillDocument,
    private readonly told: (line: string) => void,
  ) {
    this.arena = arenaOf(kit, drill);
  }

  get now(): number {
    return this.arena.now;
  }

  get frame(): PlayerFrame {
    return this.arena.frame;
  }

  get sounds(): readonly PlayerSound[] {
    return this.arena.sounds;
  }

  state(id: string): ArenaActorState | undefined {
    return this.arena.actors.find((one) => one.id === id);
  }

  advance(seconds: number): void {
    if (this.arena.now >= this.drill.length) this.arena = arenaOf(this.kit, this.drill);
    const { arena } = this;
    arena.advance(Math.min(arena.now + seconds, this.drill.length));
    for (const entry of arena.log) this.told(`${entry.at.toFixed(2)} s ${decidedWords(entry)}`);
  }
}
