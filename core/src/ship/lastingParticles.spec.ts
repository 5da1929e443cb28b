import { takeOf } from '../testing/projects.js';
import { sampleLasting } from './lastingParticles.js';

describe('particles with numbers that last', () => {
  const take = takeOf([
    { kind: 'stream', id: 'smoke', rate: 60, life: 0.2, duration: 0.6, shape: 'point', gravity: 0, speed: { range: [20, 90] } },
    { kind: 'burst', id: 'sparks', count: 12, life: { range: [0.1, 0.5] }, delay: 0.1, gravity: 0, drag: 0, speed: 100 },
    { kind: 'shake', id: 'shake' },
  ]);
  const frame = take.createFrame();
  const plain = take.createFrame();
  const at = (t: number): Map<number, { effect: string; x: number; y: number }> => {
    const { effect, id } = sampleLasting(take, t, frame);
    return new Map(id.map((one, i) => [one, { effect: effect[i], x: frame.particles.x[i], y: frame.particles.y[i] }]));
  };

  it('are those of the take itself', () => {
    for (const t of [0, 0.1, 0.25, 0.5]) {
      sampleLasting(take, t, frame);
      take.sample(t, plain);
      expect(frame.particles.count).toBe(plain.particles.count);
      expect([...frame.particles.x.subarray(0, frame.particles.count)]).toEqual([...plain.particles.x.subarray(0, plain.particles.count)]);
      expect(frame.view.x).toBe(plain.view.x);
    }
  });

  it('are each one’s own, and the same from its birth to its end', () => {
    const step = 0.005;
    let before = at(0);
    const gone = new Set<number>();
    for (let i = 1; i < 180; i++) {
      const now = at(i * step);
      for (const [id, { effect, x, y }] of before) {
        const later = now.get(id);
        if (!later) {
          gone.add(id);
          continue;
        }
        expect(later.effect).toBe(effect);
        // None goes faster than what it was let go at, so no number leaps to another particle.
        expect(Math.hypot(later.x - x, later.y - y)).toBeLessThan(100 * step + 1e-3);
      }
      for (const id of now.keys()) expect(gone.has(id)).toBeFalse();
      before = now;
    }
    expect(gone.size).toBeGreaterThan(40);
  });
});
