import { takeOf } from '../../testing';
import { TimeAxis } from '../tune/strip/timeAxis';
import { drawSignature, signatureOf } from './signature';

const axis = new TimeAxis(0, 1, 100, false);
const room = { base: 30, above: 30, below: 12 };
const even = [{ at: 0, value: 1 }];
const heights = (path: string): number[] => [...path.matchAll(/[ML]\d+ (-?[\d.]+)/g)].map(([, y]) => 30 - Number(y));

describe('a tile of the ribbon', () => {
  it('is twice as high for twice the strength, on one scale', () => {
    const [light, heavy] = [0.4, 0.8].map((amount) =>
      signatureOf(takeOf([{ kind: 'flash', id: 'flash', duration: 0.2, amount, envelope: even }]), axis, () => []),
    );
    expect(heavy.peak).toBeCloseTo(2 * light.peak, 6);
    const top = (signature: typeof light): number => Math.max(...heights(drawSignature(signature, heavy.peak, room).inks[0].path));
    expect(top(heavy)).toBeCloseTo(30, 1);
    expect(top(light)).toBeCloseTo(15, 1);
  });

  it('stands only where its effects are, and stacks what is on at once', () => {
    const flash = (id: string, delay: number) => ({ kind: 'flash', id, delay, duration: 0.2, amount: 0.5, envelope: even });
    const body = signatureOf(takeOf([flash('one', 0.2), flash('two', 0.3)]), axis, () => []).amounts.get('body') ?? [];
    expect([body[10], body[60]]).toEqual([0, 0]);
    expect(body[25]).toBeGreaterThan(0);
    expect(body[35]).toBeCloseTo(2 * body[25], 6);
    expect(body[45]).toBeCloseTo(body[25], 6);
  });

  it('counts what lasts for less than what is brief', () => {
    const peak = (duration: number): number =>
      signatureOf(takeOf([{ kind: 'flash', id: 'flash', duration, amount: 1, envelope: even }]), axis, () => []).peak;
    expect(peak(0.9)).toBeCloseTo(peak(0.3) / 3, 3);
  });

  it('marks where a clock stands still', () => {
    const signature = signatureOf(takeOf([{ kind: 'hit-stop', id: 'stop', delay: 0.1, duration: 0.2 }]), axis, () => []);
    const [notch] = drawSignature(signature, 3, room).notches;
    expect(notch.x).toBeCloseTo(10, 6);
    expect(notch.width).toBeCloseTo(20, 6);
  });
});
