import type { Kit, Payload, Player } from '@undatio/core/runtime';

/** A beetle of this game. Positions are px; x grows to the right. */
export interface Beetle {
  readonly asset: string;
  /** 1 faces right, -1 left. */
  readonly facing: 1 | -1;
  readonly home: number;
  x: number;
}

export interface Struck {
  readonly sequence: string;
  readonly damage: number;
  readonly seed: number;
}

/** The distance between two beetles whose horns touch. */
const reach = 160;
const walkSpeed = 210;
const retreatSpeed = 130;

/**
 * Two beetles that charge in turn, strike, and walk home. Feedback is whatever the kit says: the game tells the player where
 * its beetles are, strikes when a charge begins, and lets time pass.
 */
export class Joust {
  readonly beetles: readonly [Beetle, Beetle] = [
    { asset: 'brasshorn', facing: 1, home: -250, x: -250 },
    { asset: 'mosshell', facing: -1, home: 150, x: 150 },
  ];
  readonly player: Player;
  private turn = 0;
  private phase: 'charge' | 'retreat' = 'charge';
  private isStruck = false;

  constructor(
    private readonly kit: Kit,
    private readonly struck: (blow: Struck) => void,
  ) {
    this.player = kit.player({ seed: 1000 });
    this.place();
  }

  /** Advances the game by `dt` seconds of wall time. */
  advance(dt: number): void {
    const { player } = this;
    const [attacker, defender] = this.beetles;
    const goal = this.phase === 'charge' ? defender.x - reach : attacker.home;
    if (this.phase === 'charge' && !this.isStruck) this.strikeNext((goal - attacker.x) / walkSpeed);
    player.advance(dt);
    // Each on its own clock: they stand still in the hit-stops that name them.
    const speed = this.phase === 'charge' ? walkSpeed : retreatSpeed;
    walk(attacker, goal, speed * player.elapsed(attacker.asset));
    for (const { id, settledX } of player.frame.bodies) {
      const beetle = this.beetles.find(({ asset }) => asset === id);
      // A throw that stays is the game's from here on.
      if (beetle) beetle.x += settledX;
    }
    if (this.phase === 'retreat') walk(defender, defender.home, 60 * player.elapsed(defender.asset));
    if (Math.abs(goal - attacker.x) < 0.5) {
      this.phase = this.phase === 'charge' ? 'retreat' : 'charge';
      this.isStruck = false;
    }
    this.place();
  }

  private place(): void {
    const known = this.kit.actors.map(({ id }) => id);
    for (const { asset, x, facing } of this.beetles)
      this.player.body(asset, { x, y: 0, facing, ...(known.includes(asset) && { actor: asset }) });
  }

  /** Struck as soon as the charge begins, `after` seconds before contact: a wind-up has its time. */
  private strikeNext(after: number): void {
    this.isStruck = true;
    const [attacker, defender] = this.beetles;
    const sequence = this.kit.sequences[this.turn % this.kit.sequences.length];
    const seed = 1000 + this.turn;
    const damage = 6 + ((this.turn * 17) % 40);
    this.turn++;
    const at = { x: defender.x - reach / 2, y: 0 };
    // Events have fields of their own: one without damage is struck with its defaults.
    const payload: Payload = this.kit.eventOf(sequence).fields.some(({ name, type }) => name === 'damage' && type === 'number')
      ? { damage }
      : {};
    this.player.strike(sequence, payload, { source: attacker.asset, target: defender.asset, seed, after: Math.max(0, after), at });
    this.struck({ sequence, damage, seed });
  }
}

function walk(beetle: Beetle, goal: number, far: number): void {
  const left = goal - beetle.x;
  beetle.x += Math.sign(left) * Math.min(Math.abs(left), far);
}
