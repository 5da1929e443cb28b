import fc from 'fast-check';
import { readProject } from '../checks/readProject.js';
import { newEffect } from '../effects/schemas.js';
import { effectKinds } from '../effects/registry.js';
import type { Effect } from '../effects/registry.js';
import type { Project, Sequence } from '../model/project.js';
import { kitDocument } from '../ship/kit.js';
import { projectJson } from '../testing/projects.js';
import { drift, followed, followingSequences, presetUses, setFree, withLaneTaken } from './following.js';
import { presetOf, withPreset } from './placing.js';
import { evenly } from '../testing/evenly.js';

const effects = [
  { kind: 'flash', id: 'flash', duration: 0.2 },
  { kind: 'hit-stop', id: 'stop', duration: 0.05 },
  { kind: 'shake', id: 'shake', amplitude: 8, anchor: { to: 'end', effect: 'stop' } },
];

function read(preset: object = {}): { project?: Project | undefined; problems: string[] } {
  const base = { id: 'impact', label: 'Impact', effects: [effects[1], effects[2]], exposed: [{ lane: 'shake', field: 'amplitude' }] };
  const { project, problems } = readProject({ ...projectJson(effects), presets: [{ ...base, ...preset }] });
  return { project, problems: problems.map(({ severity, path, message }) => `${severity} ${path} ${message}`) };
}

/** A project with a preset, placed on its sequence. */
function placed(how: 'linked' | 'free' = 'linked'): Project {
  const { project } = read();
  if (!project) throw new Error('no project');
  return { ...project, sequences: [withPreset(project.sequences[0], project.presets[0], how)] };
}

const lane = ({ sequences }: Pick<Project, 'sequences'>, id: string): Effect => {
  const found = sequences[0].effects.find((effect) => effect.id === id);
  if (!found) throw new Error(`no lane ${id}`);
  return found;
};
const changed = (project: Project, id: string, part: object): Project => ({
  ...project,
  sequences: project.sequences.map((sequence): Sequence => ({
    ...sequence,
    effects: sequence.effects.map((effect) => (effect.id === id ? ({ ...effect, ...part } as Effect) : effect)),
  })),
});
const withPresetLane = (project: Project, id: string, part: object): Project => ({
  ...project,
  presets: project.presets.map((preset) => ({
    ...preset,
    effects: preset.effects.map((effect) => (effect.id === id ? ({ ...effect, ...part } as Effect) : effect)),
  })),
});

