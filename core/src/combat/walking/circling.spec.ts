import fc from 'fast-check';
import type { Sequence } from '../../model/project.js';
import { newEffect } from '../../effects/schemas.js';
import { fought } from '../../testing/fought.js';
import { fighter, harmRung, response, type Bout, type Fight } from '../../testing/fights.js';
import { alongX, alongY, speedX, speedY } from './leg.js';
import { turnOnto } from './turnOnto.js';
import { evenly } from '../../testing/evenly.js';

/** Bodies that go round somebody, and bodies that cannot turn at once. Expected places come of stepping, or of the circle's own formula. */

const fight: Fight = {
  actors: [fighter('m', undefined, { speed: 60 }), fighter('c', { most: 90 }, { speed: 120 })],
  stops: { held: 0.5 },
  responses: [
    response('blow', harmRung()),
    response('mark', { id: 'holds', then: [{ outcome: 'play', sequence: 'held', on: 'target' }] }),
    response('burst', { id: 'throws', then: [{ outcome: 'shove', distance: 80, seconds: 0.4 }] }),
  ],
};
const middle = { id: 'm', actor: 'm' };
const round = { at: 0, who: 'c', do: 'orbit', whom: 'm', distance: 100 };
const whole = (2 * Math.PI * 100) / 120;

function boutOf(acts: Bout['acts'], x = 100, y = 0): Bout {
  return { length: 20, actors: [middle, { id: 'c', actor: 'c', x, y }], acts };
}

