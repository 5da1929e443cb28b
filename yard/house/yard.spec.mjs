// The yard's game and what it reads, without its canvas. Its modules are bundled here as they are for the browser.
import { fileURLToPath, pathToFileURL } from 'node:url';
import { join } from 'node:path';
import { build } from 'esbuild';
import { strToU8, zipSync } from 'fflate';
import { bakedColumns, kitDocument, readProject } from '@undatio/core';
import { projectJson, projectWith } from '@undatio/core/testing/projects';

const yard = fileURLToPath(new URL('../', import.meta.url));
const outfile = join(yard, 'dist/tested.mjs');
await build({
  stdin: {
    contents: ['joust', 'drillBout', 'openArchive', 'instant', 'singleBlow'].map((name) => `export * from './src/${name}.ts';`).join('\n'),
    resolveDir: yard,
  },
  outfile,
  bundle: true,
  format: 'esm',
  platform: 'node',
  packages: 'external',
  logLevel: 'silent',
});
const { DrillBout, Joust, openArchive, sampleDrill, sampleInstant, SingleBlow } = await import(pathToFileURL(outfile).href);

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
    const joust = new Joust(counted, { blows: [], undecided: [] }, (line) =>
      struck.push(line.match(/^(?<sequence>\S+), damage (?<damage>\d+), seed (?<seed>\d+)$/).groups),
    );
    const contacts = [];
    const held = [];
    for (let t = 0; t < seconds; t += frame) {
      const before = joust.now;
      const { x } = joust.beetles[0];
      joust.advance(frame);
      const { now } = joust;
      for (const { blow, at } of blows)
        if (blow.contact >= before && blow.contact < now) contacts.push({ blow, at, attackerX: joust.beetles[0].x });
      if (joust.feedback.elapsed('striker') === 0) held.push(Math.abs(joust.beetles[0].x - x));
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

describe('rules in the yard', () => {
  /** Blows that fell who is struck by the third or so, and a return after two seconds. */
  function decided() {
    const json = projectJson(effects);
    const { project, problems } = readProject({
      ...json,
      sequences: [...json.sequences, { ...json.sequences[0], id: 'other' }],
      events: [
        ...json.events.map((one) => ({ ...one, harm: { value: 'damage', kindField: 'kind' } })),
        { id: 'fall', label: 'Fall', fields: [] },
        {
          id: 'burn',
          label: 'Burn',
          fields: [{ name: 'points', label: 'Points', type: 'number', min: 0, max: 9, step: 1, default: 1 }],
          harm: { value: 'points' },
        },
      ],
      actors: [
        {
          role: 'target',
          picture: 'mosshell',
          width: 160,
          height: 120,
          id: 'mosshell',
          label: 'Mosshell',
          health: { most: 60, falls: 'fall' },
          healthLooks: [{ id: 'worn', at: 0.5 }],
        },
        { role: 'source', picture: 'mosshell', width: 120, height: 100, id: 'brasshorn', label: 'Brasshorn' },
      ],
      statuses: [{ id: 'lit', label: 'Lit', length: 3, ticks: { every: 1, event: 'burn', rate: 0 } }],
      responses: [
        {
          id: 'lance-hit',
          event: 'lance-hit',
          rungs: [{ id: 'hits', then: [{ outcome: 'harm' }, { outcome: 'play', sequence: 'blow' }, { outcome: 'give', status: 'lit' }] }],
        },
        { id: 'burn', event: 'burn', rungs: [{ id: 'burns', then: [{ outcome: 'harm' }] }] },
        {
          id: 'fall',
          event: 'fall',
          rungs: [{ id: 'goes', when: [{ condition: 'standing', is: 'down' }], then: [{ outcome: 'away', back: 2 }] }],
        },
      ],
      drills: [
        {
          id: 'two',
          label: 'Two blows',
          length: 3,
          seed: 4,
          actors: [
            { id: 'b', actor: 'brasshorn', place: { x: -80, y: 0 } },
            { id: 'm', actor: 'mosshell', place: { x: 80, y: 0 }, facing: -1 },
          ],
          script: [{ at: 0.5, event: 'lance-hit', source: 'b', target: 'm', payload: { damage: 20 }, repeat: { count: 2, every: 1 } }],
          expectations: [],
        },
      ],
    });
    if (!project) throw new Error(JSON.stringify(problems));
    return archiveOf(JSON.parse(JSON.stringify(kitDocument(project))));
  }

  it('know which events are blows, and which are told by statuses', () => {
    expect(decided().blows).toEqual([{ event: 'lance-hit', harm: 'damage', kinds: { field: 'kind', options: jasmine.any(Array) } }]);
    expect(archiveOf(kitJson()).blows).toEqual([]);
  });

  it('decide what a charge does: it harms, fells, and nobody charges until both are up again', () => {
    const { played, blows } = decided();
    const lines = [];
    const joust = new Joust(played, { blows, undecided: [] }, (line) => lines.push(line));
    const standings = new Set();
    let charged = 0;
    for (let t = 0; t < 60; t += 1 / 60) {
      const { x } = joust.beetles[0];
      const { standing } = joust.state('struck');
      joust.advance(1 / 60);
      standings.add(standing);
      if (standing !== 'up' && joust.beetles[0].x > x + 1e-9) charged++;
    }
    // Felled, it is seen going before it is gone.
    expect([...standings].sort()).toEqual(['gone', 'leaving', 'up']);
    expect(charged).toBe(0);
    // Every blow lands on whoever is up: it is felled, is away for two seconds, and is struck again.
    const fallen = lines.filter((line) => line === 'fall → goes').length;
    expect(fallen).toBeGreaterThan(1);
    expect(lines[0]).toBe('lance-hit → hits; 6 of harm, 54 left; gets lit');
    expect(lines.filter((line) => line.startsWith('lance-hit')).every((line) => line.includes('→ hits'))).toBeTrue();
  });

  it('leave what no rule plays to the player, in turn with the blows', () => {
    const { played, blows, undecided } = decided();
    expect(undecided).toEqual(['other']);
    const lines = [];
    const joust = new Joust(played, { blows, undecided }, (line) => lines.push(line));
    for (let t = 0; t < 12; t += 1 / 60) joust.advance(1 / 60);
    const told = lines.filter((line) => line.startsWith('lance-hit') || line.startsWith('other')).map((line) => line.split(/[ ,]/)[0]);
    expect(told.slice(0, 4)).toEqual(['lance-hit', 'other', 'lance-hit', 'other']);
  });

  it('stand still in the hit-stops of what is played', () => {
    const { played, blows } = decided();
    const joust = new Joust(played, { blows, undecided: [] }, () => undefined);
    let longest = 0;
    let still = 0;
    for (let t = 0; t < 10; t += 1 / 120) {
      const before = joust.beetles[0].x;
      joust.advance(1 / 120);
      still = joust.feedback.elapsed('striker') === 0 ? still + 1 / 120 : 0;
      if (still > 0) expect(joust.beetles[0].x).toBe(before);
      longest = Math.max(longest, still);
    }
    expect(longest).toBeGreaterThan(0.2 - 2.5 / 120);
    expect(longest).toBeLessThan(0.2 + 1 / 120);
  });

  it('play a drill of the kit again and again, the same as at one instant of it', () => {
    const { played, drills } = decided();
    const lines = [];
    const bout = new DrillBout(played, drills[0], (line) => lines.push(line));
    while (bout.now < 1.7 - 1e-9) bout.advance(0.017);
    const rows = new Map(sampleDrill(played, drills[0], String(bout.now)));
    const { health, look, standing } = bout.state('m');
    expect([rows.get('m.health'), rows.get('m.look'), rows.get('m.standing')]).toEqual([health, look, standing]);
    expect([health, look]).toEqual([20, 'worn']);
    const body = bout.frame.bodies.find(({ id }) => id === 'm');
    expect(rows.get('m.x')).toBeCloseTo(body.x, 9);
    expect(rows.get('m.flash')).toBeCloseTo(body.flash, 9);
    for (let i = 0; i < 200; i++) bout.advance(0.017);
    expect(lines.filter((line) => line.startsWith('0.50 s lance-hit')).length).toBe(2);
    expect(told(() => sampleDrill(played, drills[0], '4'))).toBe('Expected seconds from 0 to 3, found “4”.');
    expect(told(() => sampleDrill(played, drills[0], 'soon'))).toMatch(/^Expected seconds from the drill’s beginning/);
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

describe('the page of one sequence', () => {
  const { played } = archiveOf(kitJson());
  const struckOf = ({ frame }) => frame.bodies.find(({ id }) => id === 'struck');

  it('strikes at once what it is given, its wind-up first, and shows what the kit’s own take shows', () => {
    const blow = new SingleBlow({ played, stages: [] }, { sequence: 'blow', payload: { damage: 25 }, seed: 4 });
    blow.strike();
    const take = played.strike('blow', { damage: 25 }, { seed: 4 });
    expect(take.start).toBeCloseTo(-0.3, 9);
    // Still for 0.4 s, then the wind-up of 0.3 s, then contact.
    blow.advance(0.69);
    expect(struckOf(blow).flash).toBe(0);
    blow.advance(0.03);
    expect(struckOf(blow).flash).toBeCloseTo(take.sample(0.02, take.createFrame()).target.flash, 6);
    expect(struckOf(blow).flash).toBeCloseTo(0.5, 1);
  });

  it('strikes again by itself once all of it is over, and anew when it is asked to', () => {
    const blow = new SingleBlow({ played, stages: [] }, { sequence: 'blow', payload: { damage: 50 }, seed: 1 });
    let lit = 0;
    let before = 0;
    for (let i = 0; i < 60 * 8; i++) {
      blow.advance(1 / 60);
      const { flash } = struckOf(blow);
      if (flash > 0.5 && before <= 0.5) lit++;
      before = flash;
    }
    const { start, duration } = played.strike('blow', { damage: 50 });
    // The first contact after 0.4 s and the wind-up, then one each time all of it is over and 1.1 s have passed.
    expect(lit).toBe(Math.floor((8 - 0.4 + start) / (0.4 - start + duration + 1.1)) + 1);
    blow.strike();
    expect(struckOf(blow)).toEqual(jasmine.objectContaining({ x: 80, flash: 0 }));
  });

  it('refuses what the kit cannot strike', () => {
    const nothing = new SingleBlow({ played, stages: [] }, { sequence: 'gone', payload: {}, seed: 1 });
    expect(told(() => nothing.strike())).toContain('gone');
  });
});
