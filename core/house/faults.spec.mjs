// Faults are planted by the words that they stand in: a fault whose words are gone would prove nothing until somebody ran them all.
import { existsSync, readFileSync } from 'node:fs';

const faults = JSON.parse(readFileSync(new URL('../../scripts/faults/faults.json', import.meta.url), 'utf8'));
const shipped = new URL('../dist/shipped/', import.meta.url);

describe('every fault', () => {
  it('is found where it is to be planted, changes something, and is told from the others', () => {
    const texts = new Map();
    const read = (file) => {
      const url = new URL(file, shipped);
      if (!texts.has(file)) texts.set(file, existsSync(url) ? readFileSync(url, 'utf8') : '');
      return texts.get(file);
    };
    expect(faults.length).toBeGreaterThan(400);
    for (const { about, file, find, replace } of faults) {
      expect(read(file).includes(find)).withContext(`${about}: "${find}" in ${file}`).toBeTrue();
      expect(replace).withContext(about).not.toBe(find);
    }
    const abouts = faults.map(({ about }) => about);
    expect(new Set(abouts).size).toBe(abouts.length);
  });
});
