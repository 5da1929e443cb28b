/**
 * The interpolation filter of ITU-R BS.1770-5, annex 2: four phases of twelve taps, for four values between two samples. The
 * third and fourth phases are the second and the first backward.
 */
const firstPhase = [
  0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625, 0.97216796875, -0.102294921875,
  0.047607421875, -0.026611328125, 0.014892578125, -0.00830078125,
];
const secondPhase = [
  -0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625, 0.77978515625, -0.2003173828125, 0.1015625,
  -0.0582275390625, 0.0330810546875, -0.0189208984375,
];
const phases = [firstPhase, secondPhase, [...secondPhase].reverse(), [...firstPhase].reverse()].map((taps) => Float64Array.from(taps));
const taps = 12;

/**
 * The highest that a sound goes between its samples as well, linear: 1 is full scale. After BS.1770-5, by four times as many
 * samples; below 96 kHz that is what the standard asks for, above it, it is asked for less.
 */
export function truePeak(channels: readonly Float32Array[]): number {
  let most = 0;
  for (const channel of channels) {
    for (let i = 0; i < channel.length + taps; i++) {
      if (i < channel.length) most = Math.max(most, Math.abs(channel[i]));
      for (const phase of phases) {
        let sum = 0;
        for (let k = 0; k < taps; k++) {
          const at = i - k;
          if (at >= 0 && at < channel.length) sum += phase[k] * channel[at];
        }
        if (sum > most) most = sum;
        else if (-sum > most) most = -sum;
      }
    }
  }
  return most;
}
