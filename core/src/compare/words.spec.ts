import type { Happening, LogEntry } from '../combat/log.js';
import { effectKinds, fieldsOfKind } from '../effects/registry.js';
import { fieldWords, numberWords, plainWords } from './fieldWords.js';
import { answeredWords, cameWords, partiesWords, touchWords } from './logWords.js';

describe('an event of a log in words', () => {
  const came = (...happened: Happening[]): string => cameWords({ happened });

  it('says what came of it, each thing as it is told', () => {
    const told: readonly (readonly [Happening, string])[] = [
      [{ what: 'harm', who: 'm', points: 3.456, health: 7.1, over: 0 }, 'm −3.46 to 7.1'],
      [{ what: 'harm', who: 'm', points: 9, health: 0, over: 2 }, 'm −9 to 0, 2 over'],
      [{ what: 'mend', who: 'm', points: 4, health: 20, over: 1 }, 'm +3 to 20'],
      [{ what: 'gets', who: 'm', status: 'burning', stacks: 1 }, 'm gets burning'],
      [{ what: 'gets', who: 'm', status: 'sap', stacks: 3 }, 'm gets sap × 3'],
      [{ what: 'loses', who: 'm', status: 'sap', stacks: 3 }, 'm loses sap'],
      [{ what: 'plays', sequence: 'parry', on: 'm', after: 0 }, 'plays parry'],
      [{ what: 'raises', event: 'fall', on: 'm', after: 0 }, 'raises fall on m'],
      [{ what: 'raises', event: 'fall', on: '', after: 0 }, 'raises fall'],
      [{ what: 'counts', who: 'm', counter: 'blows', value: 2 }, 'blows is 2'],
      [{ what: 'lets go', who: 'm', body: 'pod-1' }, 'm lets go pod-1'],
      [{ what: 'lets fall', who: 'm', body: 'pollen-1' }, 'm lets fall pollen-1'],
      [{ what: 'splits', who: 'm', into: 'shard', count: 4 }, 'm splits into 4 shard'],
      [{ what: 'throws', who: 'm', distance: 80.123 }, 'm is moved 80.12 px'],
      [{ what: 'too many', body: 'pod', most: 200 }, 'pod is not spawned: the limit of 200 bodies is reached'],
      [{ what: 'breaks off', who: 'm', move: 'swing' }, 'm breaks off swing'],
      [{ what: 'looks', who: 'm', look: 'cracked' }, 'm looks cracked'],
      [{ what: 'looks', who: 'm', look: '' }, 'm looks as before'],
      [{ what: 'falls', who: 'm' }, 'm falls'],
      [{ what: 'goes', who: 'm' }, 'm goes'],
    ];
    for (const [happening, words] of told) expect(came(happening)).toBe(words);
    expect(came(told[0][0], told[6][0])).toBe('m −3.46 to 7.1, plays parry');
    expect(came()).toBe('');
    expect(cameWords({ happened: [told[1][0], told[2][0]] }, true)).toBe('m −9, 2 over, m +3');
    expect(cameWords({ happened: [], refused: 'no end of it' })).toBe('no end of it');
  });

  it('says who took part, which rungs answered, and how somebody was met', () => {
    expect(partiesWords({ source: 'b', target: 'm' })).toBe('b → m');
    expect(partiesWords({ source: '', target: '' })).toBe('· → ·');
    const rung = (name: string, answer: 'answered' | 'passed' | 'not asked') => ({ rung: name, answer, why: '' });
    expect(answeredWords({ rungs: [rung('parry', 'passed'), rung('light', 'answered'), rung('mark', 'answered')] })).toBe('light + mark');
    expect(answeredWords({ rungs: [rung('parry', 'passed'), rung('light', 'not asked')] })).toBe('');
    const touch = { move: 'swing', contact: 0, distance: 59.6, angle: -12.4 } as unknown as NonNullable<LogEntry['touch']>;
    expect(touchWords({ touch })).toBe('swing, 60 px at -12°');
    expect(touchWords({})).toBe('');
  });
});

describe('a field in words', () => {
  const field = (control: string) => {
    const all = Object.values(effectKinds).flatMap((kind) => Object.values(fieldsOfKind(kind)));
    const found = all.find((one) => one.control === control);
    if (!found) throw new Error(`no field of ${control}`);
    return found;
  };

  it('is what people write', () => {
    const told: readonly (readonly [string, unknown, string])[] = [
      ['value', -1.25, '−1.25'],
      ['value', { range: [2, 4.5] }, '2…4.5'],
      ['value', { drive: 'damage', in: [0, 20], out: [1, -3] }, '1…−3 with damage 0…20'],
      ['colour', '#ff0000', '#ff0000'],
      ['colour', { by: 'kind', of: { plain: '#ffffff', ember: '#ff8800' } }, 'by kind: #ffffff, #ff8800'],
      ['direction', { mode: 'along', angle: 0, spread: 0 }, 'along the blow'],
      ['direction', { mode: 'against', angle: 30, spread: 0 }, 'against the blow +30°'],
      ['direction', { mode: 'fixed', angle: -90, spread: 45 }, 'fixed on the screen −90°, spread 45°'],
      [
        'envelope',
        [
          { at: 0, value: 1 },
          { at: 0.5, value: 0 },
        ],
        '1 at 0, 0 at 0.5',
      ],
      [
        'gradient',
        [
          { at: 0, colour: '#000000' },
          { at: 1, colour: '#ffffff' },
        ],
        '#000000 → #ffffff',
      ],
      ['clips', ['crack', 'thud'], 'crack, thud'],
      ['clips', [], 'none'],
      ['text', 'Parry', '“Parry”'],
      ['flag', true, 'yes'],
      ['flag', false, 'no'],
    ];
    for (const [control, value, words] of told)
      expect(fieldWords(field(control), value))
        .withContext(control)
        .toBe(words);
    expect(fieldWords(field('value'), undefined)).toBe('none');
  });

  it('is cut where it is long, to 48 letters with what says so', () => {
    const words = fieldWords(field('text'), 'x'.repeat(60));
    expect(words.length).toBe(48);
    expect(words.endsWith('x…')).toBeTrue();
    expect(fieldWords(field('text'), 'x'.repeat(46))).toBe(`“${'x'.repeat(46)}”`);
  });

  it('that no kind has is told as what it is', () => {
    expect([undefined, 2, true, false, '', 'b', [], [1, 2]].map(plainWords)).toEqual([
      'none',
      '2',
      'yes',
      'no',
      'empty',
      'b',
      'none',
      '2 entries',
    ]);
    expect(plainWords({ id: 'a', label: 'An ember' })).toBe('An ember');
    expect(plainWords({ kind: 'flash', other: 1 })).toBe('flash');
    expect(plainWords({ other: 1 })).toContain('other');
    expect(numberWords(0.123456)).toBe('0.1235');
    expect(numberWords(-0)).toBe('0');
  });
});
