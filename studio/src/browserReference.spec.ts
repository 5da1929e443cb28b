import { flashChannel, newEffect, parseEasing, parseHex, type Rgba } from '@undatio/core/internal';
import { gradientAt } from './testing';

/** The engine against the browser it runs in: curves and colours as Chromium itself computes them. */

function browserProgress(easing: string, progress: number): number {
  const animation = document.body.animate([{ opacity: 0 }, { opacity: 1 }], { duration: 1000, easing, fill: 'both' });
  animation.pause();
  animation.currentTime = progress * 1000;
  const computed = animation.effect?.getComputedTiming().progress ?? NaN;
  animation.cancel();
  return computed;
}

function browserColour(css: string): Rgba {
  const probe = document.createElement('div');
  probe.style.color = `color-mix(in srgb, ${css} 100%, transparent 0%)`;
  document.body.append(probe);
  const text = getComputedStyle(probe).color;
  probe.remove();
  const numbers = (/\(([^)]*)\)/.exec(text)?.[1] ?? '').match(/-?[\d.]+(e-?\d+)?/g)?.map(Number) ?? [];
  const unit = text.startsWith('color(srgb') ? 1 : 255;
  return { r: numbers[0] / unit, g: numbers[1] / unit, b: numbers[2] / unit, a: numbers[3] ?? 1 };
}

describe('easing', () => {
  const easings = [
    'linear',
    'ease',
    'ease-in',
    'ease-out',
    'ease-in-out',
    'cubic-bezier(0.3, 0, 0.1, 1)',
    'cubic-bezier(0.9, -0.6, 0.1, 1.7)',
    'steps(4)',
    'steps(3, jump-both)',
    'steps(5, jump-none)',
    'linear(0, 0.2 40%, 0.9 60%, 1)',
    'linear(0, 0.25 25% 75%, 0.8, 1)',
    'linear(0 20%, 1.2 80%)',
  ];
  for (const easing of easings) {
    it(`evaluates ${easing} as the browser does`, () => {
      const curve = parseEasing(easing);
      for (let i = 0; i <= 40; i++)
        expect(curve(i / 40))
          .withContext(`at ${i / 40}`)
          .toBeCloseTo(browserProgress(easing, i / 40), 5);
    });
  }
});

describe('gradients', () => {
  for (const [from, to] of [
    ['#ff0000', '#0000ff'],
    ['#fff4d6', '#e0823d'],
    ['#123456', '#fedcba'],
    ['#ff8a2b99', '#7a1c1000'],
  ]) {
    it(`mixes ${from} with ${to} in OKLab as the browser does`, () => {
      for (const part of [0.1, 0.25, 0.5, 0.8]) {
        const ours = gradientAt(from, to, part);
        const theirs = browserColour(`color-mix(in oklab, ${from} ${(1 - part) * 100}%, ${to})`);
        for (const channel of ['r', 'g', 'b', 'a'] as const)
          expect(ours[channel]).withContext(`${channel} at ${part}`).toBeCloseTo(theirs[channel], 2);
      }
    });
  }
});

describe('a flash by mixing', () => {
  it('is what color-mix() in sRGB gives', () => {
    const body = parseHex('#8a6d4a');
    const light = parseHex('#9fd8ff');
    for (const m of [0.2, 0.5, 0.9]) {
      const theirs = browserColour(`color-mix(in srgb, #8a6d4a ${(1 - m) * 100}%, #9fd8ff)`);
      for (const channel of ['r', 'g', 'b'] as const)
        expect(flashChannel('mix', body[channel], light[channel], m)).toBeCloseTo(theirs[channel], 3);
    }
  });
});

describe('new effects', () => {
  it('arrive with every default filled in', () => {
    expect(newEffect('flash', 'flash')).toEqual(jasmine.objectContaining({ kind: 'flash', duration: 0.12, amount: 1, muted: false }));
    expect(newEffect('sound', 'sound')).toBeUndefined();
    expect(newEffect('sound', 'sound', { clip: 'crack' })).toEqual(jasmine.objectContaining({ clips: ['crack'] }));
  });
});
