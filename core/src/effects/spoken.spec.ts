import fc from 'fast-check';
import { bakedFrame } from '../ship/bakedRow.js';
import { takeOf } from '../testing/projects.js';
import { parseCaption } from './parts/captionMarkup.js';

describe('caption markup', () => {
  it('reads fields, pauses, signals and moving letters', () => {
    expect(parseCaption('Hit {damage}{wait 0.3}{signal thud}{sway 2 + shiver: so {kind}}{{!}}')).toEqual([
      { type: 'text', text: 'Hit ', motions: {} },
      { type: 'field', field: 'damage', at: 5, motions: {} },
      { type: 'wait', seconds: 0.3 },
      { type: 'signal', name: 'thud' },
      { type: 'text', text: 'so ', motions: { sway: 2, shiver: 1 } },
      { type: 'field', field: 'kind', at: 57, motions: { sway: 2, shiver: 1 } },
      { type: 'text', text: '{!}', motions: {} },
    ]);
  });

  const faults: [string, number, string][] = [
    ['so {sway: far', 4, 'closes the span opened here'],
    ['so {damage', 4, 'closes this “{”'],
    ['so far}', 7, 'closes nothing'],
    ['{sway: a {tilt: b} c}', 10, 'the span opened at 1 to be closed before another'],
    ['{wobble: a}', 1, 'expected one of sway, shiver, swell, tilt, found “wobble”'],
    ['{sway lots: a}', 1, 'expected a strength from 0 to 10'],
    ['{sway 11: a}', 1, 'expected a strength from 0 to 10'],
    ['{wait soon}', 1, 'expected {wait} with seconds'],
    ['{wait 99}', 1, 'expected {wait} with seconds from 0 to 30'],
    ['{signal Not a name}', 1, 'expected {signal} with a name'],
    ['{two words}', 1, 'expected a field'],
    ['{}', 1, 'expected a field'],
  ];
  for (const [text, column, expected] of faults) {
    it(`tells what is wrong with ${text}`, () => {
      expect(parseCaption(text)).toEqual({ column, expected: jasmine.stringContaining(expected) } as never);
    });
  }

  it('never throws, whatever it is given, and keeps plain text as it is', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom('{', '}', ':', ' ', 'a', 'sway', 'wait', '1', '+', 'é') }), (text) => {
        const read = parseCaption(text);
        if (!Array.isArray(read)) expect(read.column).toBeGreaterThan(0);
      }),
    );
    fc.assert(
      fc.property(fc.string(), (text) => {
        const escaped = text.replace(/[{}]/g, (brace) => brace + brace);
        const read = parseCaption(escaped);
        const back = Array.isArray(read) ? read.map((piece) => (piece.type === 'text' ? piece.text : '?')).join('') : 'refused';
        expect(back).toBe(text);
      }),
    );
  });
});

