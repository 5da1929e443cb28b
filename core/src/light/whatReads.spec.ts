import fc from 'fast-check';
import { compileContext } from '../checks/compileContext.js';
import { drillSuspects, flashProblems, flashSuspects, readingProblems } from '../checks/lightProblems.js';
import { readProject } from '../checks/readProject.js';
import { projectJson, projectWith } from '../testing/projects.js';
import { compileSequence } from '../take/compile.js';
import { strike } from '../take/strike.js';
import { isOver, lightColumns, readFlashes } from './flashReading.js';
import { LightPainter } from './lightPainter.js';
import type { StageBackground } from './stageGrounds.js';
import { whatReads } from './whatReads.js';
import { evenly } from '../testing/evenly.js';

const steady = [
  { at: 0, value: 1 },
  { at: 1, value: 1 },
];

/** What does not read of effects that are struck on plain ground, as “effect sort”. */
function found(effects: readonly object[], background: StageBackground = 'dark'): string[] {
  const project = projectWith(effects);
  const [sequence] = project.sequences;
  const plan = compileSequence(sequence, ['sequences', 0], compileContext(project));
  const stage = { project, setUp: { ground: false }, background, pictures: new Map() };
  const all = [...whatReads({ stage, sequence, plan, payload: {}, options: {} })];
  return all.flatMap((one) => (one ? [`${one.effect} ${one.sort}`] : []));
}

const ring = (colour = '#ffffff', part: object = {}) => ({
  kind: 'ring',
  id: 'ring',
  duration: 0.4,
  width: 12,
  envelope: steady,
  colourOverLife: [{ at: 0, colour }],
  blend: 'normal',
  ...part,
});

describe('what reads of a blow', () => {
  it('is everything that stands out and lasts', () => {
    expect(found([ring(), { kind: 'number', id: 'number', duration: 0.8 }])).toEqual([]);
  });

  it('is not what has nearly the colour of what is behind it, and is on another ground', () => {
    // The bright sky is #e9eee2.
    const pale = ring('#f2f2e6');
    expect(found([pale], 'bright')).toEqual(['ring faint']);
    expect(found([pale], 'dark')).toEqual([]);
    expect(found([{ ...pale, muted: true }], 'bright')).toEqual([]);
  });

  it('is not what is gone within a tenth of a second', () => {
    expect(found([ring('#ffffff', { duration: 0.06 })])).toEqual(['ring short']);
    expect(found([ring('#ffffff', { duration: 0.12 })])).toEqual([]);
  });

  it('is not a meter behind a number that stands before it', () => {
    const meter = { kind: 'meter', id: 'health', duration: 1, above: 90, envelope: steady };
    const number = {
      kind: 'number',
      id: 'word',
      duration: 1,
      template: '8888',
      size: 60,
      speed: 0,
      gravity: 0,
      above: 90,
      enter: 'instant',
    };
    expect(found([meter])).toEqual([]);
    expect(found([meter, number])).toContain('health covered');
  });

  it('is not a sound under a louder one, which is told by its name', () => {
    const project = projectWith(
      ['crack', 'thud'].map((id) => ({ kind: 'sound', id, clips: [id], ...(id === 'thud' && { label: 'Deep thud' }) })),
    );
    const assets = project.assets.map((asset) =>
      asset.type === 'sound' ? { ...asset, peaks: [1, 1], loudness: asset.id === 'thud' ? -10 : -30 } : asset,
    );
    const [sequence] = project.sequences;
    const plan = compileSequence(sequence, ['sequences', 0], compileContext(project));
    const stage = { project: { ...project, assets }, setUp: { ground: false }, background: 'dark', pictures: new Map() } as const;
    const all = [...whatReads({ stage, sequence, plan, payload: {}, options: {} })].filter((one) => one !== undefined);
    // 20 dB, and what chance leaves to the gain of each.
    expect(all.map(({ effect, sort, message }) => `${effect} ${sort}: ${message}`)).toEqual([
      jasmine.stringMatching(/^crack masked: is masked by “Deep thud”, (19|20|21) dB louder$/),
    ] as never);
  });
});

