import type { ArenaActorState, Kit, PlayerFrame, PlayerSound } from '@undatio/core/runtime';
import type { Beetle } from './beetle.js';
import type { Bout } from './bout.js';
import { RuleFeedback, SequenceFeedback, type Feedback } from './feedback.js';
import type { OpenedKit } from './openArchive.js';

const walkSpeed = 210;
const retreatSpeed = 130;

/**
 * Two beetles: one charges, strikes, and walks home. What comes of it is whatever the kit says, by its rules where it has some
 * and by each of its sequences in turn otherwise: the game tells where its beetles are, strikes when a charge begins, and lets
 * time pass.
 */
export class Joust implements Bout {
  readonly beetles: readonly [Beetle, Beetle];
  readonly feedback: Feedback;
  /** The distance between the two when they touch, and from the contact point to who is struck. */
  private readonly reach: number;
  private readonly behind: number;
  private turn = 0;
  private phase: 'charge' | 'retreat' = 'charge';
  private isStruck = false;

  constructor(kit: Kit, { blows, undecided }: Pick<OpenedKit, 'blows' | 'undecided'>, told: (line: string) => void) {
    const striker = kit.actors.find(({ role }) => role === 'source');
    const struck = kit.actors.find(({ role }) => role === 'target');
    this.beetles = [
      { id: 'striker', actor: striker, facing: 1, home: -250, x: -250 },
      { id: 'struck', actor: struck, facing: -1, home: 150, x: 150 },
    ];
    // As they stand in the kit about its contact point.
    this.behind = struck?.place?.x ?? 80;
    this.reach = this.behind - (striker?.place?.x ?? -80);
    this.feedback =
      blows.length > 0 && striker && struck ? new RuleFeedback(kit, this.beetles, blows, undecided, told) : new SequenceFeedback(kit, told);
    this.place();
  }

  get now(): number {
    return this.feedback.player.now;
  }

  get frame(): PlayerFrame {
    return this.feedback.player.frame;
  }

  get sounds(): readonly PlayerSound[] {
    return this.feedback.sounds;
  }

  state(id: string): ArenaActorState | undefined {
    return this.feedback.state(id);
  }

  advance(dt: number): void {
    const { feedback } = this;
    const [attacker, defender] = this.beetles;
    // Nobody charges at one that is down or gone, or while being so.
    if (!this.isUp(attacker) || !this.isUp(defender)) this.phase = 'retreat';
    const goal = this.phase === 'charge' ? defender.x - this.reach : attacker.home;
    if (this.phase === 'charge' && !this.isStruck) this.strikeNext((goal - attacker.x) / walkSpeed);
    feedback.advance(dt);
    // Each on its own clock: they stand still in the hit-stops that name them.
    const speed = this.phase === 'charge' ? walkSpeed : retreatSpeed;
    if (this.isUp(attacker)) walk(attacker, goal, speed * feedback.elapsed(attacker.id));
    for (const { id, settledX } of this.frame.bodies) {
      const beetle = this.beetles.find((one) => one.id === id);
      // A throw that stays is the game's from here on.
      if (beetle) beetle.x += settledX;
    }
    if (this.phase === 'retreat' && this.isUp(defender)) walk(defender, defender.home, 60 * feedback.elapsed(defender.id));
    if (Math.abs(goal - attacker.x) < 0.5) {
      this.phase = this.phase === 'charge' ? 'retreat' : 'charge';
      this.isStruck = false;
    }
    this.place();
  }

  private isUp({ id }: Beetle): boolean {
    return (this.state(id)?.standing ?? 'up') === 'up';
  }

  private place(): void {
    for (const beetle of this.beetles) this.feedback.place(beetle);
  }

  /** Told as soon as the charge begins, `after` seconds before contact. */
  private strikeNext(after: number): void {
    this.isStruck = true;
    const [source, target] = this.beetles;
    const at = { x: target.x - this.behind, y: 0 };
    this.feedback.strike({ turn: this.turn++, source: source.id, target: target.id, after: Math.max(0, after), at });
  }
}

function walk(beetle: Beetle, goal: number, far: number): void {
  const left = goal - beetle.x;
  beetle.x += Math.sign(left) * Math.min(Math.abs(left), far);
}
