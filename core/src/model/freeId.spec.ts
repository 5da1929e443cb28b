import { identifierPattern } from './fields.js';
import { freeId } from './freeId.js';

describe('an id made from a label', () => {
  it('is plain, and known by its label', () => {
    expect(freeId('Über-Käfer & Co.', new Set(), 'x')).toBe('uber-kafer-co');
    expect(freeId('Lance, heavy', new Set(), 'x')).toBe('lance-heavy');
  });

  it('counts on where it is taken', () => {
    expect(freeId('Blow', new Set(['blow', 'blow-2']), 'x')).toBe('blow-3');
  });

  it('is an id whatever the label', () => {
    for (const label of ['', '!!!', '3 hits', '日本', 'x'.repeat(500), '-a-'])
      expect(freeId(label, new Set(), 'game')).toMatch(identifierPattern);
  });
});
