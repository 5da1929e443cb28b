import type { Spot } from '../../contract.js';
import type { Envelope } from '../../maths/envelope.js';
import type { CompiledColour, CompiledValue } from '../../take/compiledValue.js';
import type { Draws } from '../../take/draws.js';
import type { Seconds } from '../../units.js';
import { bindTo, bindToGround, movable } from '../../take/motion.js';
import type { Firing } from '../../take/firing.js';

/** Where a picture lies: on the ground under the actors, behind a body, or over it. */
export type PictureLayer = 'ground' | 'behind' | 'over';

/** What an overlay and a mark have in common, resolved. */
export interface PictureLook {
  readonly picture: string;
  readonly layer: PictureLayer;
  /** The party whose body it follows; absent when it stays where it was put. */
  readonly party: 'source' | 'target' | undefined;
  readonly origin: 'contact' | 'source' | 'target';
  readonly spot?: Spot;
  readonly x: CompiledValue;
  readonly y: CompiledValue;
  readonly size: CompiledValue;
  readonly turn: CompiledValue;
  readonly alpha: CompiledValue;
  readonly tint: CompiledColour;
  readonly blend: 0 | 1;
  readonly envelope: Envelope;
  /** Whether it lies on the ground: `y` is then measured from the ground down. */
  readonly onGround?: boolean;
}

const layers: Readonly<Record<PictureLayer, number>> = { ground: 0, behind: 1, over: 2 };

/** One picture put somewhere, fading by its envelope. Strength scales its alpha. */
export function firePicture(look: PictureLook, draws: Draws, strength: number, duration: Seconds): Firing {
  const place = movable(draws.place(look.origin, look.spot));
  const scale = draws.scaleOf(look.origin);
  const x = draws.number(look.x) * scale;
  const ground = look.onGround ? draws.groundBelow(look.origin) : 0;
  const y = draws.number(look.y) * scale + ground;
  const size = draws.number(look.size) * scale;
  const turn = draws.number(look.turn);
  const full = draws.number(look.alpha) * strength;
  const tint = draws.packedColour(look.tint);
  const layer = layers[look.layer];
  const party = look.party === undefined ? 0 : look.party === 'source' ? 1 : 2;
  const alpha = (age: number): number => Math.min(1, Math.max(0, full * look.envelope.at(age / duration)));
  return {
    extent: duration,
    room: { pictures: 1 },
    channel: alpha,
    // What is on a body is moved with it by whoever draws; what lies on the ground lies under where the body was.
    bind: look.party !== undefined ? undefined : look.onGround ? bindToGround(place, look.origin, x, ground) : bindTo(place, look.origin),
    sample(now, { pictures }) {
      const age = now[0];
      const n = pictures.count++;
      pictures.picture[n] = look.picture;
      pictures.layer[n] = layer;
      pictures.party[n] = party;
      pictures.x[n] = place.x + x;
      pictures.y[n] = place.y + y;
      pictures.size[n] = size;
      pictures.rotation[n] = turn;
      pictures.alpha[n] = alpha(age);
      pictures.tint[n] = tint;
      pictures.blend[n] = look.blend;
    },
  };
}
