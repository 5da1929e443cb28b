import type { Arena, ArenaAct, ArenaActor, ArenaOptions, Kit, Payload } from '@undatio/core/runtime';
import { ArenaBout, decidedWords } from './bout.js';

/** A drill as `kit.json` holds it. */
export interface DrillDocument {
  readonly id: string;
  readonly label: string;
  readonly seed: number;
  readonly length: number;
  readonly stage?: string;
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
export class DrillBout extends ArenaBout {
  protected arena: Arena;

  constructor(
    private readonly kit: Kit,
    private readonly drill: DrillDocument,
    private readonly told: (line: string) => void,
  ) {
    super();
    this.arena = arenaOf(kit, drill);
  }

  get stage(): string | undefined {
    return this.drill.stage;
  }

  advance(seconds: number): void {
    if (this.arena.now >= this.drill.length) this.arena = arenaOf(this.kit, this.drill);
    const { arena } = this;
    arena.advance(Math.min(arena.now + seconds, this.drill.length));
    for (const entry of arena.log) this.told(`${entry.at.toFixed(2)} s ${decidedWords(entry)}`);
  }
}
