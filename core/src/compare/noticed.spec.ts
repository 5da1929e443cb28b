import type { DrillRun } from '../combat/drill.js';
import type { Frame, SoundCue } from '../contract.js';
import type { Asset, Project } from '../model/project.js';
import type { EngineTake } from '../take/take.js';
import { frameWith, put, putRibbon, soundCue } from '../testing/frames.js';
import { noticed } from './noticed.js';
import { changedDocuments } from './runDocuments.js';

/** Steps that one begins to notice, by hand: takes of one instant, which are looked at for a hundred and twentieth of a second. */

const view = { width: 1000, height: 500 };
/** A thousandth of the view is one step of ink. */
const unit = 500;
const takeOf = (frame: Frame, sounds: readonly SoundCue[] = []): EngineTake =>
  ({ start: 0, duration: 0, sounds, createFrame: () => frame, sample: () => frame }) as unknown as EngineTake;

/** How different two frames are, in steps; the same either way. */
function steps(one: (frame: Frame) => void, other: (frame: Frame) => void = () => undefined): number {
  const [a, b] = [one, other].map((change) => takeOf(frameWith(change)));
  const found = noticed(a, b, { view }) * 120;
  expect(noticed(b, a, { view }) * 120).toBeCloseTo(found, 9);
  return found;
}

describe('what is noticed of bodies and of the view', () => {
  const of = (party: 'source' | 'target' | 'view', part: object) => (frame: Frame) => Object.assign(frame[party], part);

  it('is shift, turn, size and fading, each in steps of its own', () => {
    for (const party of ['source', 'target'] as const) {
      expect(steps(of(party, { x: 30, y: 40 }))).toBeCloseTo(5, 9);
      expect(steps(of(party, { rotation: -6 }))).toBeCloseTo(3, 9);
      expect(steps(of(party, { scaleX: 1.1, scaleY: 0.96 }))).toBeCloseTo(7, 9);
      expect(steps(of(party, { alpha: 0.5 }))).toBeCloseTo(10, 9);
    }
    expect(steps(of('view', { x: 3, y: 4 }))).toBeCloseTo(1, 9);
    expect(steps(of('view', { roll: 2 }))).toBeCloseTo(4, 9);
    expect(steps(of('view', { zoom: 1.05 }))).toBeCloseTo(5, 9);
    expect(steps(of('view', { split: 3 }))).toBeCloseTo(3, 9);
    expect(steps(of('view', { vignette: 0.2 }))).toBeCloseTo(4, 9);
    expect(steps(({ rumble }) => Object.assign(rumble, { low: 0.3, high: 0.1 }))).toBeCloseTo(4, 9);
    expect(steps(({ target }) => Object.assign(target, { pose: { ...target.pose, hurt: 0.5 } }))).toBeCloseTo(10, 9);
  });

  it('is a flash by how much of it there is, and by its colour and its way as far as both are there', () => {
    const lit = (flash: number, flashColour = 0xffffff, flashMode = 'mix') => of('target', { flash, flashColour, flashMode });
    expect(steps(lit(0.5), lit(0.2))).toBeCloseTo(6, 9);
    expect(steps(lit(0.5, 0xff0000), lit(0.5, 0x00ff00))).toBeCloseTo((0.5 * (2 / 3)) / 0.05, 9);
    expect(steps(lit(0.5, 0xff0000), lit(0, 0x00ff00))).toBeCloseTo(10, 9);
    expect(steps(lit(0.5, 0xffffff, 'add'), lit(0.3))).toBeCloseTo(4 + 6, 9);
    expect(steps(lit(0, 0xffffff, 'add'), lit(0.3))).toBeCloseTo(6, 9);
    const whole = (flash: number, flashColour: number) => of('view', { flash, flashColour });
    expect(steps(whole(0.4, 0x0000ff), whole(0.4, 0x00ff00))).toBeCloseTo((0.4 * (2 / 3)) / 0.05, 9);
  });
});

