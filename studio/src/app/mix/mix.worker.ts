/// <reference lib="webworker" />
import type { SoundCue } from '@undatio/core';
import {
  decodeWav,
  encodeWav16,
  measureMix,
  mixOutline,
  mixSounds,
  WavError,
  type MixReadings,
  type Samples,
} from '@undatio/core/internal';

/** What is to be mixed: sounds, and the files of their clips. */
export interface MixWork {
  readonly cues: readonly SoundCue[];
  readonly files: readonly (readonly [id: string, bytes: ArrayBuffer])[];
  readonly outlineSteps: number;
}

/** A mix as it is shown, heard and saved. */
export interface MixDone {
  readonly left: Float32Array<ArrayBuffer>;
  readonly right: Float32Array<ArrayBuffer>;
  readonly sampleRate: number;
  readonly from: number;
  readonly readings: MixReadings;
  readonly low: Float32Array;
  readonly high: Float32Array;
  readonly wav: Uint8Array<ArrayBuffer>;
  /** Clips that could not be read, with the reason. */
  readonly unread: readonly string[];
}

addEventListener('message', ({ data }: MessageEvent<MixWork>) => {
  const clips = new Map<string, Samples>();
  const unread: string[] = [];
  for (const [id, bytes] of data.files) {
    try {
      clips.set(id, decodeWav(new Uint8Array(bytes)));
    } catch (error) {
      if (!(error instanceof WavError)) throw error;
      unread.push(`${id}: ${error.message}`);
    }
  }
  const mix = mixSounds(data.cues, clips);
  const [left, right] = mix.channels as [Float32Array<ArrayBuffer>, Float32Array<ArrayBuffer>];
  const done: MixDone = {
    left,
    right,
    sampleRate: mix.sampleRate,
    from: mix.from,
    readings: measureMix(mix),
    ...mixOutline(mix, data.outlineSteps),
    wav: encodeWav16(mix.channels, mix.sampleRate),
    unread,
  };
  postMessage(done, [left.buffer, right.buffer, done.wav.buffer]);
});
