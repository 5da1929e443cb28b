import { projectWith } from '../../../testing';
import { gridOf } from './sheetGrid';
import { axisOf, choiceOf, rangeOf, triableFields, valueWords, type TrialScene } from './trialChoices';

const project = projectWith([
  { kind: 'shake', id: 'shake', amplitude: 8 },
  { kind: 'flash', id: 'flash', colour: '#ff0000' },
  { kind: 'sound', id: 'crack', clips: ['crack'] },
]);
const [sequence] = project.sequences;
const scene: TrialScene = { sequence, event: project.events[0], seed: 7, assets: project.assets };
const field = (effect: string, name: string) => ({ of: 'field', effect, field: name }) as const;

describe('what a trial sheet tries', () => {
  it('begins around what is there, within the field’s bounds', () => {
    expect(choiceOf(field('shake', 'amplitude'), scene, 9)).toEqual(jasmine.objectContaining({ from: 4, to: 16, count: 9 }));
    expect(choiceOf(field('flash', 'amount'), scene, 9)).toEqual(jasmine.objectContaining({ from: 0.5, to: 1 }));
    const delay = choiceOf(field('shake', 'delay'), scene, 9);
    expect([delay.from < 0, delay.to > 0]).toEqual([true, true]);
    expect(choiceOf({ of: 'payload', field: 'damage' }, scene, 5)).toEqual(jasmine.objectContaining({ from: 0, to: 50 }));
  });

  it('offers what a person reaches for first', () => {
    expect(triableFields(sequence.effects[0])[0].name).toBe('amplitude');
    expect(triableFields(sequence.effects[1]).map(({ control }) => control)).not.toContain('envelope');
  });

  it('goes over numbers, choices, colours, easings, sounds, kinds and seeds', () => {
    const values = (choice: ReturnType<typeof choiceOf>): readonly unknown[] => {
      const axis = axisOf(choice, scene);
      if (typeof axis === 'string') throw new Error(axis);
      return axis.values;
    };
    expect(values({ ...choiceOf(field('shake', 'amplitude'), scene, 3), from: 2, to: 8, by: 'ratio' })).toEqual([2, 4, 8]);
    expect(values(choiceOf(field('shake', 'axis'), scene, 3))).toEqual(['both', 'line']);
    expect(values(choiceOf(field('crack', 'clips'), scene, 3))).toEqual([['crack']]);
    expect(values(choiceOf({ of: 'payload', field: 'kind' }, scene, 9))).toEqual(['plain', 'ember']);
    expect(values(choiceOf({ of: 'seed' }, scene, 3))).toEqual([7, 8, 9]);
    const colours = values({ ...choiceOf(field('flash', 'colour'), scene, 3), colours: ['#ff0000', '#0000ff'] });
    expect([colours[0], colours[2]]).toEqual(['#ff0000', '#0000ff']);
    expect(colours[1]).toMatch(/^#[0-9a-f]{6}$/);
  });

  it('says what is wrong: a range upside down, through zero by ratio, beyond the field, of what is gone', () => {
    const choice = choiceOf(field('shake', 'amplitude'), scene, 3);
    expect(axisOf({ ...choice, from: 9, to: 3 }, scene)).toContain('goes up');
    expect(axisOf({ ...choice, from: 0, to: 3, by: 'ratio' }, scene)).toContain('cannot hold 0');
    expect(axisOf({ ...choice, to: 900 }, scene)).toBe('Amplitude goes from 0 to 400, found 900');
    expect(axisOf(choice, { ...scene, sequence: { ...sequence, effects: [] } })).toBe('the lane “shake” is not there any more');
    expect(axisOf(choiceOf({ of: 'payload', field: 'gone' }, scene, 3), scene)).toBe('the event has no field “gone” any more');
  });

  it('calls its values by their units, and asks only for the range that they have', () => {
    expect(valueWords(field('shake', 'amplitude'), 4, scene)).toBe('4 px');
    expect(valueWords({ of: 'payload', field: 'damage' }, 25, scene)).toBe('Damage 25');
    expect(valueWords({ of: 'seed' }, 3, scene)).toBe('seed 3');
    const asked = [field('shake', 'amplitude'), field('flash', 'colour'), field('shake', 'axis'), { of: 'seed' } as const];
    expect(asked.map((tried) => rangeOf(tried, scene))).toEqual(['numbers', 'colours', 'none', 'count']);
  });
});

describe('the grid of a sheet', () => {
  it('makes small stages as large as they can be, and never beyond the room', () => {
    for (const count of [1, 2, 5, 9, 16, 25]) {
      const room = { width: 980, height: 300 };
      const { columns, width, height } = gridOf(count, room);
      const rows = Math.ceil(count / columns);
      expect(columns * width + 3 * (columns - 1)).toBeLessThanOrEqual(room.width);
      expect(rows * height + 3 * (rows - 1)).toBeLessThanOrEqual(room.height + 1);
    }
    expect(gridOf(6, { width: 600, height: 400 }, 3).columns).toBe(3);
  });
});
