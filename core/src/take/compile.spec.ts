import { compileContext } from '../checks/compileContext.js';
import { DocumentError } from '../model/documentError.js';
import { projectWith, takeOf } from '../testing/projects.js';
import { compileSequence } from './compile.js';
import { compileClips, compileEvent } from './compileReferences.js';

/** Where `work` says that something is wrong. */
function refusedAt(work: () => unknown): string {
  try {
    work();
  } catch (error) {
    if (error instanceof DocumentError) return error.message;
    throw error;
  }
  return 'accepted';
}

describe('compiling without the schemas', () => {
  const project = projectWith([{ kind: 'flash', id: 'flash' }]);
  const context = compileContext(project);
  const [whole] = project.sequences[0].effects as unknown as Record<string, unknown>[];
  const compiled = (part: Record<string, unknown>): string =>
    refusedAt(() => compileSequence({ id: 'blow', event: 'lance-hit', effects: [{ ...whole, ...part }] }, ['s'], context));

  it('takes what the schemas gave', () => {
    expect(compiled({})).toBe('accepted');
  });

  const cases: [Record<string, unknown>, string][] = [
    [{ kind: 'confetti' }, 's.effects[0].kind: expected one of flash,'],
    [{ id: '' }, 's.effects[0].id: expected lower-case letters'],
    [{ amount: Infinity }, 's.effects[0].amount: expected a number from 0 to 1, found Infinity'],
    [{ amount: [1] }, 's.effects[0].amount: expected a number'],
    [{ amount: { range: [1] } }, 's.effects[0].amount.range: expected two numbers'],
    [{ amount: { range: [1, 'x'] } }, 's.effects[0].amount.range[1]: expected a number from 0 to 1, found "x"'],
    [{ amount: { range: [1, 0.5] } }, 's.effects[0].amount.range: expected a range [low, high] with low ≤ high'],
    [{ amount: { drive: 'damage', in: [3, 3], out: [0, 1] } }, 's.effects[0].amount.in: expected two different numbers'],
    [{ amount: { drive: 'damage', in: [0, 3], out: [0, 1], ease: 7 } }, 's.effects[0].amount.ease: expected a CSS easing, found 7'],
    [{ colour: 'red' }, 's.effects[0].colour: expected a colour'],
    [{ colour: { by: 'kind', of: { ember: 'red' }, otherwise: '#ffffff' } }, 's.effects[0].colour.of.ember: expected a colour'],
    [{ colour: { by: 'mood', of: {}, otherwise: '#ffffff' } }, 's.effects[0].colour.by: expected a field'],
    [{ mode: 'blend' }, 's.effects[0].mode: expected one of mix, multiply, add, found "blend"'],
    [{ muted: 1 }, 's.effects[0].muted: expected true or false'],
    [{ envelope: 'flat' }, 's.effects[0].envelope: expected one to 64 points'],
    [{ envelope: [3] }, 's.effects[0].envelope[0]: expected a point'],
    [{ envelope: [{ at: 2, value: 1 }] }, 's.effects[0].envelope[0].at: expected a number from 0 to 1, found 2'],
    [{ envelope: [{ at: 0, value: null }] }, 's.effects[0].envelope[0].value: expected a number from -4 to 4, found null'],
    [{ anchor: 'contact' }, 's.effects[0].anchor: expected an anchor'],
    [{ anchor: { to: 'middle' } }, 's.effects[0].anchor.to: expected one of contact, start, end'],
    [{ anchor: { to: 'start' } }, 's.effects[0].anchor.effect: expected the id of an effect'],
    [{ repeat: 3 }, 's.effects[0].repeat: expected { count, every }'],
    [{ repeat: { count: 1e9, every: 0 } }, 's.effects[0].repeat.count: expected a whole number from 1 to 100'],
    [{ clock: 'sun' }, 's.effects[0].clock: expected one of game, wall'],
  ];
  for (const [part, expected] of cases) {
    it(`tells ${expected}`, () => {
      expect(compiled(part)).toContain(expected);
    });
  }

  /** The same of other kinds, whose fields are of other sorts. */
  const others: readonly (readonly [kind: string, part: Record<string, unknown>, expected: string])[] = [
    ['sound', { clips: [] }, 'clips: expected one to 32 sound assets, found []'],
    ['sound', { clips: 'crack' }, 'clips: expected one to 32 sound assets, found "crack"'],
    ['sound', { clips: ['crack', 'boom'] }, 'clips[1]: expected a sound asset of the project, found "boom"'],
    ['hit-stop', { parties: [] }, 'parties: expected one to '],
    ['hit-stop', { parties: ['nobody'] }, 'parties: expected one to '],
    ['hit-stop', { parties: 'target' }, 'parties: expected one to '],
    ['burst', { direction: 'up' }, 'direction: expected a direction { mode, angle, spread }, found "up"'],
    ['burst', { direction: { mode: 'up', angle: 0, spread: 0 } }, 'direction.mode: expected one of along, against,'],
    ['burst', { direction: { mode: 'along', angle: 0 } }, 'direction.spread: expected a number from 0'],
    ['burst', { colourOverLife: [{ at: 0, colour: 'red' }] }, 'colourOverLife[0].colour: expected a colour "#rrggbb", found "red"'],
    [
      'burst',
      { colourOverLife: [0.5, 0.5].map((at) => ({ at, colour: '#ffffff' })) },
      'colourOverLife[1].at: expected more than 0.5, the place of the point before',
    ],
    ['burst', { colourOverLife: [] }, 'colourOverLife: expected one to '],
    ['burst', { picture: 'nowhere' }, 'picture: expected one of dot, spark, chip, puff, found "nowhere"'],
    ['burst', { count: { drive: 'kind', in: [0, 1], out: [1, 2] } }, 'count.drive: expected a number field of the event "lance-hit"'],
    ['caption', { staying: 'still' }, 'staying: expected curves by x, y,'],
    ['caption', { staying: { colour: [{ at: 0, value: 1 }] } }, 'staying.colour: expected one of x, y,'],
    ['caption', { staying: { x: [{ at: 0, value: 9 }] } }, 'staying.x[0].value: expected a number from -4 to 4, found 9'],
    ['caption', { text: 7 }, 'text: expected a text of at most '],
    ['caption', { text: 'x'.repeat(2001) }, 'text: expected a text of at most '],
  ];
  for (const [kind, part, expected] of others)
    it(`tells of ${kind} ${JSON.stringify(part).slice(0, 60)}: ${expected}`, () => {
      const [effect] = projectWith([{ kind, id: 'one', ...(kind === 'sound' && { clips: ['crack'] }) }]).sequences[0].effects;
      const read = (more: object) =>
        refusedAt(() => compileSequence({ id: 'blow', event: 'lance-hit', effects: [{ ...effect, ...more }] }, ['s'], context));
      expect(read({})).toBe('accepted');
      expect(read(part)).toContain(`s.effects[0].${expected}`);
    });

  it('bounds what a strike lets go before anything is made', () => {
    const burst = { ...(projectWith([{ kind: 'burst', id: 'b', count: 50000 }]).sequences[0].effects[0] as object) };
    const strikeOf = (...effects: object[]) =>
      refusedAt(() => compileSequence({ id: 'blow', event: 'lance-hit', effects }, ['s'], context));
    expect(strikeOf(burst)).toBe('accepted');
    expect(strikeOf({ ...burst, repeat: { count: 100, every: 0 } })).toContain(
      's.effects[0]: expected at most 120,000 particles in one strike',
    );
    expect(strikeOf(burst, { ...burst, id: 'c' }, { ...burst, id: 'd' })).toContain('s.effects[2]: expected at most 120,000 particles');
    // Lanes of muted effects are drawn as well.
    expect(strikeOf(burst, { ...burst, id: 'c' }, { ...burst, id: 'd', muted: true })).toContain('s.effects[2]: expected at most 120,000');
  });

  it('tells what is wrong with events and clips', () => {
    expect(refusedAt(() => compileEvent({ id: 'e', fields: [{ name: 'a', type: 'mood', default: 1 }] }, []))).toContain(
      'fields[0].type: expected one of number,',
    );
    expect(refusedAt(() => compileEvent({ id: 'e', fields: [{ name: 'a', type: 'number', default: 'x' }] }, []))).toContain(
      'fields[0].default: expected a number',
    );
    expect(refusedAt(() => compileEvent({ id: 'e' }, ['events', 0]))).toContain('events[0].fields: expected a list');
    const twice = ['a', 'a'].map((name) => ({ name, type: 'number', default: 0 }));
    expect(refusedAt(() => compileEvent({ id: 'e', fields: twice }, ['events', 2]))).toBe(
      'events[2].fields[1].name: expected a name of its own, "a" is taken',
    );
    const bounded = (field: object) =>
      refusedAt(() => compileEvent({ id: 'e', fields: [{ name: 'a', type: 'number', ...field }] }, ['events', 2]));
    for (const good of [{ min: 0, max: 5, default: 0 }, { min: 0, max: 5, default: 5 }, { default: -1e9 }])
      expect(bounded(good)).toBe('accepted');
    for (const bad of [
      { min: 0, max: 5, default: -1 },
      { min: 0, max: 5, default: 6 },
      { min: 5, max: 5, default: 5 },
      { min: 6, max: 5, default: 5 },
      { min: NaN, max: 5, default: 5 },
      { min: 0, max: Infinity, default: 5 },
      { min: '0', max: 5, default: 5 },
    ])
      expect(bounded(bad)).withContext(JSON.stringify(bad)).toContain('events[2].fields[0].default: expected');
    expect(refusedAt(() => compileEvent({ id: 'No Such', fields: [] }, ['events', 2]))).toContain('events[2].id: expected');
    expect(refusedAt(() => compileClips([{ type: 'sound', id: 'a', duration: -1 }], ['assets']))).toContain(
      'assets[0].duration: expected a number from 0 to 600',
    );
  });
});

