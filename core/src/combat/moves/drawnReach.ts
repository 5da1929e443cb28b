import type { Sequence } from '../../model/project.js';
import type { Seconds } from '../../units.js';
import type { Reach } from './meeting.js';

/** A sweep that a sequence draws about its source, as a contact of a move says one. */
export interface DrawnReach {
  /** The effect that draws it. */
  readonly effect: string;
  /** Seconds since the sequence began. */
  readonly begins: Seconds;
  readonly live: Seconds;
  readonly reach: Extract<Reach, { shape: 'arc' }>;
  /** Whether it sweeps evenly, as a contact does. */
  readonly even: boolean;
  /** Whether it is as in a mirror for one that faces left, as a contact is. */
  readonly mirrored: boolean;
}

/** The sweeps that a sequence draws about its source along the blow, of those whose numbers are fixed. */
export function drawnReaches({ effects }: Pick<Sequence, 'effects'>): DrawnReach[] {
  return effects.flatMap((effect): DrawnReach[] => {
    if (effect.kind !== 'arc' || effect.muted || effect.anchor.to !== 'contact') return [];
    const {
      from,
      direction,
      sweep,
      reach,
      delay,
      duration,
      ease,
      leftward = 'turned',
    } = effect as unknown as {
      from: string;
      direction: { mode: string; angle: number; spread: number };
      ease: unknown;
      leftward?: string;
    } & Readonly<Record<'sweep' | 'reach' | 'delay' | 'duration', unknown>>;
    if (from !== 'source' || direction.mode !== 'along' || direction.spread !== 0) return [];
    if (typeof sweep !== 'number' || typeof reach !== 'number' || typeof delay !== 'number' || typeof duration !== 'number') return [];
    return [
      {
        effect: effect.id,
        begins: delay,
        live: duration,
        reach: { shape: 'arc', length: reach, from: direction.angle - sweep / 2, to: direction.angle + sweep / 2 },
        even: ease === 'linear',
        mirrored: leftward === 'mirrored',
      },
    ];
  });
}

/** The sweep drawn by a move's own sequence while one of its contacts is out, and nearest to it in time; undefined for none. */
export function drawnFor(
  { windUp, contacts }: { readonly windUp: Seconds; readonly contacts: readonly { readonly after: Seconds; readonly live: Seconds }[] },
  contact: number,
  sequence: Pick<Sequence, 'effects'>,
): DrawnReach | undefined {
  const { after, live } = contacts[contact];
  const begin = windUp + after;
  const near = drawnReaches(sequence).filter((one) => one.begins <= begin + live && one.begins + one.live >= begin);
  return near.sort((a, b) => Math.abs(a.begins - begin) - Math.abs(b.begins - begin)).at(0);
}
