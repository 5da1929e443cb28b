import type { Frame, Kit, Take } from '@undatio/core/runtime';

/** A beetle of this game. Positions are px; x grows to the right. */
export interface Beetle {
  readonly asset: string;
  readonly name: string;
  /** 1 faces right, -1 left. */
  readonly facing: 1 | -1;
  readonly home: number;
  x: number;
}

/** A blow being played: its take on its own clock, and who is who in it. */
export interface Blow {
  readonly take: Take;
  readonly frame: Frame;
  readonly attacker: Beetle;
  readonly defender: Beetle;
  /** Where they met. */
  readonly contact: number;
  /** Seconds since contact; negative in the wind-up. */
  age: number;
}

export interface Struck {
  readonly sequence: string;
  readonly damage: number;
  readonly seed: number;
  readonly take: Take;
}

/** Half the distance between two beetles whose horns touch. */
const reach = 80;
/** Where a blow's parties rest, from its contact point. Nobody else stands on this log. */
export const places = { source: { x: -80, y: 0 }, target: { x: 80, y: 0 }, others: [] };
const walkSpeed = 210;
const retreatSpeed = 130;

/**
 * Two beetles that charge in turn, strike, and walk home. Feedback is whatever the kit says: the game asks for a take
 * when a charge begins, and samples it every frame.
 */
export class Joust {
  readonly beetles: readonly [Beetle, Beetle] = [
    { asset: 'brasshorn', name: 'Brasshorn', facing: 1, home: -250, x: -250 },
    { asset: 'mosshell', name: 'Mosshell', facing: -1, home: 150, x: 150 },
  ];
  readonly blows: Blow[] = [];
  private turn = 0;
  private phase: 'charge' | 'retreat' = 'charge';
  private next: Blow | undefined;
  /** The take of the coming blow: struck once, when its charge begins. */
  private coming: Struck | undefined;

  constructor(
    private readonly kit: Kit,
    private readonly struck: (blow: Struck) => void,
  ) {}

  /** Advances the game by `dt` seconds of wall time. */
  advance(dt: number): void {
    for (const blow of this.blows) {
      blow.age += dt;
      blow.take.sample(blow.age, blow.frame);
    }
    while (this.blows.length > 0 && this.blows[0].age > this.blows[0].take.duration) this.blows.shift();
    const attacker = this.beetles[0];
    // The attacker's own clock: it stands still in a hit-stop that names it.
    const rate = this.blows.reduce((slowest, blow) => Math.min(slowest, blow.frame.source.rate), 1);
    const goal = this.phase === 'charge' ? this.beetles[1].x - 2 * reach : attacker.home;
    const speed = this.phase === 'charge' ? walkSpeed : -retreatSpeed;
    const left = goal - attacker.x;
    if (this.phase === 'charge') this.prepare(attacker, left / walkSpeed);
    attacker.x += Math.sign(left) * Math.min(Math.abs(left), Math.abs(speed) * dt * rate);
    if (Math.abs(goal - attacker.x) < 0.5) {
      this.phase = this.phase === 'charge' ? 'retreat' : 'charge';
      this.next = undefined;
    }
  }

  /** Asks for the take as soon as its wind-up has to begin, `ahead` seconds before contact. */
  private prepare(attacker: Beetle, ahead: number): void {
    if (this.next) return;
    const coming = (this.coming ??= this.strikeNext());
    const { take } = coming;
    if (ahead > -take.start + 1 / 60) return;
    this.coming = undefined;
    this.turn++;
    const defender = this.beetles[1];
    this.next = { take, frame: take.createFrame(), attacker, defender, contact: defender.x - reach, age: -ahead };
    this.blows.push(this.next);
    this.struck(coming);
  }

  private strikeNext(): Struck {
    const sequence = this.kit.sequences[this.turn % this.kit.sequences.length];
    const seed = 1000 + this.turn;
    const damage = 6 + ((this.turn * 17) % 40);
    return { sequence, damage, seed, take: this.strike(sequence, damage, seed) };
  }

  /** Events have fields of their own: one without damage is struck with its defaults. */
  private strike(sequence: string, damage: number, seed: number): Take {
    try {
      return this.kit.strike(sequence, { damage }, { seed, places });
    } catch {
      return this.kit.strike(sequence, {}, { seed, places });
    }
  }
}
