import { fightProject } from '../../testing';
import { documentNames } from './documentNames';

describe('names of documents', () => {
  it('are their labels with their kind; a response has the name of its event', () => {
    const project = fightProject();
    expect(documentNames(project, ['drills/two-blows', 'events/lance-hit', 'actors/mosshell'])).toBe(
      'drill Two blows, event Lance hit, actor mosshell',
    );
    expect(documentNames(project, ['responses/lance-hit', 'statuses/gone'])).toBe('rungs of Lance hit, status gone');
    expect(documentNames(project, [])).toBe('');
  });
});
