import { projectWith } from '../testing/projects.js';
import { settingsOf, settingsSchema, storedSettingsOf, type Project } from './project.js';

describe('the settings of a project', () => {
  it('hold every field of their schema', () => {
    const names = Object.keys(settingsSchema().shape);
    const values = Object.fromEntries(names.map((name) => [name, `value of ${name}`]));
    const project = { ...projectWith([]), ...values } as unknown as Project;
    expect(settingsOf(project)).toEqual(values as never);
    expect(Object.keys(storedSettingsOf(project)).sort()).toEqual([...names, 'order'].sort());
  });
});
