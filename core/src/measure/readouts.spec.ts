import { takeOf } from '../testing/projects.js';
import { FlashCount } from './flashCount.js';
import { peakLevel } from './peakLevel.js';
import { readOut, ReadoutScan } from './readouts.js';

const steady = [{ at: 0, value: 1 }];

describe('readOut', () => {
  it('tells plain numbers that can be checked by hand', () => {
    const read = readOut(
      takeOf([
        { kind: 'flash', id: 'flash', duration: 0.2, amount: 0.7, envelope: steady },
        { kind: 'hit-stop', id: 'stop', duration: 0.05 },
        { kind: 'hit-stop', id: 'again', delay: 0.03, duration: 0.05 },
        { kind: 'burst', id: 'burst', count: 30, delay: 0.5, life: 0.25 },
        { kind: 'sound', id: 'a', clips: ['thud'], rate: 1 },
        { kind: 'sound', id: 'b', clips: ['thud'], rate: 1, delay: 0.9 },
        { kind: 'sound', id: 'c', clips: ['thud'], rate: 1, delay: 1.5 },
      ]),
    );
    // The two stops overlap and together halt the clock from 0 to 0.08.
    expect(read.hitStopTotal).toBeCloseTo(0.08, 9);
    expect(read.slowedBy).toBeCloseTo(0, 9);
    expect(read.peakFlash).toBe(0.7);
    expect(read.peakParticles).toBe(30);
    expect(read.peakVoices).toBe(2);
    expect(read.visibleTime).toBeCloseTo(0.75, 9);
    expect(read.peakShift).toBe(0);
  });

  it('can be read in pieces, each as long as is asked for, and comes out the same', () => {
    const take = takeOf([
      { kind: 'flash', id: 'flash', duration: 0.2, amount: 0.7, envelope: steady },
      { kind: 'shake', id: 'shake', duration: 0.5, amplitude: 9 },
    ]);
    const scan = new ReadoutScan(take);
    let pieces = 1;
    while (!scan.advance(10)) pieces++;
    // 0.5 s at 240 looks a second, the first and the last among them.
    expect(pieces).toBe(13);
    expect(scan.result()).toEqual(readOut(take));
    const short = new ReadoutScan(take);
    expect(short.advance(120)).toBeFalse();
    expect(short.advance(1)).toBeTrue();
  });

  it('measures the lit share of the view and the throw', () => {
    const take = takeOf([
      { kind: 'flash', id: 'flash', duration: 0.2, amount: 0.5, envelope: steady },
      { kind: 'knockback', id: 'throw', duration: 0.3, distance: 90, then: 'stay', ease: 'linear' },
      { kind: 'slow', id: 'slow', delay: 1, duration: 0.4, rate: 0.5, easeIn: 0, easeOut: 0 },
      { kind: 'flash', id: 'late', delay: 2, duration: 0.1, amount: 0.05 },
    ]);
    const read = readOut(take, {
      view: { width: 1000, height: 500 },
      bodies: [
        { width: 1, height: 1 },
        { width: 200, height: 100 },
      ],
    });
    // Half a flash on an ellipse of 200 × 100.
    expect(read.flashArea).toBeCloseTo((0.5 * Math.PI * 100 * 50) / 500000, 6);
    expect(read.peakThrow).toBeCloseTo(90, 6);
    expect(read.slowedBy).toBeCloseTo(0.2, 6);
    expect(read.hitStopTotal).toBeCloseTo(0, 9);
  });
});

describe('FlashCount', () => {
  const worst = (amounts: readonly number[], rate: number) => {
    const count = new FlashCount();
    amounts.forEach((amount, i) => count.add(i / rate, amount));
    return count.worst();
  };

  it('counts rises by a tenth that fall again, in the worst second', () => {
    expect(worst([0, 1, 0, 1, 0, 1, 0], 10)).toBe(3);
    expect(worst([0, 1, 1, 1], 10)).toBe(0);
    expect(worst([0, 0.09, 0, 0.09, 0], 10)).toBe(0);
    // Five flashes, one each 0.4 s: at most three begin within a second.
    expect(worst([0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0], 10)).toBe(3);
  });
});

describe('peakLevel', () => {
  const sound = { type: 'sound' as const, id: 'a', label: 'A', file: 'a.wav', sha256: '', tags: [], duration: 1, peaks: [0.5, 0.25] };
  const cue = { effect: 'e', clip: 'a', start: 0, gain: 1, rate: 1, pan: 0, cut: 0, gap: 0, voices: 1 };

  it('is 0 dB at full scale and 6 dB less at half of it', () => {
    expect(peakLevel([{ ...cue, gain: 2 }], [sound])).toBeCloseTo(0, 9);
    expect(peakLevel([cue], [sound])).toBeCloseTo(-6.0206, 4);
    expect(peakLevel([], [sound])).toBe(-Infinity);
  });

  it('adds up what sounds together, by where each stands in its outline', () => {
    expect(peakLevel([cue, { ...cue, start: 0.6 }], [sound])).toBeCloseTo(20 * Math.log10(0.75), 4);
    expect(peakLevel([cue, { ...cue, start: 1.1 }], [sound])).toBeCloseTo(-6.0206, 4);
  });
});
