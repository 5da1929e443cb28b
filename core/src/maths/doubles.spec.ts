import { doubles } from './doubles.js';

describe('arrays cut from a block', () => {
  it('are zeros, of their length, and touch no other, over the ends of many blocks', () => {
    const lengths = Array.from({ length: 3000 }, (_, i) => (i * 7919) % 700);
    const made = lengths.map((length) => doubles(length));
    expect(made.map((one) => one.length)).toEqual(lengths);
    expect(made.every((one) => one.every((value) => value === 0))).toBeTrue();
    made.forEach((one, i) => one.fill(i + 1));
    expect(made.every((one, i) => one.every((value) => value === i + 1))).toBeTrue();
  });
});
