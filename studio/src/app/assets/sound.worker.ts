/// <reference lib="webworker" />
import { measureSound } from '@undatio/core/internal';

/** Measures one sound after another, off the page's thread. */
addEventListener('message', ({ data }: MessageEvent<{ number: number; channels: Float32Array[]; sampleRate: number }>) => {
  const { number, channels, sampleRate } = data;
  postMessage({ number, measured: measureSound(channels, sampleRate) });
});
