import { compileContext } from '../checks/compileContext.js';
import { readProject } from '../checks/readProject.js';
import type { Payload, StrikeOptions } from '../contract.js';
import type { Project } from '../model/project.js';
import { compileSequence } from '../take/compile.js';
import { strike } from '../take/strike.js';
import type { EngineTake } from '../take/take.js';

/** Projects for specs: the League's lance-hit with two clips, and the given effects as the sequence `blow`. */

const digest = '0'.repeat(64);

export function projectJson(effects: readonly object[]): Record<string, unknown> {
  const sound = (id: string, duration: number) => ({ type: 'sound', id, label: id, file: `sounds/${id}.wav`, sha256: digest, duration });
  return {
    format: 1,
    id: 'yard-test',
    label: 'Yard test',
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
    actors: [{ id: 'mosshell', label: 'Mosshell', role: 'target', picture: 'mosshell', width: 160, height: 120 }],
    assets: [
      sound('crack', 0.5),
      sound('thud', 1),
      { type: 'picture', id: 'mosshell', label: 'Mosshell', file: 'pictures/mosshell.svg', sha256: digest },
    ],
    sequences: [{ id: 'blow', label: 'Blow', event: 'lance-hit', effects }],
  };
}

export function projectWith(effects: readonly object[]): Project {
  const { project, problems } = readProject(projectJson(effects));
  if (!project) throw new Error(problems.map(({ path, message }) => `${path}: ${message}`).join('\n'));
  return project;
}

export function takeOf(effects: readonly object[], payload?: Payload, options?: StrikeOptions): EngineTake {
  const project = projectWith(effects);
  return strike(compileSequence(project.sequences[0], ['sequences', 0], compileContext(project)), payload, options);
}

/** Where a take's first burst lets its particles go, and how far each comes in the first hundredth of a second. */
export function spawnedFrom(take: EngineTake): { x: number; y: number; dx: number; dy: number }[] {
  const read = (t: number) => {
    const { particles } = take.sample(t, take.createFrame());
    return Array.from({ length: particles.count }, (_, i) => ({ x: particles.x[i], y: particles.y[i] }));
  };
  const later = read(0.01);
  return read(0).map(({ x, y }, i) => ({ x, y, dx: later[i].x - x, dy: later[i].y - y }));
}
