import type { Kit, KitActor, Payload, Player } from '@undatio/core/runtime';

/** A beetle of this game, or whoever the kit has in its place. Positions are px; x grows to the right. */
export interface Beetle {
  readonly id: string;
  /** The kit's actor that it is drawn as, where the kit has one. */
  readonly actor: KitActor | undefined;
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

const walkSpeed = 210;
const retreatSpeed = 130;

/**
 * Two beetles that charge in turn, strike, and walk home. Feedback is whatever the kit says: the game tells the player where
 * its beetles are, strikes when a charge begins, and lets time pass.
 */
export class Joust {
  readonly beetles: readonly [Beetle, Beetle];
  readonly player: Player;
  /** The distance between the two when they touch, and from the contact point to who is struck. */
  private readonly reach: number;
  private readonly behind: number;
  private turn = 0;
  private phase: 'charge' | 'retreat' = 'charge';
  private isStruck = false;

  constructor(
    private readonly kit: Kit,
    private readonly struck: (blow: Struck) => void,
  ) {
    this.player = kit.player({ seed: 1000 });
    const striker = kit.actors.find(({ role }) => role === 'source');
    const struckOne = kit.actors.find(({ role }) => role === 'target');
    this.beetles = [
      { id: 'striker', actor: striker, facing: 1, home: -250, x: -250 },
      { id: 'struck', actor: struckOne, facing: -1, home: 150, x: 150 },
    ];
    // As they stand in the kit about its contact point.
    this.behind = struckOne?.place?.x ?? 80;
    this.reach = this.behind - (striker?.place?.x ?? -80);
    this.place();
  }

  /** Advances the game by `dt` seconds of wall time. */
  advance(dt: number): void {
    const { player } = this;
    const [attacker, defender] = this.beetles;
    const goal = this.phase === 'charge' ? defender.x - this.reach : attacker.home;
    if (this.phase === 'charge' && !this.isStruck) this.strikeNext((goal - attacker.x) / walkSpeed);
    player.advance(dt);
    // Each on its own clock: they stand still in the hit-stops that name them.
    const speed = this.phase === 'charge' ? walkSpeed : retreatSpeed;
    walk(attacker, goal, speed * player.elapsed(attacker.id));
    for (const { id, settledX } of player.frame.bodies) {
      const beetle = this.beetles.find((one) => one.id === id);
      // A throw that stays is the game's from here on.
      if (beetle) beetle.x += settledX;
    }
    if (this.phase === 'retreat') walk(defender, defender.home, 60 * player.elapsed(defender.id));
    if (Math.abs(goal - attacker.x) < 0.5) {
      this.phase = this.phase === 'charge' ? 'retreat' : 'charge';
      this.isStruck = false;
    }
    this.place();
  }

  private place(): void {
    for (const { id, actor, x, facing } of this.beetles)
      this.player.body(id, { x, y: actor?.place?.y ?? 0, facing, ...(actor && { actor: actor.id }) });
  }

  /** Struck as soon as the charge begins, `after` seconds before contact: a wind-up has its time. */
  private strikeNext(after: number): void {
    this.isStruck = true;
    const [attacker, defender] = this.beetles;
    const sequence = this.kit.sequences[this.turn % this.kit.sequences.length];
    const seed = 1000 + this.turn;
    const damage = 6 + ((this.turn * 17) % 40);
    this.turn++;
    const at = { x: defender.x - this.behind, y: 0 };
    // Events have fields of their own: one without damage is struck with its defaults.
    const payload: Payload = this.kit.eventOf(sequence).fields.some(({ name, type }) => name === 'damage' && type === 'number')
      ? { damage }
      : {};
    this.player.strike(sequence, payload, { source: attacker.id, target: defender.id, seed, after: Math.max(0, after), at });
    this.struck({ sequence, damage, seed });
  }
}

function walk(beetle: Beetle, goal: number, far: number): void {
  const left = goal - beetle.x;
  beetle.x += Math.sign(left) * Math.min(Math.abs(left), far);
}