describe('an orbit', () => {
  it('goes round evenly, the way that it is told, and looks at its middle', () => {
    const { read } = fought(fight, [], boutOf([round]));
    for (const share of [0, 0.1, 0.25, 0.4, 0.75, 1, 2.6]) {
      const at = share * whole;
      const { x, y, facing } = read.place('c', at);
      expect(x).toBeCloseTo(100 * Math.cos(share * 2 * Math.PI), 5);
      expect(y).toBeCloseTo(100 * Math.sin(share * 2 * Math.PI), 5);
      if (Math.abs(x) > 1) expect(facing).toBe(x > 0 ? -1 : 1);
    }
    const other = fought(fight, [], boutOf([{ ...round, clockwise: false }])).read;
    expect(other.place('c', whole / 4).y).toBeCloseTo(-100, 5);
  });

  it('is come to by the tangent from outside, straight out from within, and from the very middle', () => {
    const outside = fought(fight, [], boutOf([round], 260)).read;
    const reaches = Math.sqrt(260 * 260 - 100 * 100) / 120;
    const { x, y } = outside.place('c', reaches);
    expect(Math.hypot(x, y)).toBeCloseTo(100, 6);
    // There it goes on as it came: the way in is square to the radius.
    expect((x - 260) * x + y * y).toBeCloseTo(0, 4);
    expect(Math.hypot(...Object.values(outside.place('c', reaches + 1)).slice(0, 2))).toBeCloseTo(100, 6);
    const within = fought(fight, [], boutOf([round], 0, 40)).read;
    expect(within.place('c', 0.25).y).toBeCloseTo(70, 6);
    expect(within.place('c', 0.5).y).toBeCloseTo(100, 6);
    expect(fought(fight, [], boutOf([round], 0, 0)).read.place('c', 100 / 120).x).toBeCloseTo(100, 6);
  });

  it('goes along with one who walks, is thrown, or circles somebody else', () => {
    const walks = { at: 0.3, who: 'm', do: 'walk', points: [{ x: 400, y: 90 }] };
    const thrown = { at: 2, event: 'burst', source: 'c', target: 'm' };
    const { read } = fought(fight, [thrown], boutOf([round, walks]));
    for (let at = 0; at < 4; at += 0.17) {
      const [m, c] = [read.place('m', at), read.place('c', at)];
      expect(Math.hypot(c.x - m.x, c.y - m.y)).toBeCloseTo(100, 5);
    }
    const moon: Bout = {
      actors: [middle, { id: 'c', actor: 'c', x: 100 }, { id: 'd', actor: 'c', x: 130 }],
      length: 6,
      acts: [round, { ...round, who: 'd', whom: 'c', distance: 30 }],
    };
    const both = fought(fight, [], moon).read;
    for (const at of [0.4, 1.9, 5.5]) {
      const [c, d] = [both.place('c', at), both.place('d', at)];
      expect(Math.hypot(c.x, c.y)).toBeCloseTo(100, 4);
      expect(Math.hypot(d.x - c.x, d.y - c.y)).toBeCloseTo(30, 4);
    }
  });

  it('is held by a stop of its own, and stays at its distance when the other is held', () => {
    const held = (target: string): { at: number; event: string; source: string; target: string } => ({
      at: 1,
      event: 'mark',
      source: target === 'c' ? 'm' : 'c',
      target,
    });
    const own = fought(fight, [held('c')], boutOf([round])).read;
    expect(own.place('c', 1.4).y).toBeCloseTo(100 * Math.sin(120 / 100), 5);
    expect(own.place('c', 2).y).toBeCloseTo(100 * Math.sin((1.5 * 120) / 100), 5);
    const walks = { at: 0, who: 'm', do: 'walk', points: [{ x: 600, y: 0 }] };
    const other = fought(fight, [held('m')], boutOf([round, walks])).read;
    for (const at of [0.9, 1.2, 1.45, 1.8, 3]) {
      const [m, c] = [other.place('m', at), other.place('c', at)];
      expect(Math.hypot(c.x - m.x, c.y - m.y)).toBeCloseTo(100, 4);
    }
  });

  it('keeps its distance where one’s time runs slower than the other’s', () => {
    const slow = { ...newEffect('slow', 'slow'), duration: 60, rate: 0.5, parties: ['source'] } as unknown as Sequence['effects'][number];
    const slows: Fight = {
      ...fight,
      plays: { slows: [slow] },
      responses: [response('mark', { id: 'slow', then: [{ outcome: 'play', sequence: 'slows', on: 'target' }] })],
    };
    const walks = { at: 0, who: 'm', do: 'walk', points: [{ x: 900, y: 0 }] };
    for (const [source, target] of [
      ['c', 'm'],
      ['m', 'c'],
    ]) {
      const { read } = fought(slows, [{ at: 1, event: 'mark', source, target }], boutOf([round, walks]));
      for (const at of [0.9, 1.3, 2.1, 4, 7.7]) {
        const [m, c] = [read.place('m', at), read.place('c', at)];
        expect(Math.hypot(c.x - m.x, c.y - m.y))
          .withContext(`${source} slowed, at ${at}`)
          .toBeCloseTo(100, 4);
      }
    }
  });

  it('ends where it is when its middle is gone', () => {
    const goes: Fight = { ...fight, responses: [response('burst', { id: 'goes', then: [{ outcome: 'away', of: 'target' }] })] };
    const { read } = fought(goes, [{ at: 1, event: 'burst', source: 'c', target: 'm' }], boutOf([round]));
    // A second of 120 px along its circle of 100.
    for (const at of [1, 1.5, 9]) {
      const { x, y } = read.place('c', at);
      expect([x, y].map((px) => px.toFixed(4))).toEqual([Math.cos(1.2), Math.sin(1.2)].map((share) => (share * 100).toFixed(4)));
    }
  });

  it('of two who each go round the other goes on, in bounds', () => {
    const acts = [round, { ...round, who: 'm', whom: 'c' }, { at: 3, who: 'm', do: 'approach', whom: 'c', within: 10 }];
    const { read, history } = fought(fight, [], boutOf(acts));
    expect(history.length).toBeLessThan(2000);
    expect(Number.isFinite(read.place('c', 19).x + read.place('m', 19).y)).toBeTrue();
  });

  it('meets with reaches and zones as it comes by', () => {
    const zone = { id: 'near', shape: { shape: 'disc', length: 20 }, enters: 'blow' };
    const trap: Fight = { ...fight, actors: [...(fight.actors ?? []), fighter('z', undefined, { zones: [zone] })] };
    const bout = boutOf([round]);
    const { log } = fought(trap, [], { ...bout, length: 7, actors: [...(bout.actors ?? []), { id: 'z', actor: 'z', x: 0, y: 100 }] });
    // A chord of 20 px: its edge is met 2 asin(10 ÷ 100) before a quarter round, and once each round.
    const early = (2 * Math.asin(0.1) * 100) / 120;
    expect(log.map(({ at }) => at)).toEqual([jasmine.any(Number), jasmine.any(Number)]);
    expect(log[0].at).toBeCloseTo(whole / 4 - early, 6);
    expect(log[1].at).toBeCloseTo(whole * 1.25 - early, 6);
  });
});

