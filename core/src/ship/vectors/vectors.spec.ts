import { effectKinds } from '../../effects/registry.js';
import { openKit } from '../../runtime.js';
import { conditionKinds, groupNames } from '../../combat/conditions/registry.js';
import { outcomeKinds } from '../../combat/outcomes/registry.js';
import { arenaDiffers } from './arenaVectors.js';
import { differs, vectorDefaults } from './playVector.js';
import { scriptDiffers } from './playerVectors.js';
import { makeArenaVectors, makePlayerVectors, makeVectors, vectorIndex } from './vectors.js';

describe('the vectors', () => {
  const files = makeVectors();
  const player = makePlayerVectors();
  const arena = makeArenaVectors();
  const defaults = vectorDefaults();
  /** As a port reads them. */
  const read = JSON.parse(JSON.stringify(files)) as typeof files;

  it('are given by the runtime, every one', () => {
    const wrong = read.flatMap(({ name, vectors }) =>
      vectors.flatMap((vector) => {
        const first = differs(vector, openKit, defaults);
        return first === undefined ? [] : [`${name}: ${vector.about}: ${first}`];
      }),
    );
    expect(wrong).toEqual([]);
  });

  it('of the player are given by the runtime, and by no other', () => {
    const read = JSON.parse(JSON.stringify(player)) as typeof player;
    expect(read.scripts.flatMap((script) => scriptDiffers(script, openKit, defaults) ?? [])).toEqual([]);
    const [first] = read.scripts;
    const advances = first.advances.map((advance) => ({ ...advance, elapsed: { world: 1 } }));
    expect(scriptDiffers({ ...first, advances }, openKit, defaults)).toContain('advances.0.elapsed');
  });

  it('of the rules are given by the runtime, and by no other, and have every condition and outcome in them', () => {
    const { scripts } = JSON.parse(JSON.stringify(arena)) as typeof arena;
    expect(scripts.flatMap((script) => arenaDiffers(script, openKit, defaults) ?? [])).toEqual([]);
    const [first] = scripts;
    const advances = first.advances.map((advance) => ({ ...advance, log: [] }));
    expect(arenaDiffers({ ...first, advances }, openKit, defaults)).toContain('advances.0.log');
    const text = JSON.stringify(scripts.map(({ ladders }) => ladders));
    for (const kind of [...Object.keys(conditionKinds), ...groupNames]) expect(text).toContain(`"condition":"${kind}"`);
    for (const kind of Object.keys(outcomeKinds)) expect(text).toContain(`"outcome":"${kind}"`);
    // Nothing that can happen is left out.
    const happened = JSON.stringify(scripts.flatMap(({ advances: all }) => all));
    for (const what of [
      'harm',
      'mend',
      'gets',
      'loses',
      'plays',
      'raises',
      'counts',
      'falls',
      'goes',
      'returns',
      'looks',
      'lets go',
      'lets fall',
      'splits',
      'throws',
      'breaks off',
      'later',
      'too late',
    ])
      expect(happened).withContext(what).toContain(`"what":"${what}"`);
  });

  it('have a file for every kind, and are no more than 5 kB each, those of the rules 15 kB a drill', () => {
    const names = files.map(({ name }) => name);
    for (const kind of Object.keys(effectKinds)) expect(names).toContain(`kinds/${kind}`);
    // One limit for each, so that what is added always has room.
    const long = files.flatMap(({ name, vectors }) =>
      vectors.filter((vector) => JSON.stringify(vector).length > 5000).map(({ about }) => `${name}: ${about}`),
    );
    expect(long).toEqual([]);
    const sizes = arena.scripts.map((script) => [script.about, JSON.stringify(script).length] as const);
    expect(sizes.filter(([, length]) => length > 15_000)).toEqual([]);
  });

  it('are told from others by what they hold', () => {
    const [noise] = read;
    const [vector] = noise.vectors;
    const spoiled = { ...vector, frames: vector.frames.map((frame) => ({ ...frame, view: { ...(frame['view'] as object), x: 1e-3 } })) };
    expect(differs(spoiled, openKit, defaults)).toMatch(/frames\.0\.view\.x: expected 0\.001/);
  });

  it('agree within a millionth, and in what is there and what is not', () => {
    const [vector] = read.flatMap(({ vectors }) => vectors).filter(({ frames }) => 'x' in ((frames.at(1)?.['view'] ?? {}) as object));
    const x = (vector.frames[1]['view'] as { x: number }).x;
    const withView = (view: unknown) => ({ ...vector, frames: vector.frames.map((frame, i) => (i === 1 ? { ...frame, view } : frame)) });
    const first = (view: unknown) => differs(withView(view), openKit, defaults);
    const view = vector.frames[1]['view'] as object;
    const size = Math.max(1, Math.abs(x));
    expect(first({ ...view, x: x + 0.9e-6 * size })).toBeUndefined();
    expect(first({ ...view, x: x + 1.1e-6 * size })).toContain('frames.1.view.x: expected');
    expect(first({ ...view, x: String(x) })).toContain('frames.1.view.x: expected');
    expect(first({ ...view, zoom: 1.5 })).toContain('frames.1.view.zoom: expected 1.5');
    expect(first({})).toContain('frames.1.view.x: expected undefined');
    expect(first(undefined)).toContain('frames.1.view');
    expect(first(null)).toContain('frames.1.view: expected null');
    expect(differs({ ...vector, start: vector.start + 1 }, openKit, defaults)).toContain('start: expected');
    expect(differs({ ...vector, signals: [{ effect: 'x', name: 'y', start: 0, parameters: {} }] } as never, openKit, defaults)).toContain(
      'signals.0',
    );
  });

  it('come with the hashes and widths that a port begins with', () => {
    const { hashes, letterWidths } = vectorIndex(files, player, arena);
    expect(hashes[0].slice(5)).toEqual([0x71edfbad, 0x71edfbad / 2 ** 32]);
    expect([letterWidths['i'], letterWidths['m'], letterWidths['other']]).toEqual([47, 132, 92]);
  });
});
