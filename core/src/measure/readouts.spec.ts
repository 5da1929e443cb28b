import { takeOf } from '../testing.js';
import { readOut } from './readouts.js';

describe('readOut', () => {
  it('tells plain numbers that can be checked by hand', () => {
    const read = readOut(
      takeOf([
        { kind: 'flash', id: 'flash', duration: 0.2, amount: 0.7, envelope: [{ at: 0, value: 1 }] },
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
    expect(read.peakFlash).toBe(0.7);
    expect(read.peakParticles).toBe(30);
    expect(read.peakVoices).toBe(2);
    expect(read.visibleTime).toBeCloseTo(0.75, 9);
    expect(read.peakShift).toBe(0);
  });
});
