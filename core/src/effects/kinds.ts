import { burst } from './burst.js';
import type { EffectKind } from './effect.js';
import { flash } from './flash.js';
import { hitStop } from './hitStop.js';
import { shake } from './shake.js';
import { sound } from './sound.js';

/** Every kind of effect by its name in documents. */
export const effectKinds: Readonly<Record<string, EffectKind>> = {
  flash,
  burst,
  'hit-stop': hitStop,
  shake,
  sound,
};
