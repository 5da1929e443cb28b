import { settingsSchema, storedSettingsOf } from '@undatio/core';
import { projectWith } from '../../testing';
import { readDocument, withDocument } from './documentKey';

describe('documents of a project', () => {
  it('put every field of the settings in place, and take away what they leave out', () => {
    const project = projectWith([]);
    const optional = Object.entries(settingsSchema().shape).flatMap(([name, field]) =>
      field.isOptional() && !(name in project) ? [name] : [],
    );
    expect(optional).toContain('idsInUse');
    const settings = {
      ...storedSettingsOf(project),
      idsInUse: true,
      stopBudget: { seconds: 1, within: 2 },
      seen: 'above' as const,
      stages: [],
    };
    const after = withDocument(project, `settings/${project.id}`, settings);
    expect(readDocument(after, `settings/${project.id}`)).toEqual(settings);
    const back = withDocument(after, `settings/${project.id}`, storedSettingsOf(project));
    expect(readDocument(back, `settings/${project.id}`)).toEqual(storedSettingsOf(project));
    for (const name of optional) expect((back as unknown as Record<string, unknown>)[name]).toBeUndefined();
  });
});
