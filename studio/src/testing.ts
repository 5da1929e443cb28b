import { readProject, type Project, type Sequence, type StrikeOptions } from '@undatio/core';
import { compileContext, compileSequence, strike, type EngineTake, type Rgba } from '@undatio/core/internal';
import type { StageTake } from './app/playback/strikeService';

/** Small projects for specs, and what can be read from their takes. */

const sha256 = '0'.repeat(64);

export function projectWith(effects: readonly object[]): Project {
  const { project, problems } = readProject({
    format: 1,
    id: 'spec',
    label: 'Spec',
    events: [
      {
        id: 'lance-hit',
        label: 'Lance hit',
        fields: [
          { type: 'number', name: 'damage', label: 'Damage', min: 0, max: 50, default: 10 },
          { type: 'direction', name: 'direction', label: 'Direction', default: 0 },
          { type: 'kind', name: 'kind', label: 'Kind', options: ['plain', 'ember'], default: 'plain' },
          { type: 'flag', name: 'strong', label: 'Strong', default: false },
        ],
      },
    ],
    actors: [],
    assets: [{ type: 'sound', id: 'crack', label: 'Crack', file: 'crack.wav', sha256, duration: 0.5, peaks: [1, 0.5, 0.25, 0] }],
    sequences: [{ id: 'blow', label: 'Blow', event: 'lance-hit', effects }],
  });
  if (!project) throw new Error(JSON.stringify(problems));
  return project;
}

export function sequenceWith(effects: readonly object[]): Sequence {
  return projectWith(effects).sequences[0];
}

export function takeOf(effects: readonly object[], options: StrikeOptions = {}): EngineTake {
  const project = projectWith(effects);
  return strike(compileSequence(project.sequences[0], [], compileContext(project)), {}, options);
}

export function stageOf(effects: readonly object[]): StageTake {
  const project = projectWith(effects);
  const take = strike(compileSequence(project.sequences[0], [], compileContext(project)), {});
  return { sequence: project.sequences[0], event: project.events[0], take, run: take, problem: undefined, solo: [] };
}

/** The colour a particle has at `part` of its life when it runs from one colour to another. */
export function gradientAt(from: string, to: string, part: number): Rgba {
  const colourOverLife = [
    { at: 0, colour: from },
    { at: 1, colour: to },
  ];
  const take = takeOf([{ kind: 'burst', id: 'burst', count: 1, life: 1, speed: 0, colourOverLife }]);
  const { particles } = take.sample(part, take.createFrame());
  return { r: particles.r[0], g: particles.g[0], b: particles.b[0], a: particles.a[0] };
}
