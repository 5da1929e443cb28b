import fc from 'fast-check';
import { KitError, openKit } from './runtime.js';
import { kitDocument } from './ship/kit.js';
import { kitJsonSchema } from './ship/kitJsonSchema.js';
import { bakedFrame, bakedParticles, bakedRow } from './ship/bakedRow.js';
import { projectWith, takeOf } from './testing/projects.js';

const effects = [
  { kind: 'flash', id: 'flash', amount: { drive: 'damage', in: [0, 50], out: [0.2, 1] } },
  { kind: 'burst', id: 'burst', count: 12, anchor: { to: 'end', effect: 'stop' } },
  { kind: 'hit-stop', id: 'stop', duration: 0.05 },
  { kind: 'shake', id: 'shake', roll: 2 },
  { kind: 'sound', id: 'sound', clips: ['crack', 'thud'] },
  { kind: 'knockback', id: 'throw' },
  { kind: 'pose', id: 'hurt' },
  { kind: 'arc', id: 'sweep', delay: -0.05 },
  { kind: 'trail', id: 'wake' },
  { kind: 'seeker', id: 'seek', count: 2 },
  { kind: 'number', id: 'told', repeat: { count: 3, every: 0.05 }, gather: 0.1 },
  { kind: 'caption', id: 'said', text: '{sway: {damage}}!' },
  { kind: 'meter', id: 'health', after: { drive: 'damage', in: [0, 50], out: [0.9, 0.1] } },
];
const kitJson = (): Record<string, unknown> => JSON.parse(JSON.stringify(kitDocument(projectWith(effects)))) as Record<string, unknown>;

function pathOf(work: () => unknown): string {
  try {
    work();
  } catch (error) {
    if (error instanceof KitError) return error.path;
    throw error;
  }
  return 'accepted';
}