describe('what is noticed of what is drawn', () => {
  const white = { r: 1, g: 1, b: 1, a: 1 };
  /** One of each kind, with the area that it covers. */
  const kinds: readonly (readonly [string, (frame: Frame) => void, number])[] = [
    ['particles', ({ particles }) => put(particles, { x: 0, y: 0, size: 40, ...white, a: 0.5 }), (Math.PI / 4) * 1600 * 0.5],
    ['rings', ({ rings }) => put(rings, { x: 0, y: 0, radius: 50, width: 4, ...white }), 2 * Math.PI * 200],
    ['numbers', ({ numbers }) => put(numbers, { text: '12', x: 0, y: 0, size: 30, alpha: 0.5, colour: 0xffffff }), 0.6 * 2 * 900 * 0.5],
    ['glyphs', ({ glyphs }) => put(glyphs, { text: 'a', x: 0, y: 0, size: 30, alpha: 1, colour: 0xffffff }), 0.6 * 900],
    ['pictures', ({ pictures }) => put(pictures, { x: 0, y: 0, size: 30, alpha: 0.5, tint: 0xffffff }), 450],
    ['arcs', ({ arcs }) => put(arcs, { x: 0, y: 0, inner: 30, outer: 50, from: -90, to: 90, ...white }), (Math.PI / 2) * 1600],
    ['meters', ({ meters }) => put(meters, { x: 0, y: 0, width: 80, height: 10, value: 0.5, alpha: 0.5, fill: 0xffffff }), 200],
    ['ribbons', ({ ribbons }) => putRibbon(ribbons, { y: 0, width: 10, ...white }, [{ x: -30 }, { x: 30 }]), 600],
  ];

  for (const [kind, lay, area] of kinds)
    it(`is ${kind} by the area that they cover`, () => {
      expect(steps(lay)).toBeCloseTo(area / unit, 5);
      expect(steps(lay, lay)).toBe(0);
    });

  it('is where they are and in what colour, as far as both are there', () => {
    const blot =
      (part: object, size = 40) =>
      ({ pictures }: Frame) =>
        put(pictures, { x: 0, y: 0, size, alpha: 1, tint: 0xffffff, ...part });
    // 1600 px of ink, more than a step: all of it counts.
    expect(steps(blot({ x: 30, y: 40 }), blot({}))).toBeCloseTo(5, 6);
    expect(steps(blot({ tint: 0xff0000 }), blot({ tint: 0xff00ff }))).toBeCloseTo(1 / 3 / 0.05, 6);
    // A hundred px are a fifth of a step.
    expect(steps(blot({ x: 50 }, 10), blot({}, 10))).toBeCloseTo(5 * 0.2, 6);
    expect(steps(blot({ x: 50 }, 20), blot({}, 10))).toBeCloseTo(300 / unit + 5 * 0.2, 6);
    // Many are one blot about their middle.
    const two = (frame: Frame): void => {
      blot({ x: -20 }, 30)(frame);
      blot({ x: 60 }, 30)(frame);
    };
    expect(steps(two, blot({ x: 20 }, Math.sqrt(1800)))).toBeCloseTo(0, 4);
    // A sweep lies where its middle is: half way between its edges and its angles.
    const sweep =
      (turn: number) =>
      ({ arcs }: Frame) =>
        put(arcs, { x: 0, y: 0, inner: 30, outer: 50, from: -90 + turn, to: 90 + turn, ...white });
    expect(steps(sweep(0), sweep(180))).toBeCloseTo(80 / 10, 4);
  });
});

describe('what is noticed of sounds', () => {
  const cue = (part: Partial<SoundCue> = {}): SoundCue => soundCue({ gain: 0.6, ...part });
  const assets = [{ type: 'sound', id: 'crack', duration: 0.4 }] as unknown as Asset[];
  const heard = (a: SoundCue[], b: SoundCue[] = []): number => {
    const takes = [a, b].map((sounds) => takeOf(frameWith(), sounds));
    return noticed(takes[0], takes[1], { view, assets });
  };

  it('is what rings in one and not in the other, by its gain and for as long as it does', () => {
    expect(heard([cue()])).toBeCloseTo(5 * 0.4, 9);
    expect(heard([cue()], [cue({ gain: 0.36 })])).toBeCloseTo(2 * 0.4, 9);
    expect(heard([cue()], [cue()])).toBe(0);
    expect(heard([cue()], [cue({ start: 0.1 })])).toBeCloseTo(5 * 0.2, 9);
    expect(heard([cue({ cut: 0.1 })])).toBeCloseTo(5 * 0.1, 9);
    expect(heard([cue({ cut: 9 })])).toBeCloseTo(5 * 0.4, 9);
    expect(heard([cue({ rate: 2 })])).toBeCloseTo(5 * 0.2, 9);
    // Of a clip that is not known half a second.
    expect(heard([cue({ clip: 'gone' })])).toBeCloseTo(5 * 0.5, 9);
  });

  it('is another sound at another rate, unless no ear tells', () => {
    expect(heard([cue()], [cue({ rate: 1.005 })])).toBeCloseTo(0, 1);
    expect(heard([cue()], [cue({ rate: 2 ** (1 / 12) })])).toBeGreaterThan(3.5);
  });
});

describe('documents that runs hang on', () => {
  const run = {
    log: [{ event: 'blow' }],
    history: [{ of: 'status', name: 'burning' }, { of: 'health' }],
    combatants: [{ actor: { id: 'moss' } }],
    cues: [{ sequence: 'crack' }],
  } as unknown as DrillRun;
  const named = (...ids: string[]) => ids.map((id) => ({ id, label: id.toUpperCase(), event: id }));
  const project = (part: Partial<Record<keyof Project, unknown>> = {}): Project =>
    ({
      responses: named('blow', 'gust'),
      events: named('blow', 'gust'),
      statuses: named('burning', 'sap'),
      actors: named('moss', 'pip'),
      sequences: named('crack', 'hiss'),
      ...part,
    }) as unknown as Project;
  const told = (before: Project, after: Project): string[] =>
    changedDocuments([run], before, after).map(({ collection, id, label, before: was, after: is }) =>
      [collection, id, label, was ? 'was' : '-', is ? 'is' : '-'].join(' '),
    );

  it('are those of what took part that are not the same, what decides first', () => {
    const state = project();
    expect(told(state, state)).toEqual([]);
    expect(told(state, project())).toEqual([]);
    const changed = (...ids: string[]) => named(...ids).map((one) => ({ ...one, note: 'other' }));
    const all = project({
      sequences: changed('crack', 'hiss'),
      actors: changed('moss', 'pip'),
      statuses: changed('burning', 'sap'),
      events: changed('blow', 'gust'),
      responses: changed('blow', 'gust'),
    });
    expect(told(state, all)).toEqual([
      'responses blow BLOW was is',
      'events blow BLOW was is',
      'statuses burning BURNING was is',
      'actors moss MOSS was is',
      'sequences crack CRACK was is',
    ]);
    expect(told(state, project({ sequences: named('hiss') }))).toEqual(['sequences crack CRACK was -']);
    expect(told(project({ actors: [] }), project({ actors: [{ id: 'moss' }] }))).toEqual(['actors moss moss - is']);
  });
});
