import { burst } from './burst.js';
import { squash } from './squash.js';
import { knockback } from './knockback.js';
import { jitter } from './jitter.js';
import { kick } from './kick.js';
import { punch } from './punch.js';
import { lens } from './lens.js';
import { slow } from './slow.js';
import { rumble } from './rumble.js';
import { signal } from './signal.js';
import { ring } from './ring.js';
import { number } from './number.js';
import { stream } from './stream.js';
import { mark } from './mark.js';
import { overlay } from './overlay.js';
import { pose } from './pose.js';
import { arc } from './arc.js';
import { trail } from './trail.js';
import { seeker } from './seeker.js';
import { caption } from './caption.js';
import { meter } from './meter.js';
import type { EffectKind } from './effect.js';
import { flash } from './flash.js';
import { hitStop } from './hitStop.js';
import { shake } from './shake.js';
import { sound } from './sound.js';

/** Every kind of effect by its name in documents. */
export const effectKinds: Readonly<Record<string, EffectKind>> = {
  flash,
  squash,
  knockback,
  jitter,
  pose,
  overlay,
  burst,
  stream,
  ring,
  arc,
  trail,
  seeker,
  mark,
  shake,
  kick,
  punch,
  lens,
  'hit-stop': hitStop,
  slow,
  number,
  caption,
  meter,
  sound,
  rumble,
  signal,
};