describe('openKit', () => {
  it('plays exactly what the engine plays', () => {
    const engine = takeOf(effects, { damage: 31, direction: 70 }, { seed: 9 });
    const shipped = openKit(kitJson()).strike('blow', { damage: 31, direction: 70 }, { seed: 9 });
    const [a, b] = [engine.createFrame(), shipped.createFrame()];
    for (const t of [0, 0.02, 0.05, 0.13, 0.4]) {
      engine.sample(t, a);
      shipped.sample(t, b);
      expect(bakedRow(b)).toEqual(bakedRow(a));
      expect(bakedParticles(b)).toEqual(bakedParticles(a));
    }
    expect(shipped.sounds).toEqual(engine.sounds);
    expect(shipped.duration).toBe(engine.duration);
  });

  it('plays a kit from before fields were added as it was played then', () => {
    const old = kitJson();
    delete old['actors'];
    const added = [
      'spot',
      'aim',
      'carry',
      'sizeIn',
      'colouring',
      'strip',
      'stripRate',
      'gather',
      'near',
      'far',
      'panWidth',
      'gap',
      'voices',
    ];
    // Those kinds that there were, without what they have gained.
    const [sequence] = old['sequences'] as { effects: Record<string, unknown>[] }[];
    const kinds = ['flash', 'burst', 'hit-stop', 'shake', 'sound', 'knockback'];
    const gained = (effect: Record<string, unknown>) => Object.entries(effect).filter(([name]) => !added.includes(name));
    const first = sequence.effects.filter(({ kind }) => kinds.includes(String(kind)));
    sequence.effects = first.map((effect) => Object.fromEntries(gained(effect)));
    const before = openKit(old).strike('blow', { damage: 20 }, { seed: 4 });
    const now = openKit({ ...old, sequences: [{ ...sequence, effects: first }] }).strike('blow', { damage: 20 }, { seed: 4 });
    const [a, b] = [before.createFrame(), now.createFrame()];
    for (const t of [0, 0.05, 0.2]) expect(bakedFrame(before.sample(t, a))).toEqual(bakedFrame(now.sample(t, b)));
  });

  it('speaks the receiving game’s conventions', () => {
    const json = kitJson();
    json['conventions'] = { axis: 'up', angles: 'radians', unitsPerPixel: 0.01, frameRate: 60 };
    const ours = takeOf(effects, { direction: 50 });
    const theirs = openKit(json).strike('blow', { direction: 50 });
    const [a, b] = [ours.sample(0.1, ours.createFrame()), theirs.sample(0.1, theirs.createFrame())];
    expect(b.view.x).toBeCloseTo(a.view.x / 100, 12);
    expect(b.view.y).toBeCloseTo(-a.view.y / 100, 12);
    expect(b.view.roll).toBeCloseTo((-a.view.roll * Math.PI) / 180, 12);
    expect(b.particles.y[3]).toBeCloseTo(-a.particles.y[3] / 100, 6);
    expect(b.particles.size[3]).toBeCloseTo(a.particles.size[3] / 100, 6);
  });

  const tampered: [string, (kit: ReturnType<typeof kitJson>) => void, string][] = [
    ['another format', (kit) => (kit['format'] = 2), 'format'],
    ['no sequences', (kit) => delete kit['sequences'], 'sequences'],
    ['an effect of no kind', (kit) => delete effectOf(kit, 0)['kind'], 'sequences[0].effects[0].kind'],
    ['text for a number', (kit) => (effectOf(kit, 0)['delay'] = 'soon'), 'sequences[0].effects[0].delay'],
    ['null for a number', (kit) => (effectOf(kit, 1)['drag'] = null), 'sequences[0].effects[1].drag'],
    [
      'a driven field that is gone',
      (kit) => ((kit['events'] as { fields: object[] }[])[0].fields.shift(), undefined),
      'sequences[0].effects[0].amount.drive',
    ],
    [
      'a circle of anchors',
      (kit) => (effectOf(kit, 2)['anchor'] = { to: 'start', effect: 'burst' }),
      'sequences[0].effects[1].anchor.effect',
    ],
    ['a clip that is gone', (kit) => (kit['assets'] = []), 'sequences[0].effects[4].clips[0]'],
    ['an asset outside the kit', (kit) => ((kit['assets'] as { file: string }[])[0].file = '../../etc/passwd'), 'assets[0].file'],
    ['an event that is gone', (kit) => (kit['events'] = []), 'sequences[0].event'],
    ['strange conventions', (kit) => (kit['conventions'] = { axis: 'sideways' }), 'conventions.axis'],
  ];
  for (const [what, tamper, path] of tampered) {
    it(`refuses a kit with ${what}, naming ${path}`, () => {
      const json = kitJson();
      tamper(json);
      expect(pathOf(() => openKit(json))).toBe(path);
    });
  }

  it('throws nothing but KitError, whatever it is given', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (json) => pathOf(() => openKit(json)) !== 'accepted'),
      { numRuns: 300 },
    );
  });

  it('refuses a strike that it cannot make', () => {
    const kit = openKit(kitJson());
    expect(pathOf(() => kit.strike('nope'))).toBe('sequence');
    expect(pathOf(() => kit.strike('blow', { damage: 'x' }))).toBe('payload.damage');
    expect(pathOf(() => kit.assetFile('nope'))).toBe('assets');
    expect(kit.assetFile('crack')).toBe('assets/sounds/crack.wav');
  });
});

function effectOf(kit: Record<string, unknown>, index: number): Record<string, unknown> {
  return (kit['sequences'] as { effects: Record<string, unknown>[] }[])[0].effects[index];
}

describe('kitJsonSchema', () => {
  it('is JSON Schema 2020-12 that names every kind', () => {
    const schema = kitJsonSchema() as { $schema: string };
    expect(schema.$schema).toBe('https://json-schema.org/draft/2020-12/schema');
    for (const kind of ['flash', 'burst', 'hit-stop', 'shake', 'sound']) expect(JSON.stringify(schema)).toContain(`"const":"${kind}"`);
  });
});
