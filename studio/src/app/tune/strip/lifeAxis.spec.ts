import { takeOf } from '../../../testing';
import { LifeAxis } from './lifeAxis';
import { TimeAxis } from './timeAxis';

describe('LifeAxis', () => {
  const axis = new TimeAxis(0, 1, 1000, false);

  it('lays a life on the strip from its first instant to its last', () => {
    const life = new LifeAxis(axis, takeOf([{ kind: 'shake', id: 'it', delay: 0.2, duration: 0.4 }]).firings[0], 0.4);
    expect([0, 0.5, 1].map((u) => Math.round(life.x(u)))).toEqual([200, 400, 600]);
    expect(life.u(500)).toBeCloseTo(0.75, 9);
  });

  it('stretches over the time in which a clock stands still', () => {
    const take = takeOf([
      { kind: 'flash', id: 'it', duration: 0.4 },
      { kind: 'hit-stop', id: 'stop', delay: 0.1, duration: 0.3 },
    ]);
    const [flash] = take.firings.filter(({ effect }) => effect === 'it');
    const life = new LifeAxis(axis, flash, 0.4);
    expect([0, 0.2, 0.5, 1].map((u) => Math.round(life.x(u)))).toEqual([0, 80, 500, 700]);
  });
});
