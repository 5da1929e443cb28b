import { DocumentError } from '../model/documentError.js';
import { compileEvent } from './compileReferences.js';

const damage = { name: 'damage', type: 'number', default: 5, min: 0, max: 50 };

/** What is wrong with an event of these fields, with its place. */
function refusal(...fields: readonly object[]): string {
  try {
    compileEvent({ id: 'hit', fields }, ['events', 0]);
    return '';
  } catch (error) {
    if (error instanceof DocumentError) return error.message;
    throw error;
  }
}

describe('the fields of an event', () => {
  it('are read with their defaults, of every type', () => {
    const fields = [
      damage,
      { name: 'kind', type: 'kind', default: 'plain', options: ['plain', 'ember'] },
      { name: 'angle', type: 'direction', default: -90 },
      { name: 'strong', type: 'flag', default: true },
      // At its very longest.
      { name: 'word', type: 'text', default: 'x'.repeat(200) },
    ];
    const read = compileEvent({ id: 'hit', fields }, []);
    expect(read.id).toBe('hit');
    expect(read.fields.map(({ name, type, default: fallback }) => [name, type, fallback])).toEqual(
      fields.map(({ name, type, default: fallback }) => [name, type, fallback]) as never,
    );
    expect(read.fields.map(({ options }) => options)).toEqual([undefined, ['plain', 'ember'], undefined, undefined, undefined]);
  });

  it('are refused with the place that is wrong', () => {
    const cases: readonly [object, string][] = [
      [{ ...damage, type: 'colour' }, 'events[0].fields[0].type: expected one of number, direction, kind, flag, text'],
      [{ ...damage, type: 7 }, 'events[0].fields[0].type: expected one of'],
      [{ ...damage, type: undefined }, 'events[0].fields[0].type: expected one of'],
      [{ ...damage, type: 'toString' }, 'events[0].fields[0].type: expected one of'],
      [{ ...damage, name: undefined }, 'events[0].fields[0].name: expected letters and digits'],
      [{ ...damage, name: 7 }, 'events[0].fields[0].name: expected letters and digits'],
      [{ ...damage, name: '7th' }, 'events[0].fields[0].name: expected letters and digits'],
      [{ ...damage, default: '5' }, 'events[0].fields[0].default: expected a number'],
      [{ ...damage, default: 51 }, 'events[0].fields[0].default: expected min < max'],
      [{ name: 'angle', type: 'direction', default: 1e9 }, 'events[0].fields[0].default: expected a number from'],
      [{ name: 'strong', type: 'flag', default: 1 }, 'events[0].fields[0].default: expected a boolean'],
      [{ name: 'word', type: 'text', default: 'x'.repeat(201) }, 'events[0].fields[0].default: expected a text of at most'],
    ];
    for (const [field, words] of cases) expect(refusal(field)).withContext(JSON.stringify(field)).toContain(words);
    expect(refusal(damage, damage)).toContain('events[0].fields[1].name: expected a name of its own');
    expect(refusal(damage)).toBe('');
  });
});
