import { fightProject } from '../../testing';
import { entriesOf, foundIn, withText } from './paletteEntries';

describe('finding anything', () => {
  const project = fightProject();
  const entries = entriesOf(project, project.sequences[0]);
  const found = (typed: string): string[] => foundIn(entries, typed).map(({ kind, words }) => `${kind} ${words}`);

  it('finds by the beginnings of words, whole words first', () => {
    expect(found('blow')[0]).toBe('sequence Blow');
    expect(found('two bl')).toEqual(['drill Two blows']);
    expect(found('gua')).toEqual(['status Guarding', 'event Guard up']);
  });

  it('finds lanes of the open sequence, and their numbers with what they are', () => {
    expect(found('kick')).toContain('effect kick');
    const [number] = foundIn(entries, 'kick dist');
    expect([number.kind, number.words, number.beside]).toEqual(['number', 'kick: Distance', '30 px']);
    expect(number.go).toEqual({ lane: 'kick', field: 'distance' });
    expect(foundIn(entriesOf(project, undefined), 'kick')).toEqual([]);
  });

  it('finds by what a thing is', () => {
    expect(found('drill').every((one) => one.startsWith('drill') || one.startsWith('screen Drills'))).toBeTrue();
    expect(found('screen').length).toBe(6);
  });

  it('shows what can be done and where one can go while nothing is typed', () => {
    const action = withText({ kind: 'action', words: 'strike', beside: '', go: { action: 'tune.strike' } });
    const kinds = new Set(foundIn([action, ...entries], ' ').map(({ kind }) => kind));
    expect([...kinds]).toEqual(['action', 'sequence', 'screen']);
  });

  it('finds nothing where nothing is called that', () => {
    expect(found('zzz')).toEqual([]);
    expect(found('blow zzz')).toEqual([]);
  });
});
