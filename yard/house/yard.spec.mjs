// The yard's game and what it reads, without its canvas. Its modules are bundled here as they are for the browser.
import { fileURLToPath, pathToFileURL } from 'node:url';
import { join } from 'node:path';
import { build } from 'esbuild';
import { strToU8, zipSync } from 'fflate';
import { bakedColumns, kitDocument } from '@undatio/core';
import { projectWith } from '@undatio/core/testing/projects';

const yard = fileURLToPath(new URL('../', import.meta.url));
const outfile = join(yard, 'dist/tested.mjs');
await build({
  stdin: { contents: ['joust', 'openArchive', 'instant'].map((name) => `export * from './src/${name}.ts';`).join('\n'), resolveDir: yard },
  outfile,
  bundle: true,
  format: 'esm',
  platform: 'node',
  packages: 'external',
  logLevel: 'silent',
});
const { Joust, openArchive, sampleInstant } = await import(pathToFileURL(outfile).href);

const effects = [
  { kind: 'flash', id: 'flash', amount: { drive: 'damage', in: [0, 50], out: [0, 1] } },
  { kind: 'hit-stop', id: 'stop', duration: 0.2, parties: ['source', 'target'] },
  { kind: 'knockback', id: 'throw', delay: 0.25 },
  { kind: 'pose', id: 'lunge', delay: -0.3, on: 'source', pose: 'lunge', duration: 0.4 },
];

function kitJson(conventions = {}) {
  const project = projectWith(effects);
  const [blow] = project.sequences;
  const two = { ...project, conventions: { ...project.conventions, ...conventions }, sequences: [blow, { ...blow, id: 'second' }] };
  return JSON.parse(JSON.stringify(kitDocument(two)));
}

const archiveOf = (json) => openArchive(zipSync({ 'kit.json': strToU8(typeof json === 'string' ? json : JSON.stringify(json)) }));
const told = (work) => {
  try {
    work();
    return 'accepted';
  } catch (error) {
    return error.message;
  }
};

describe('an archive', () => {
  it('that cannot be used is told in one sentence, with the place', () => {
    expect(told(() => openArchive(new Uint8Array([80, 75, 3, 4, 0, 0])))).toBe('This is not a whole zip archive.');
    expect(told(() => openArchive(zipSync({ 'other.json': strToU8('{}') })))).toBe('This archive holds no kit.json.');
    expect(told(() => archiveOf('{"format": '))).toBe('kit.json is not JSON.');
    const spoiled = kitJson();
    spoiled.sequences[1].effects[0].delay = 'soon';
    expect(told(() => archiveOf(spoiled))).toMatch(/^kit\.json cannot be used: sequences\[1\]\.effects\[0\]\.delay: expected a number/);
  });

  it('is played in the yard’s own measures, whatever the kit’s are', () => {
    const { kit, played } = archiveOf(kitJson({ axis: 'up', angles: 'radians', unitsPerPixel: 0.01 }));
    const plain = archiveOf(kitJson()).kit;
    const [theirs, ours, wanted] = [kit, played, plain].map((one) => {
      const take = one.strike('blow', { damage: 20, direction: 40 });
      return take.sample(0.5, take.createFrame()).target;
    });
    expect(ours).toEqual(wanted);
    expect(wanted.y).not.toBe(0);
    expect(theirs.x).toBeCloseTo(wanted.x / 100, 9);
    expect(theirs.y).toBeCloseTo(-wanted.y / 100, 9);
  });
});

describe('the joust', () => {
  const frame = 1 / 120;

  /** Plays some seconds and tells each blow with where its parties stood at contact. */
  function played(seconds) {
    const { played: kit } = archiveOf(kitJson());
    const blows = [];
    const counted = {
      ...kit,
      player(options) {
        const player = kit.player(options);
        // As it is, but for its strikes, which are noted.
        return new Proxy(player, {
          get: (whole, name) =>
            name !== 'strike'
              ? whole[name]
              : (...all) => {
                  const blow = whole.strike(...all);
                  blows.push({ blow, at: all[2].at });
                  return blow;
                },
        });
      },
    };
    const struck = [];
    const joust = new Joust(counted, (blow) => struck.push(blow));
    const contacts = [];
    const held = [];
    for (let t = 0; t < seconds; t += frame) {
      const before = joust.player.now;
      const { x } = joust.beetles[0];
      joust.advance(frame);
      const { now } = joust.player;
      for (const { blow, at } of blows)
        if (blow.contact >= before && blow.contact < now) contacts.push({ blow, at, attackerX: joust.beetles[0].x });
      if (joust.player.elapsed('striker') === 0) held.push(Math.abs(joust.beetles[0].x - x));
    }
    return { struck, contacts, held, blows, joust };
  }

  it('strikes every sequence in turn, each with its own damage and seed, and each once', () => {
    const { struck, blows } = played(30);
    expect(struck.length).toBeGreaterThan(3);
    expect(struck.slice(0, 4).map(({ sequence }) => sequence)).toEqual(['blow', 'second', 'blow', 'second']);
    expect(new Set(struck.map(({ seed }) => seed)).size).toBe(struck.length);
    expect(blows.length).toBe(struck.length);
  });

  it('brings the beetles together at the very instant of contact, the wind-up before it', () => {
    const { contacts } = played(30);
    expect(contacts.length).toBeGreaterThan(3);
    for (const { attackerX, at, blow } of contacts) {
      expect(blow.start).toBeCloseTo(-0.3, 9);
      // No farther apart than a walk of one frame or two.
      expect(Math.abs(attackerX - (at.x - 80))).toBeLessThan(210 * 2.5 * frame);
    }
  });

  it('holds the attacker while a hit-stop has its clock', () => {
    const { held } = played(20);
    expect(held.length).toBeGreaterThan(20);
    expect(Math.max(...held)).toBe(0);
  });

  it('lets a blow go when nothing of it is left', () => {
    const { blows } = played(60);
    expect(blows.filter(({ blow }) => blow.playing).length).toBeLessThan(3);
  });
});

describe('one instant', () => {
  const { kit } = archiveOf(kitJson());
  const form = { sequence: 'blow', payload: '{"damage": 25}', seed: '3', time: '0.01' };

  it('has the columns of baked tables, with the numbers of that instant', () => {
    const rows = new Map(sampleInstant(kit, form));
    for (const column of bakedColumns) expect(rows.has(column)).withContext(column).toBeTrue();
    const take = kit.strike('blow', { damage: 25 }, { seed: 3 });
    expect(rows.get('target.flash')).toBe(take.sample(0.01, take.createFrame()).target.flash);
    expect(rows.get('target.flash')).toBeGreaterThan(0.3);
    expect(rows.get('t')).toBe(0.01);
  });

  it('tells what was asked wrongly', () => {
    const cases = [
      [{ seed: '1.5' }, 'Expected a whole seed, found “1.5”.'],
      [{ seed: '-1' }, 'Expected a whole seed, found “-1”.'],
      [{ time: ' ' }, 'Expected seconds from contact, found “ ”.'],
      [{ time: 'soon' }, 'Expected seconds from contact, found “soon”.'],
      [{ payload: '{' }, 'Expected a payload such as {"damage": 12}, found “{”.'],
      [{ payload: '{"harm": 1}' }, /^payload\.harm: expected a field/],
      [{ sequence: 'none' }, /^sequence: expected a sequence of the kit/],
    ];
    for (const [part, expected] of cases) expect(told(() => sampleInstant(kit, { ...form, ...part }))).toMatch(expected);
  });
});
