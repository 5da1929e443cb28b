import { mapValue, toMode, valueMode, valueSpan } from './valueEdits.js';

const bounds = { min: 0, max: 1 };

describe('editing a value', () => {
  it('changes every number it can come out as, within bounds', () => {
    expect(mapValue(0.5, (x) => x + 0.2, bounds)).toBe(0.7);
    expect(mapValue({ range: [0.2, 0.9] }, (x) => x + 0.3, bounds)).toEqual({ range: [0.5, 1] });
    expect(mapValue({ drive: 'damage', in: [0, 50], out: [0.8, 0.1] }, (x) => x - 0.2, bounds)).toEqual({
      drive: 'damage',
      in: [0, 50],
      out: [0.6, 0],
    });
    // A change of sign turns a range over; it is put upright again.
    expect(mapValue({ range: [1, 2] }, (x) => -x)).toEqual({ range: [-2, -1] });
  });

  it('keeps what it can from mode to mode', () => {
    const driver = { name: 'damage', min: 0, max: 50 };
    expect(toMode(0.5, 'range', bounds)).toEqual({ range: [0.4, 0.6] });
    expect(toMode({ range: [0.2, 0.6] }, 'fixed', bounds)).toBe(0.4);
    expect(toMode({ range: [0.2, 0.6] }, 'driven', bounds, driver)).toEqual({ drive: 'damage', in: [0, 50], out: [0.2, 0.6] });
    expect(valueSpan({ drive: 'damage', in: [0, 1], out: [3, 2] })).toEqual([2, 3]);
    expect([1, { range: [0, 1] as [number, number] }].map(valueMode)).toEqual(['fixed', 'range']);
  });
});
