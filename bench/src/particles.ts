import { readProject } from '@undatio/core';
import { compileContext, compileSequence, strike, type EngineTake } from '@undatio/core/internal';

export const particleCount = 100_000;

/** A take of the given effects on an event without fields. */
export function takeOf(effects: readonly object[]): EngineTake {
  const { project, problems } = readProject({
    format: 1,
    id: 'bench',
    label: 'Bench',
    events: [{ id: 'blow', label: 'Blow', fields: [] }],
    actors: [],
    assets: [],
    sequences: [{ id: 'blow', label: 'Blow', event: 'blow', effects }],
  });
  if (!project) throw new Error(JSON.stringify(problems));
  return strike(compileSequence(project.sequences[0], [], compileContext(project)));
}

/** Everything that a bare loop needs for the same picture, as flat arrays. */
export function bareParticles() {
  const random = (scale: number): Float64Array =>
    Float64Array.from({ length: particleCount }, (_, i) => ((Math.imul(i + 1, 2654435761) >>> 0) / 2 ** 32) * scale);
  const out = (): Float32Array => new Float32Array(particleCount);
  return {
    life: random(1).map((x) => 2 + x),
    vx: random(400),
    vy: random(400),
    size: random(8),
    turn: random(360),
    spin: random(360),
    sizeTable: Float32Array.from({ length: 257 }, (_, i) => 1 - i / 256),
    red: Float32Array.from({ length: 257 }, (_, i) => 1 - i / 512),
    green: Float32Array.from({ length: 257 }, (_, i) => 1 - i / 300),
    blue: Float32Array.from({ length: 257 }, (_, i) => 1 - i / 400),
    alpha: Float32Array.from({ length: 257 }, (_, i) => 1 - i / 256),
    x: out(),
    y: out(),
    outSize: out(),
    rotation: out(),
    r: out(),
    g: out(),
    b: out(),
    a: out(),
  };
}

/** The hand-written loop: the same formula and the same outputs for particles let go at once, and nothing else. */
export function bareSample(p: ReturnType<typeof bareParticles>, k: number, g: number, t: number): number {
  const { life, vx, vy, size, turn, spin, sizeTable, red, green, blue, alpha } = p;
  const { x: outX, y: outY, outSize, rotation: outRotation, r: outR, g: outG, b: outB, a: outA } = p;
  const reach = (1 - Math.exp(-k * t)) / k;
  const fall = (g / k) * (t - reach);
  let n = 0;
  for (let i = 0; i < particleCount; i++) {
    if (t >= life[i]) continue;
    const place = (t / life[i]) * 256;
    const cell = place | 0;
    const part = place - cell;
    outX[n] = vx[i] * reach;
    outY[n] = vy[i] * reach + fall;
    outSize[n] = size[i] * (sizeTable[cell] + (sizeTable[cell + 1] - sizeTable[cell]) * part);
    outR[n] = red[cell] + (red[cell + 1] - red[cell]) * part;
    outG[n] = green[cell] + (green[cell + 1] - green[cell]) * part;
    outB[n] = blue[cell] + (blue[cell + 1] - blue[cell]) * part;
    outA[n] = alpha[cell] + (alpha[cell + 1] - alpha[cell]) * part;
    outRotation[n] = turn[i] + spin[i] * t;
    n++;
  }
  return n;
}

/** What a frame-stepped engine has to do to show time `t`: every step up to it. */
export function steppedSample(p: ReturnType<typeof bareParticles>, count: number, k: number, g: number, t: number): number {
  const dt = 1 / 60;
  const x = new Float64Array(count);
  const y = new Float64Array(count);
  const vx = p.vx.slice(0, count);
  const vy = p.vy.slice(0, count);
  for (let step = 0; step < t / dt; step++) {
    for (let i = 0; i < count; i++) {
      vx[i] -= k * vx[i] * dt;
      vy[i] += (g - k * vy[i]) * dt;
      x[i] += vx[i] * dt;
      y[i] += vy[i] * dt;
    }
  }
  return x[0] + y[0];
}