describe('anchors', () => {
  const starts = (effects: object[]): Record<string, number> =>
    Object.fromEntries(takeOf(effects).firings.map(({ effect, start }) => [effect, Number(start.toFixed(6))]));

  it('count from another effect’s start or end, in whatever order they are written', () => {
    expect(
      starts([
        { kind: 'flash', id: 'third', anchor: { to: 'end', effect: 'second' }, delay: 0.05 },
        { kind: 'flash', id: 'second', anchor: { to: 'start', effect: 'first' }, delay: 0.1, duration: 0.2 },
        { kind: 'flash', id: 'first', delay: 0.3, duration: 0.4 },
      ]),
    ).toEqual({ first: 0.3, second: 0.4, third: 0.65 });
  });

  it('count from the last repeat’s end', () => {
    expect(
      starts([
        { kind: 'flash', id: 'a', duration: 0.1, repeat: { count: 3, every: 0.5 } },
        { kind: 'shake', id: 'b', anchor: { to: 'end', effect: 'a' } },
      ])['b'],
    ).toBeCloseTo(1.1, 6);
  });

  it('count from where an effect really ends, on a clock that was halted', () => {
    expect(
      starts([
        { kind: 'hit-stop', id: 'stop', delay: 0.05, duration: 0.3 },
        { kind: 'flash', id: 'a', duration: 0.2 },
        { kind: 'shake', id: 'b', anchor: { to: 'end', effect: 'a' } },
      ])['b'],
    ).toBeCloseTo(0.5, 6);
  });
});