describe('flashes of a project', () => {
  const lens = (times: number, amount = 1) => ({
    kind: 'lens',
    id: 'lens',
    split: 0,
    flash: amount,
    envelope: steady,
    duration: 0.125,
    repeat: { count: times, every: 0.25 },
  });

  it('are told of sequences that flash too often, on which ground, and of nothing else', () => {
    const told = (times: number, all = false) => {
      const project = projectWith([lens(times)]);
      return flashProblems(project, flashSuspects(project), new Map(), all).map(
        ({ severity, path, message }) => `${severity} ${path} ${message}`,
      );
    };
    expect(told(4)).toEqual([
      'warning sequences[0] flashes 4 times within a second, 0 to 883 ms, over 100 % of a field of 10 degrees; WCAG 2.2 lets 3 pass, or a quarter of the field, on dark ground',
    ]);
    // White over the bright sky, whose luminance is above 0.8, is no flash; over the ground under it, it is.
    expect(told(4, true).map((text) => text.replace(/.*, /, ''))).toEqual(['on dark ground', 'on mid ground', 'on bright ground']);
    expect(told(3, true)).toEqual([]);
  });

  it('are told of a drill in which one blow follows another, where no blow flashes too often by itself', () => {
    const blow = (at: number) => ({ at, event: 'lance-hit', source: 'horn', target: 'shell' });
    const actors = [
      { id: 'horn', actor: 'mosshell', place: { x: -80, y: 0 }, facing: 1 },
      { id: 'shell', actor: 'mosshell', place: { x: 80, y: 0 }, facing: -1 },
    ];
    const { project, problems } = readProject({
      ...projectJson([lens(1)]),
      responses: [{ id: 'hit', event: 'lance-hit', rungs: [{ id: 'hit', when: [], then: [{ outcome: 'play', sequence: 'blow' }] }] }],
      drills: [
        { id: 'slow', label: 'Slow', length: 3, actors, script: [0.2, 0.7, 1.2, 1.7].map(blow) },
        { id: 'fast', label: 'Fast', length: 3, actors, script: [0.5, 0.75, 1, 1.25].map(blow) },
      ],
    });
    if (!project) throw new Error(JSON.stringify(problems));
    expect(flashProblems(project, flashSuspects(project), new Map())).toEqual([]);
    const told = flashProblems(project, drillSuspects(project), new Map());
    expect(told.map(({ path, message }) => `${path} ${message.slice(0, 31)}`)).toEqual(['drills[1] flashes 4 times within a second']);
  });

  it('and what does not read are told with the lane', () => {
    const told = readingProblems(projectWith([ring('#ffffff', { id: 'other' }), ring('#ffffff', { duration: 0.06 })]), new Map());
    expect(told.map(({ path, message }) => `${path} ${message.slice(0, 12)}`)).toEqual(['sequences[0].effects[1] ring is seen']);
  });

  it('are looked for wherever they are, whatever flashes', () => {
    const flashing = fc.record({
      times: fc.integer({ min: 1, max: 8 }),
      every: evenly(0.08, 0.5),
      amount: evenly(0.1, 1),
      colour: fc.constantFrom('#ffffff', '#ff0000', '#808080', '#ffd040'),
      kind: fc.constantFrom('lens', 'ring'),
    });
    fc.assert(
      fc.property(flashing, ({ times, every, amount, colour, kind }) => {
        const repeat = { count: times, every };
        const wide = ring(colour, { radiusFrom: 150, radiusTo: 150, width: 200, duration: every / 2, repeat });
        const project = projectWith([kind === 'ring' ? wide : { ...lens(times, amount), colour, duration: every / 2, repeat }]);
        const [sequence] = project.sequences;
        const take = strike(compileSequence(sequence, ['sequences', 0], compileContext(project)), {});
        const frame = take.createFrame();
        const run = { start: take.start, duration: take.duration, sample: (t: number) => take.sample(t, frame) };
        const stage = { project, setUp: undefined, background: 'dark' as const, pictures: new Map() };
        const over = readFlashes(run, new LightPainter(stage, { width: 960, height: 540, columns: lightColumns })).some(isOver);
        return !over || flashProblems(project, flashSuspects(project), new Map()).length > 0;
      }),
      { numRuns: 40 },
    );
  });

  it('are looked for in no sequence that cannot have them', () => {
    const suspects = (effects: readonly object[]) => flashSuspects(projectWith(effects)).length;
    expect(suspects([ring(), { kind: 'shake', id: 'shake', amplitude: 4 }])).toBe(0);
    expect(suspects([lens(4, 0.03)])).toBe(0);
    expect(suspects([lens(4)])).toBe(1);
  });
});
