import { readProject } from '../checks/readProject.js';
import { projectJson, spawnedFrom, takeOf } from '../testing/projects.js';

const spark = (spot: string): object => ({ kind: 'burst', id: 'b', count: 1, shape: 'point', speed: 0, gravity: 0, from: 'target', spot });
const bodies = { target: { width: 100, height: 60, spots: { muzzle: { x: 12, y: -7 } } } };
const places = { target: { x: 200, y: 10 }, source: { x: 0, y: 0 } };

describe('spots of a body', () => {
  const at = (spot: string): number[] => {
    const [{ x, y }] = spawnedFrom(takeOf([spark(spot)], {}, { bodies, places }));
    return [x, y];
  };

  it('may be of any name, relative to its middle', () => {
    expect(at('muzzle')).toEqual([212, 3]);
  });

  it('are its middle where it has none of that name, even one that every object has', () => {
    expect(at('tail')).toEqual([200, 10]);
    expect(at('constructor')).toEqual([200, 10]);
  });

  it('are on the edges of its size where they are those that every body has', () => {
    expect(at('top')).toEqual([200, -20]);
    expect(at('front')).toEqual([150, 10]);
  });

  it('are told of when nobody has them, and refused when they are no names', () => {
    const told = (spot: string, own: object = {}): string[] => {
      const json = projectJson([spark(spot)]) as { actors: object[] };
      Object.assign(json.actors[0], { spots: own });
      return readProject(json).problems.map(({ severity, path, message }) => `${severity} ${path}: ${message}`);
    };
    expect(told('muzzle', { muzzle: { x: 0, y: 0 } })).toEqual([]);
    expect(told('muzzle')).toEqual([
      'warning sequences[0].effects[0].spot: expected a spot of an actor (middle, top, feet, front, back), found "muzzle"; it is the middle',
    ]);
    expect(told('The Muzzle')[0]).toMatch(/^error sequences\[0\]\.effects\[0\]\.spot: expected lower-case letters/);
    expect(told('top', { 'The Top': { x: 0, y: 0 } })[0]).toMatch(/^error actors\[0\]\.spots/);
  });
});

describe('an emitter on several spots', () => {
  const bodies = {
    bodies: { target: { width: 40, height: 60, spots: { muzzle: { x: 12, y: -7 } } } },
    places: { target: { x: 100, y: 0 } },
  };
  const emitter = {
    kind: 'burst',
    id: 'b',
    count: 400,
    shape: 'point',
    speed: 0,
    gravity: 0,
    from: 'target',
    spot: 'top',
    alsoFrom: ['feet', 'muzzle'],
  };
  const counts = (fields: object, seed = 1): Record<string, number> => {
    const found: Record<string, number> = {};
    for (const { x, y } of spawnedFrom(takeOf([{ ...emitter, ...fields }], {}, { ...bodies, seed })))
      found[`${x} ${y}`] = (found[`${x} ${y}`] ?? 0) + 1;
    return found;
  };
  const places = ['100 -30', '100 30', '112 -7'];

  it('lets each particle go from one of them, evenly and by the seed', () => {
    const found = counts({});
    expect(Object.keys(found).sort()).toEqual([...places].sort());
    // Of 400 with a share of one third, five standard deviations are 47.
    for (const place of places) expect(Math.abs(found[place] - 400 / 3)).toBeLessThan(47);
    expect(counts({}, 2)).not.toEqual(found);
    expect(counts({}, 1)).toEqual(found);
  });

  it('lets the whole count go from all of them, at the same instants', () => {
    expect(counts({ spotShare: 'all', count: 5 })).toEqual(Object.fromEntries(places.map((place) => [place, 5])));
    const { count: _, ...common } = emitter;
    const take = takeOf([{ ...common, kind: 'stream', rate: 10, duration: 1, life: 9, spotShare: 'all' }], {}, bodies);
    const alive = (t: number): number => take.sample(t, take.createFrame()).particles.count;
    expect([0.05, 0.15, 0.25, 0.95].map(alive)).toEqual([3, 6, 9, 30]);
  });

  it('counts them all into what a strike costs, and is as before on one spot', () => {
    expect(() => takeOf([{ ...emitter, count: 50_000, spotShare: 'all' }])).toThrowError(/at most 120,000 particles/);
    const one = { ...emitter, alsoFrom: [], speed: { range: [10, 400] } };
    expect(spawnedFrom(takeOf([{ ...one, spotShare: 'all' }]))).toEqual(spawnedFrom(takeOf([one])));
  });
});
