/**
 * Integrated loudness of a sound after ITU-R BS.1770-5, in LUFS: K-weighting, mean square of blocks of 400 ms that overlap by
 * 75 %, an absolute gate at −70 LUFS and a relative one 10 LU below. What is shorter than a block is one block by itself.
 * −Infinity where nothing passes the gate. `channels` are samples at `sampleRate` Hz; of five or more the fourth and fifth are
 * surrounds and count 1.41 times, and of six the fourth is the low-frequency channel and does not count.
 */
export function programmeLoudness(channels: readonly Float32Array[], sampleRate: number): number {
  const weights = channelWeights(channels.length);
  const length = channels[0]?.length ?? 0;
  if (length === 0) return -Infinity;
  const block = Math.min(length, Math.round(0.4 * sampleRate));
  const step = Math.max(1, Math.round(0.1 * sampleRate));
  const count = Math.floor((length - block) / step) + 1;
  const powers = new Float64Array(count);
  channels.forEach((channel, c) => {
    if (weights[c] === 0) return;
    const squares = weightedSquares(channel, sampleRate);
    for (let i = 0; i < count; i++) powers[i] += (weights[c] * (squares[i * step + block] - squares[i * step])) / block;
  });
  const loud = [...powers].filter((power) => lufs(power) > -70);
  if (loud.length === 0) return -Infinity;
  const gate = lufs(mean(loud)) - 10;
  return lufs(mean(loud.filter((power) => lufs(power) > gate)));
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

function lufs(power: number): number {
  return -0.691 + 10 * Math.log10(power);
}

function channelWeights(count: number): number[] {
  if (count === 6) return [1, 1, 1, 0, 1.41, 1.41];
  return Array.from({ length: count }, (_, c) => (count >= 5 && c >= 3 ? 1.41 : 1));
}

interface Biquad {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/** Running sums of the K-weighted signal's squares: [i] is the sum of the first i. */
function weightedSquares(samples: Float32Array, rate: number): Float64Array {
  const shelf = headShelf(rate);
  const high = lowCut(rate);
  const sums = new Float64Array(samples.length + 1);
  let [x1, x2, y1, y2, z1, z2] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < samples.length; i++) {
    const x = samples[i];
    const y = shelf.b[0] * x + shelf.b[1] * x1 + shelf.b[2] * x2 - shelf.a[0] * y1 - shelf.a[1] * y2;
    const z = high.b[0] * y + high.b[1] * y1 + high.b[2] * y2 - high.a[0] * z1 - high.a[1] * z2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    z2 = z1;
    z1 = z;
    sums[i + 1] = sums[i] + z * z;
  }
  return sums;
}

/**
 * The standard gives its two filters for 48 kHz alone; for other rates they are made anew from the analogue filters behind
 * them by the bilinear transform, which at 48 kHz gives the standard's own coefficients.
 */
function headShelf(rate: number): Biquad {
  const k = Math.tan((Math.PI * 1681.974450955533) / rate);
  const q = 0.7071752369554196;
  const vh = 10 ** (3.999843853973347 / 20);
  const vb = vh ** 0.4996667741545416;
  const a0 = 1 + k / q + k * k;
  return {
    b: [(vh + (vb * k) / q + k * k) / a0, (2 * (k * k - vh)) / a0, (vh - (vb * k) / q + k * k) / a0],
    a: [(2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0],
  };
}

function lowCut(rate: number): Biquad {
  const k = Math.tan((Math.PI * 38.13547087602444) / rate);
  const q = 0.5003270373238773;
  const a0 = 1 + k / q + k * k;
  return { b: [1, -2, 1], a: [(2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0] };
}
