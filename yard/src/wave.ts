import type { Arena, ArenaActorState, Kit, KitActor } from '@undatio/core/runtime';
import { ArenaBout, decidedWords } from './bout.js';

/** What a wave reads of an actor's document besides its body. */
export interface Fighter {
  readonly id: string;
  readonly side?: string;
  readonly radius?: number;
  readonly untouched?: boolean;
  readonly health?: { readonly falls?: string; readonly cannotFall?: boolean };
  readonly moves?: readonly FighterMove[];
}

export interface FighterMove {
  readonly id: string;
  readonly holds?: boolean;
  readonly sequence?: string;
  readonly contacts: readonly { readonly reach: { readonly length: number }; readonly sequence?: string }[];
}

/** Bodies that are there at once. */
const most = 60;
/** Seconds from one decision of everybody's to the next. */
const thinks = 0.2;
/** Seconds that a wave lasts. */
const lasts = 60;

/** One against many: a beetle that goes for whoever is nearest, and a wave that closes in on it; all of it acts by the kit's own moves. */
export class Wave extends ArenaBout {
  protected arena: Arena;
  private joined = 0;
  private decides = 0;

  private constructor(
    private readonly kit: Kit,
    private readonly hero: Fighter,
    private readonly many: readonly Fighter[],
    private readonly told: (line: string) => void,
  ) {
    super();
    this.arena = this.begin();
  }

  /** Undefined where the kit has nobody with a move, or nobody to go against. */
  static of(kit: Kit, fighters: readonly Fighter[], told: (line: string) => void): Wave | undefined {
    const isMover = (one: Fighter): boolean => movesOf(one).length > 0;
    const role = (one: Fighter): KitActor['role'] | undefined => kit.actors.find(({ id }) => id === one.id)?.role;
    const hero = fighters.find((one) => isMover(one) && role(one) === 'source') ?? fighters.find(isMover);
    const against = fighters.filter(
      (one) => one !== hero && !one.untouched && one.health?.falls !== undefined && !one.health.cannotFall && one.side !== hero?.side,
    );
    // Of one side: the side that has the most of them.
    const ofSide = (side: string | undefined): Fighter[] => against.filter((one) => one.side === side);
    const many = against.map(({ side }) => ofSide(side)).reduce((most, some) => (some.length > most.length ? some : most), []);
    return hero && many.length > 0 ? new Wave(kit, hero, many, told) : undefined;
  }

  private begin(): Arena {
    this.joined = 0;
    this.decides = 0;
    const arena = this.kit.arena({ seed: 60, actors: [{ id: 'hero', actor: this.hero.id, place: { x: 0, y: 0 } }] });
    while (this.joined < most - 1) this.join(arena);
    return arena;
  }

  /** One more, from either side, where it has never been before. */
  private join(arena: Arena): void {
    const which = this.joined++;
    const side = which % 2 === 0 ? 1 : -1;
    const place = { x: side * (320 + ((which * 47) % 900)), y: ((which * 29) % 90) - 20 };
    arena.join({ id: `w${which}`, actor: this.many[(which * 7) % this.many.length].id, place, facing: side === 1 ? -1 : 1 });
  }

  advance(seconds: number): void {
    if (this.arena.now >= lasts) this.arena = this.begin();
    const { arena } = this;
    if (arena.now >= this.decides) {
      this.decides = arena.now + thinks;
      this.decide();
    }
    arena.advance(arena.now + seconds);
    for (const entry of arena.log) if (entry.touch) this.told(`${entry.at.toFixed(2)} s ${decidedWords(entry)}`);
  }

  private decide(): void {
    const { arena } = this;
    const hero = this.state('hero');
    if (hero?.standing !== 'up') return;
    const near = arena.actors
      .filter(({ id, standing }) => id.startsWith('w') && standing === 'up')
      .map((one) => ({ one, away: Math.hypot(one.place.x - hero.place.x, one.place.y - hero.place.y) }))
      .sort((a, b) => a.away - b.away);
    const [first] = near;
    if (first && !hero.move) this.fight('hero', this.hero, first.one, first.away);
    for (const { one, away } of near) {
      const fighter = this.many.find(({ id }) => id === one.actor);
      if (fighter && !one.move) this.fight(one.id, fighter, hero, away);
    }
    // Whoever has fallen off the log comes back by the rules; where it does not, another takes its place.
    if (near.length < most / 2) this.join(arena);
  }

  /** Goes on until somebody is within reach, and then strikes with each of its moves in turn. */
  private fight(id: string, { moves = [], radius = 0 }: Fighter, on: ArenaActorState, away: number): void {
    const usable = movesOf({ moves });
    const move = usable.at(Math.floor(this.arena.now / thinks) % Math.max(1, usable.length));
    const other = [this.hero, ...this.many].find((one) => one.id === on.actor)?.radius ?? 0;
    const reach = move ? Math.max(...move.contacts.map((contact) => contact.reach.length)) + other : radius + other;
    if (move && away <= reach) this.arena.move(id, move.id, { toward: on.id });
    else this.arena.walk(id, { toward: on.id, within: Math.max(10, reach * 0.8) });
  }
}

function movesOf({ moves = [] }: Pick<Fighter, 'moves'>): readonly FighterMove[] {
  return moves.filter(({ holds, contacts }) => !holds && contacts.length > 0);
}