describe('a turn', () => {
  const places = fc.record({
    angle: evenly(-Math.PI, Math.PI),
    speed: evenly(20, 400),
    rate: evenly(0.5, 20),
    x: evenly(-500, 500),
    y: evenly(-500, 500),
  });

  it('ends where what is gone after lies straight ahead, at the same speed all the way', () => {
    fc.assert(
      fc.property(places, ({ angle, speed, rate, x, y }) => {
        const [vx, vy] = [Math.cos(angle) * speed, Math.sin(angle) * speed];
        const turn = turnOnto(vx, vy, rate, { x, y });
        // No turn is needed if the target is ahead, or within a thousandth of the turning radius.
        if (!turn) return Math.abs(Math.atan2(vx * y - vy * x, vx * x + vy * y)) < 2e-4 || Math.hypot(x, y) < (1e-3 * speed) / rate;
        const leg = { x: 0, y: 0, vx: 0, vy: 0, bends: [turn.bend], since: 0 };
        expect(speedX(leg, 0)).toBeCloseTo(vx, 6);
        expect(speedY(leg, 0)).toBeCloseTo(vy, 6);
        const [ex, ey] = [alongX(leg, turn.seconds), alongY(leg, turn.seconds)];
        const [hx, hy] = [speedX(leg, turn.seconds), speedY(leg, turn.seconds)];
        const [tx, ty] = [x - ex, y - ey];
        const away = Math.hypot(tx, ty);
        expect(Math.hypot(hx, hy)).toBeCloseTo(speed, 6);
        // Ahead, not behind; off its line by less than what two headings that count as one leave.
        if (away > 1) expect(hx * tx + hy * ty).toBeGreaterThan(0);
        return Math.abs(hx * ty - hy * tx) / speed <= Math.max(1e-3, away * 2e-4);
      }),
      { numRuns: 2000 },
    );
  });

  it('always has a length, for any small angle to the target', () => {
    const little = fc.record({ off: evenly(-4e-4, 4e-4), away: evenly(0.5, 50), speed: evenly(20, 900), rate: evenly(0.03, 20) });
    fc.assert(
      fc.property(little, ({ off, away, speed, rate }) => {
        const turn = turnOnto(speed, 0, rate, { x: away * Math.cos(off), y: away * Math.sin(off) });
        return turn === undefined || turn.seconds * rate > 5e-5;
      }),
      { numRuns: 5000 },
    );
    const chased = turnOnto(599.9999994107771, -0.026590739686856664, 0.03310889591033243, {
      x: 1.540999791119134,
      y: -0.0002325624853013672,
    });
    expect(chased).toBeUndefined();
  });

  it('takes as long as the way round does, for one who walks back', () => {
    const actors = [fighter('c', undefined, { speed: 100, turnRate: 90 })];
    const acts = [
      {
        at: 0,
        who: 'c',
        do: 'walk',
        points: [
          { x: 100, y: 0 },
          { x: 100, y: 300 },
        ],
      },
    ];
    const { read } = fought({ actors, responses: [] }, [], { actors: [{ id: 'c', actor: 'c' }], length: 10, acts });
    // A circle of 100 ÷ (π ÷ 2) px about (100, 63.66): by its tangent to (100, 300), 236.34 from its middle.
    const radius = 200 / Math.PI;
    const off = Math.acos(radius / (300 - radius));
    const length = radius * (Math.PI - off) + Math.sqrt((300 - radius) ** 2 - radius ** 2);
    const arrives = 1 + length / 100;
    expect(read.place('c', arrives).y).toBeCloseTo(300, 4);
    expect(read.place('c', arrives - 0.1).y).toBeLessThan(299);
    expect(read.place('c', 1.5).x).toBeCloseTo(100 + radius * Math.sin(Math.PI / 4), 6);
  });
});