describe('caption', () => {
  const caption = { kind: 'caption', id: 'say', text: 'ab{wait 0.5}c', rate: 10, enter: 'appear', leaveTime: 0, duration: 1 };
  const said = (t: number, fields: object = {}, payload = {}) => {
    const take = takeOf([{ ...caption, ...fields }], payload);
    return bakedFrame(take.sample(t, take.createFrame())).glyphs;
  };

  it('reveals letter by letter, and waits where it is told', () => {
    const text = (t: number) =>
      said(t)
        .map((glyph) => glyph.text)
        .join('');
    expect([0, 0.05, 0.11, 0.69, 0.71, 1.69, 1.71].map(text)).toEqual(['a', 'a', 'ab', 'ab', 'abc', 'abc', '']);
  });

  it('raises signals when the letters have come so far', () => {
    const take = takeOf([{ ...caption, text: 'ab{signal thud}c', delay: 0.2 }]);
    expect(take.signals.map(({ name, start }) => [name, Number(start.toFixed(6))])).toEqual([['thud', 0.3]]);
  });

  it('centres the line and spaces its letters by their own widths', () => {
    const [i, m] = said(0.5, { text: 'im', size: 100, above: 0, from: 'contact' });
    // The face's own advances of i and m: 0.47 and 1.32 of a capital.
    expect(i.x).toBeCloseTo(-66, 4);
    expect(m.x).toBeCloseTo(-89.5 + 47 + 66, 4);
  });

  it('moves only the letters of a span, by the strength given', () => {
    const spread = (text: string) => {
      const glyphs = [0.31, 0.43, 0.57, 0.7].flatMap((t) => said(t, { text, rate: 0, size: 100, above: 0, from: 'contact' }));
      return ['a', 'b'].map((letter) => {
        const ys = glyphs.filter((glyph) => glyph.text === letter).map(({ y }) => y);
        return Math.max(...ys) - Math.min(...ys);
      });
    };
    const [still, moving] = spread('a{sway: b}');
    expect(still).toBe(0);
    expect(moving).toBeGreaterThan(5);
    expect(spread('a{sway 3: b}')[1]).toBeCloseTo(3 * moving, 3);
  });

  it('puts the payload in, and refuses a field that there is not', () => {
    expect(
      said(3, { text: '{damage}!', rate: 0, duration: 9 }, { damage: 12 })
        .map((glyph) => glyph.text)
        .join(''),
    ).toBe('12!');
    expect(() => takeOf([{ ...caption, text: 'a {dmg}' }])).toThrowError(
      /at letter 3: expected a field of the event "lance-hit", found \{dmg\}/,
    );
    expect(() => takeOf([{ ...caption, text: 'a {sway: b' }])).toThrowError(/effects\[0\]\.text.*at letter 3/s);
  });
});

describe('meter', () => {
  const meter = {
    kind: 'meter',
    id: 'health',
    before: 0.9,
    after: 0.4,
    fall: 0.1,
    ease: 'linear',
    lagDelay: 0.5,
    lagTime: 0.2,
    duration: 2,
  };
  const read = (t: number, fields: object = {}) => {
    const take = takeOf([{ ...meter, ...fields }]);
    const [shown] = bakedFrame(take.sample(t, take.createFrame())).meters;
    return shown && [shown.value, shown.lag].map((x) => Number(x.toFixed(4)));
  };

  it('falls at once, and what was lost lags behind', () => {
    expect(read(0)).toEqual([0.9, 0.9]);
    expect(read(0.05)).toEqual([0.65, 0.9]);
    expect(read(0.3)).toEqual([0.4, 0.9]);
    expect(read(0.6)).toEqual([0.4, 0.65]);
    expect(read(0.8)).toEqual([0.4, 0.4]);
  });

  it('shows only where something was lost, unless it is to show always', () => {
    expect(read(0.1, { after: 0.95 })).toBeUndefined();
    expect(read(0.1, { after: 0.95, shows: 'always' })).toEqual([0.95, 0.95]);
  });
});

describe('numbers that gather', () => {
  const number = { kind: 'number', id: 'n', enter: 'instant', leave: 'cut', duration: 0.5, repeat: { count: 4, every: 0.1 } };
  const told = (t: number, fields: object = {}, seed = 1) => {
    const take = takeOf([{ ...number, ...fields }], { damage: 7 }, { seed });
    return bakedFrame(take.sample(t, take.createFrame())).numbers.map(({ text }) => text);
  };

  it('are told as one that grows', () => {
    expect([0.05, 0.15, 0.35, 0.79, 0.81].map((t) => told(t, { gather: 0.1 }).join())).toEqual(['7', '14', '28', '28', '']);
  });

  it('stay apart when they come too far apart', () => {
    expect(told(0.35, { gather: 0.05 })).toEqual(['7', '7', '7', '7']);
  });

  it('count only those that chance lets fire', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const apart = told(0.4, { chance: 0.5 }, seed).length;
      expect(told(0.4, { chance: 0.5, gather: 0.2 }, seed)).toEqual(apart > 0 ? [String(7 * apart)] : []);
    }
  });
});
