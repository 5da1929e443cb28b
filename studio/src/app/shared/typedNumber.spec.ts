import { readTypedNumber } from './typedNumber';

const read = (text: string, current = 0.2, unit = 's'): number | string => readTypedNumber(text, { current, unit });

describe('a typed number', () => {
  it('is read with its unit', () => {
    expect(read('0.2')).toBe(0.2);
    expect(read('0,25 s')).toBe(0.25);
    expect(read('200ms')).toBe(0.2);
    expect(read('12f')).toBe(0.2);
    expect(read('-3 f')).toBe(-0.05);
    expect(read('40%', 1, '×')).toBe(0.4);
    expect(read('30°', 0, '°')).toBe(30);
  });

  it('may be arithmetic', () => {
    expect(read('0.1 + 2 * 3')).toBeCloseTo(6.1, 12);
    expect(read('(1 + 2) / 4')).toBe(0.75);
    expect(read('0.1 + 6f')).toBeCloseTo(0.2, 12);
    expect(read('2 - -3')).toBe(5);
  });

  it('may change what stands there', () => {
    expect(read('*1.5')).toBeCloseTo(0.3, 12);
    expect(read('/2')).toBe(0.1);
    expect(read('+50ms')).toBe(0.25);
    expect(read('*2', -3, '')).toBe(-6);
  });

  it('is told to be none, with what was expected', () => {
    for (const text of ['', 'lots', '1 +', '(1', '1)', '2 3', '*', 'alert(1)', '0x10', '1/0', '5px'])
      expect(typeof read(text))
        .withContext(text)
        .toBe('string');
    expect(read('5px')).toBe('expected s, ms or f, found “px”');
    expect(read('5ms', 1, 'px')).toBe('expected px, found “ms”');
  });
});
