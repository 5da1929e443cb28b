// What was published stays: ports are built on these numbers. `npm run publish-vectors` writes them anew, on purpose.
import { readFileSync } from 'node:fs';
import { openKit } from '../dist/runtime.js';
import { arenaBase, arenaDiffers } from '../dist/ship/vectors/arenaVectors.js';
import { vectorBase } from '../dist/ship/vectors/base.js';
import { differs, vectorDefaults } from '../dist/ship/vectors/playVector.js';
import { scriptDiffers } from '../dist/ship/vectors/playerVectors.js';
import { columns } from '../dist/ship/vectors/vectorFile.js';
import { makeArenaVectors, makePlayerVectors, makeVectors } from '../dist/ship/vectors/vectors.js';

const read = (name) => JSON.parse(readFileSync(new URL(`vectors/${name}`, import.meta.url), 'utf8'));

describe('the published vectors', () => {
  const index = read('index.json');

  /** As numbers that other machines write down alike. */
  const plain = (value) => JSON.stringify(value, (_, part) => (typeof part === 'number' ? Number(part.toPrecision(6)) : part));
  const made = new Map(makeVectors().map((file) => [`${file.name}.json`, plain(file.vectors)]));

  it('are made again as they were', () => {
    expect(index.files.filter(({ file }) => made.get(file) !== plain(read(file).vectors)).map(({ file }) => file)).toEqual([]);
  });

  it('of the player and of the rules are made again, script by script', () => {
    for (const [name, file] of [
      ['player', makePlayerVectors()],
      ['arena', makeArenaVectors()],
    ]) {
      const before = read(`${name}.json`).scripts;
      expect(before.map(({ about }) => about)).toEqual(file.scripts.map(({ about }) => about));
      expect(before.flatMap((script, i) => (plain(script) === plain(file.scripts[i]) ? [] : [script.about]))).toEqual([]);
    }
  });

  for (const { file } of index.files) {
    it(`hold: ${file}`, () => {
      const wrong = read(file).vectors.flatMap((vector) => {
        const first = differs(vector, openKit, index.defaults);
        return first === undefined ? [] : [`${vector.about}: ${first}`];
      });
      expect(wrong).toEqual([]);
    });
  }

  it('hold: the player’s', () => {
    const { scripts } = read('player.json');
    expect(scripts.length).toBeGreaterThan(5);
    expect(scripts.flatMap((script) => scriptDiffers(script, openKit, index.defaults) ?? [])).toEqual([]);
  });

  it('hold: the rules’, in the base that they were published with', () => {
    const { scripts, base } = read('arena.json');
    expect(scripts.length).toBeGreaterThan(25);
    expect(scripts.flatMap((script) => arenaDiffers(script, openKit, index.defaults) ?? [])).toEqual([]);
    expect(base).toEqual(JSON.parse(JSON.stringify(arenaBase)));
  });

  it('are struck in the base that they were published with, completed by its defaults, and read by its columns', () => {
    expect(index.base).toEqual(JSON.parse(JSON.stringify(vectorBase)));
    expect(index.defaults).toEqual(JSON.parse(JSON.stringify(vectorDefaults())));
    expect(index.columns).toEqual(JSON.parse(JSON.stringify(columns)));
  });
});
