import * as z from 'zod';
import { lazySchema } from '../model/field.js';
import { burstSchema } from './burst.js';
import { flashSchema } from './flash.js';
import { hitStopSchema } from './hitStop.js';
import { squashSchema } from './squash.js';
import { knockbackSchema } from './knockback.js';
import { jitterSchema } from './jitter.js';
import { kickSchema } from './kick.js';
import { punchSchema } from './punch.js';
import { lensSchema } from './lens.js';
import { slowSchema } from './slow.js';
import { rumbleSchema } from './rumble.js';
import { signalSchema } from './signal.js';
import { ringSchema } from './ring.js';
import { numberSchema } from './number.js';
import { streamSchema } from './stream.js';
import { markSchema } from './mark.js';
import { overlaySchema } from './overlay.js';
import { poseSchema } from './pose.js';
import { arcSchema } from './arc.js';
import { trailSchema } from './trail.js';
import { seekerSchema } from './seeker.js';
import { captionSchema } from './caption.js';
import { meterSchema } from './meter.js';
import { shakeSchema } from './shake.js';
import { soundSchema } from './sound.js';

/** Any effect as documents hold it. */
export const effectSchema = /* @__PURE__ */ lazySchema(() =>
  z.discriminatedUnion('kind', [
    flashSchema(),
    burstSchema(),
    streamSchema(),
    overlaySchema(),
    markSchema(),
    hitStopSchema(),
    shakeSchema(),
    soundSchema(),
    squashSchema(),
    knockbackSchema(),
    jitterSchema(),
    kickSchema(),
    punchSchema(),
    lensSchema(),
    slowSchema(),
    rumbleSchema(),
    signalSchema(),
    ringSchema(),
    numberSchema(),
    meterSchema(),
    captionSchema(),
    seekerSchema(),
    trailSchema(),
    arcSchema(),
    poseSchema(),
  ]),
);

export type Effect = z.infer<ReturnType<typeof effectSchema>>;
export type EffectName = Effect['kind'];

/** The schema of one kind, for the inspector. */
export const effectSchemaOf = {
  flash: flashSchema,
  burst: burstSchema,
  stream: streamSchema,
  pose: poseSchema,
  overlay: overlaySchema,
  mark: markSchema,
  'hit-stop': hitStopSchema,
  shake: shakeSchema,
  sound: soundSchema,
  squash: squashSchema,
  knockback: knockbackSchema,
  jitter: jitterSchema,
  kick: kickSchema,
  punch: punchSchema,
  lens: lensSchema,
  slow: slowSchema,
  rumble: rumbleSchema,
  signal: signalSchema,
  ring: ringSchema,
  arc: arcSchema,
  trail: trailSchema,
  seeker: seekerSchema,
  number: numberSchema,
  caption: captionSchema,
  meter: meterSchema,
} as const;

/** What a new effect may need from the project: a first clip, a first picture. */
export interface FirstAssets {
  readonly clip?: string | undefined;
  readonly picture?: string | undefined;
}

/** A new effect of a kind with every default filled in. Undefined when the project has no asset that it needs. */
export function newEffect(kind: EffectName, id: string, { clip, picture }: FirstAssets = {}): Effect | undefined {
  const needs = kind === 'sound' ? { clips: [clip] } : kind === 'overlay' || kind === 'mark' ? { picture } : {};
  const parsed = effectSchema().safeParse({ kind, id, ...needs });
  return parsed.success ? parsed.data : undefined;
}
