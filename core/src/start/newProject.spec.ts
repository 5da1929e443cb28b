import { readProject, type Project } from '../index.js';
import { compileContext } from '../checks/compileContext.js';
import { compileSequence } from '../take/compile.js';
import { strike } from '../take/strike.js';
import { newProject, type ProjectChoices } from './newProject.js';

const choices: ProjectChoices = {
  id: 'mine',
  label: 'Mine',
  viewWidth: 960,
  viewHeight: 540,
  axis: 'down',
  pixelsPerUnit: 1,
  seen: 'side',
};
const sound = { sha256: '0'.repeat(64), duration: 0.4, peaks: [1, 0.5, 0] };

function firstFrame(project: Project, t: number) {
  const plan = compileSequence(project.sequences[0], [], compileContext(project));
  const take = strike(plan, { damage: 25 }, { seed: 3 });
  return take.sample(t, take.createFrame());
}

describe('a new project', () => {
  it('is whole, and comes back from its own text the same', () => {
    for (const seen of ['side', 'above'] as const) {
      const { project } = newProject({ ...choices, seen }, sound);
      const read = readProject(JSON.parse(JSON.stringify(project)));
      expect(read.problems).toEqual([]);
      expect(read.project).toEqual(project);
    }
  });

  it('feels like a blow: something is seen on the body, in the view, in space and in time at once', () => {
    const frame = firstFrame(newProject(choices, sound).project, 0.02);
    expect(frame.target.flash).toBeGreaterThan(0.3);
    expect(frame.target.rate).toBe(0);
    expect(frame.particles.count).toBeGreaterThan(10);
    expect(frame.numbers.text[0]).toBe('25');
  });

  it('is a third as large in px in a view a third as wide', () => {
    const large = firstFrame(newProject(choices, sound).project, 0.2);
    const small = firstFrame(newProject({ ...choices, viewWidth: 320, viewHeight: 180 }, sound).project, 0.2);
    expect(large.target.x).toBeGreaterThan(10);
    expect(small.target.x).toBeCloseTo(large.target.x / 3, 4);
  });

  it('keeps what the game measures by', () => {
    const { conventions, seen } = newProject({ ...choices, axis: 'up', pixelsPerUnit: 16, seen: 'above' }, sound).project;
    expect([conventions.axis, conventions.unitsPerPixel, seen]).toEqual(['up', 1 / 16, 'above']);
  });
});
