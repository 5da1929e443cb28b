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
