import { identifierPattern } from './fields.js';
import { freeId, namesOfCopy } from './freeId.js';

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

describe('the names of a copy', () => {
  const copies = (label: string, count: number): string[] => {
    const among = [{ id: 'light', label }];
    for (let n = 0; n < count; n++) among.push(namesOfCopy(among[among.length - 1], among, 'x'));
    return among.slice(1).map((one) => `${one.id}: ${one.label}`);
  };

  it('say that it is one, and count on, also for a copy of a copy', () => {
    expect(copies('Light', 3)).toEqual(['light-copy: Light, copy', 'light-copy-2: Light, copy 2', 'light-copy-3: Light, copy 3']);
  });

  it('are made from the id where there is no label', () => {
    expect(namesOfCopy({ id: 'near' }, [{ id: 'near' }, { id: 'near-copy' }], 'x').id).toBe('near-copy-2');
  });

  it('fit into a label', () => {
    for (const label of copies('L'.repeat(80), 12)) expect(label.split(': ')[1].length).toBeLessThanOrEqual(80);
  });
});