describe('a preset', () => {
  it('is placed with its lanes under free names, hanging on one another as they did', () => {
    const twice = (({ sequences, presets }) => withPreset(sequences[0], presets[0], 'linked'))(placed());
    expect(twice.effects.map(({ id, preset }) => [id, preset?.lane, preset?.placed])).toEqual([
      ['flash', undefined, undefined],
      ['stop', undefined, undefined],
      ['shake', undefined, undefined],
      ['stop-2', 'stop', 'impact'],
      ['shake-2', 'shake', 'impact'],
      ['stop-3', 'stop', 'impact-2'],
      ['shake-3', 'shake', 'impact-2'],
    ]);
    expect(twice.effects[6].anchor).toEqual({ to: 'end', effect: 'stop-3' });
    expect(placed('free').sequences[0].effects.every(({ preset }) => preset === undefined)).toBeTrue();
  });

  it('reaches every lane that follows it, besides what is that place’s own', () => {
    const own = changed(changed(placed(), 'shake-2', { amplitude: 20, muted: true, label: 'Mine' }), 'stop-2', {
      anchor: { to: 'start', effect: 'flash' },
    });
    expect(followingSequences(own)).toEqual([]);
    const next = withPresetLane(withPresetLane(own, 'shake', { frequency: 31, amplitude: 2 }), 'stop', { duration: 0.09 });
    const [sequence] = followingSequences(next, 'impact');
    const shake = lane({ sequences: [sequence] }, 'shake-2') as Extract<Effect, { kind: 'shake' }>;
    expect([shake.amplitude, shake.frequency, shake.muted, shake.label, shake.anchor]).toEqual([
      20,
      31,
      true,
      'Mine',
      { to: 'end', effect: 'stop-2' },
    ]);
    expect(lane({ sequences: [sequence] }, 'stop-2')).toEqual(
      jasmine.objectContaining({ duration: 0.09, anchor: { to: 'start', effect: 'flash' } }),
    );
    // Those on their own stay, and another preset’s reach is none of theirs.
    expect(lane({ sequences: [sequence] }, 'stop').duration).toBe(0.05);
    expect(followingSequences(next, 'other')).toEqual([]);
    expect(presetUses(next, 'impact').map(({ sequence: { id }, lanes }) => [id, lanes])).toEqual([['blow', 2]]);
  });

  it('takes a lane over as somebody has made it there, and nothing is apart then', () => {
    const away = changed(placed(), 'shake-2', { frequency: 31, amplitude: 20, anchor: { to: 'start', effect: 'stop-2' } });
    const [sequence] = away.sequences;
    expect(drift(lane(away, 'shake-2'), sequence, away.presets).sort()).toEqual(['anchor', 'frequency']);
    const preset = withLaneTaken(away.presets[0], lane(away, 'shake-2'), sequence);
    expect(preset.effects[1]).toEqual(
      jasmine.objectContaining({ id: 'shake', frequency: 31, amplitude: 8, anchor: { to: 'start', effect: 'stop' } }),
    );
    expect(drift(lane(away, 'shake-2'), sequence, [preset])).toEqual([]);
  });

  it('has every lane of every kind as it was placed, and brings whatever was changed of it back', () => {
    const kinds = fc.constantFrom(...Object.keys(effectKinds));
    const project = placed();
    fc.assert(
      fc.property(kinds, evenly(0.1, 3), evenly(0.1, 3), (kind, strength, delay) => {
        const made = newEffect(kind as Effect['kind'], 'one', { clip: 'crack', picture: 'mosshell' }) as Effect;
        const preset = presetOf({ effects: [made] }, new Set(['one']), { id: 'p', label: 'P' });
        const sequence = withPreset({ ...project.sequences[0], effects: [] }, preset, 'linked');
        const [one] = sequence.effects;
        const apart = { ...one, strength, delay } as Effect;
        return (
          drift(one, sequence, [preset]).length === 0 &&
          drift(apart, sequence, [preset]).length === 2 &&
          JSON.stringify(followed(apart, sequence, [preset])) === JSON.stringify({ ...made, preset: one.preset }) &&
          setFree(one).preset === undefined
        );
      }),
    );
  });

  it('is made of lanes that let go of what is not among them', () => {
    const { sequences } = placed();
    const preset = presetOf(sequences[0], new Set(['shake-2']), { id: 'alone', label: 'Alone' });
    expect(preset.effects).toEqual([jasmine.objectContaining({ id: 'shake-2', anchor: { to: 'contact' } })]);
    expect(preset.effects[0].preset).toBeUndefined();
  });

  it('is refused, with its place, where it contains itself or another, hangs on nothing, or exposes what is not there', () => {
    const link = (of: string) => ({ effects: [{ ...effects[1], preset: { of, lane: 'stop', placed: 'p' } }], exposed: [] });
    expect(read(link('impact')).problems).toEqual([
      'error presets[0].effects[0].preset expected a lane of its own, found one that follows "impact": it would contain itself',
    ]);
    expect(read(link('other')).problems[0]).toContain('found one that follows "other"');
    expect(read({ effects: [effects[2]], exposed: [] }).problems).toEqual([
      'error presets[0].effects[0].anchor.effect expected one of the preset’s own lanes, found "stop"',
    ]);
    expect(read({ exposed: [{ lane: 'gone', field: 'x' }] }).problems).toEqual([
      'error presets[0].exposed[0].lane expected one of stop, shake, found "gone"',
    ]);
    expect(read({ exposed: [{ lane: 'stop', field: 'amplitude' }] }).problems[0]).toContain('expected a field of hit-stop');
    expect(read({ effects: [] }).problems[0]).toMatch(/^error presets\[0\].effects /);
  });

  it('is told of where lanes have drifted from it, where it is gone, and where an asset of it is', () => {
    const told = (project: Project): string[] =>
      readProject(JSON.parse(JSON.stringify(project))).problems.map(({ path, message }) => `${path} ${message}`);
    const project = placed();
    expect(told(project)).toEqual([]);
    expect(told(changed(project, 'stop-2', { duration: 1 }))).toEqual([
      'sequences[0].effects[3].preset has drifted from the preset "impact": duration',
    ]);
    expect(told({ ...project, presets: [] })[0]).toContain('expected a preset of the project, found "impact"; the lane follows nothing');
    const sound = newEffect('sound', 'thump', { clip: 'gone' }) as Effect;
    const without = { ...project, presets: [...project.presets, { id: 'x', label: 'X', note: '', effects: [sound], exposed: [] }] };
    expect(told(without)).toEqual(['presets[1].effects[0].clips[0] expected a sound asset of the project, found "gone"']);
  });

  it('is nothing that a kit knows of', () => {
    const kit = kitDocument(placed());
    expect(JSON.stringify(kit)).not.toContain('preset');
    expect(kit.sequences[0].effects.length).toBe(5);
  });
});
