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
      { type: 'signal', name: 'thud', parameters: {} },
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
    ['{wait Soon}', 1, 'expected {wait} with seconds'],
    ['{wait 99}', 1, 'expected {wait} with seconds from 0 to 30'],
    ['{signal Not a name}', 1, 'expected {signal} with a name'],
    ['{signal thud damage}', 1, 'expected {signal} with a name'],
    ['{signal thud damage big}', 1, 'expected {signal} with a name'],
    ['{signal thud a 1 a 2}', 1, 'expected {signal} with a name'],
    ['{two words}', 1, 'expected a field'],
    ['{}', 1, 'expected a field'],
  ];
  for (const [text, column, expected] of faults) {
    it(`tells what is wrong with ${text}`, () => {
      expect(parseCaption(text)).toEqual({ column, expected: jasmine.stringContaining(expected) } as never);
    });
  }

  it('reads waits for sounds, and the numbers of signals', () => {
    expect(parseCaption('{wait thud}{signal boom damage 30 angle -4.5}')).toEqual([
      { type: 'wait for', sound: 'thud', at: 1 },
      { type: 'signal', name: 'boom', parameters: { damage: 30, angle: -4.5 } },
    ]);
  });

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

  /** The instant at which each letter comes, found by sampling. */
  const births = (text: string, fields: object = {}): number[] => {
    const take = takeOf([{ ...caption, text, ...fields }]);
    const shown: number[] = [];
    for (let t = 0; t <= take.duration; t += 0.005) {
      const { count } = take.sample(t, take.createFrame()).glyphs;
      while (shown.length < count) shown.push(Math.round(t * 100) / 100);
    }
    return shown;
  };

  it('pauses once for a run of punctuation, half as long within a sentence, and never at the end', () => {
    // Ten letters a second, spaces too: b is two steps after the comma, c three after the dots.
    expect(births('a, b... c', { pause: 0.4 })).toEqual([0, 0.1, 0.5, 0.6, 0.7, 0.8, 1.4]);
    expect(births('a?! b', { pause: 1 })).toEqual([0, 0.1, 0.2, 1.4]);
    expect(births('a, b... c', { pause: 0 })).toEqual([0, 0.1, 0.3, 0.4, 0.5, 0.6, 0.8]);
    expect(takeOf([{ ...caption, text: 'ab.', pause: 4 }]).duration).toBeCloseTo(1.2, 9);
  });

  it('waits as long as a sound lasts', () => {
    // The test project's crack lasts 0.5 s, its thud 1 s.
    expect(births('a{wait crack}b{wait thud}c')).toEqual([0, 0.6, 1.7]);
    expect(() => takeOf([{ ...caption, text: 'a{wait nothing}b' }])).toThrowError(/expected seconds or a sound asset/);
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

describe('effects at signals', () => {
  const say = {
    kind: 'caption',
    id: 'say',
    text: 'ab{signal boom damage 50}c{signal boom damage 10}d',
    rate: 10,
    delay: 0.2,
    clock: 'wall',
  };
  const at = (name: string) => ({ to: 'signal', effect: 'say', name });

  it('begin at each of them, with their numbers', () => {
    const flash = { kind: 'flash', id: 'f', anchor: at('boom'), delay: 0.05, amount: { drive: 'damage', in: [0, 50], out: [0, 1] } };
    const take = takeOf([flash, say], { damage: 20 });
    const found = take.firings.filter(({ effect }) => effect === 'f');
    // b comes at 0.1 s, c at 0.2 s, after the caption's own 0.2 s.
    expect(found.map(({ start }) => Number(start.toFixed(9)))).toEqual([0.35, 0.45]);
    const peak = (t: number) => take.sample(t, take.createFrame()).target.flash;
    expect(peak(0.3501)).toBeCloseTo(1, 2);
    const second = takeOf([{ ...flash, duration: 0.05 }, say], { damage: 20 });
    expect(second.sample(0.4501, second.createFrame()).target.flash).toBeCloseTo(0.2, 2);
  });

  it('begin at each arrival of a seeker, however many fly', () => {
    const seek = { kind: 'seeker', id: 'seek', count: 3, duration: 0.2, arrival: 'here' };
    const take = takeOf([seek, { kind: 'shake', id: 's', anchor: { to: 'signal', effect: 'seek', name: 'here' } }]);
    const arrivals = take.signals.filter(({ name }) => name === 'here').map(({ start }) => start);
    expect(arrivals.length).toBe(3);
    expect(take.firings.filter(({ effect }) => effect === 's').map(({ start }) => start)).toEqual(arrivals);
  });

  it('halt with a stop that begins at a letter, and count into what a strike costs', () => {
    const stop = { kind: 'hit-stop', id: 'stop', anchor: at('boom'), duration: 0.3, parties: ['target'] };
    const take = takeOf([say, stop]);
    expect(take.bends.map(({ windows }) => windows.map(({ start, end }) => [start, end].map((t) => Number(t.toFixed(9)))))).toEqual([
      [[0.3, 0.6]],
      [[0.4, 0.7]],
    ]);
    const burst = { kind: 'burst', id: 'b', count: 4000, anchor: at('boom'), repeat: { count: 16, every: 0.1 } };
    expect(() => takeOf([say, burst])).toThrowError(/expected at most 120,000 particles in one strike/);
    expect(() => takeOf([say, { ...burst, count: 4000, repeat: { count: 15, every: 0.1 } }])).not.toThrow();
  });

  it('are refused where the effect has no such signal', () => {
    expect(() => takeOf([say, { kind: 'flash', id: 'f', anchor: at('bang') }])).toThrowError(
      /expected a signal of the effect "say" \(boom\), found "bang"/,
    );
    expect(() =>
      takeOf([
        { kind: 'shake', id: 'q' },
        { kind: 'flash', id: 'f', anchor: { to: 'signal', effect: 'q', name: 'x' } },
      ]),
    ).toThrowError(/it has none/);
  });

  it('do not begin where chance kept the letters away, nor what hangs on them', () => {
    const unlikely = { ...say, chance: 0 };
    const hung = { kind: 'shake', id: 's', anchor: { to: 'end', effect: 'f' } };
    expect(takeOf([unlikely, { kind: 'flash', id: 'f', anchor: at('boom') }, hung]).firings.length).toBe(0);
    expect(takeOf([say, { kind: 'flash', id: 'f', anchor: at('boom') }, hung]).firings.map(({ effect }) => effect)).toEqual([
      'say',
      'f',
      'f',
      's',
    ]);
  });
});
