import type { ActorFrame, Frame } from '../contract.js';
import type { Px } from '../units.js';
import { flashLimits } from './flashLimits.js';
import { watchedInstants, watchedRate, type Watched } from './flashReading.js';

/** The sorts of what can light up, each counted by itself: the view, each body, what flies about, words. */
const sorts = 5;
/** Amounts and shifts below these change no cell by a tenth of full luminance, or only a strip at its edge. */
const slight = { amount: 0.05, shift: 0.02, roll: 1, zoom: 0.05 };

/**
 * Whether a run could flash more than three times in a second at all, told by the areas of what is drawn and without drawing it: by
 * how often any of them swings by a tenth of a quarter of a field. It says yes too often rather than too seldom.
 */
export function mayFlash(run: Watched, view: { readonly width: Px; readonly height: Px }, bodies: number): boolean {
  const { first, last } = watchedInstants(run);
  const least = flashLimits.area * flashLimits.field.width * flashLimits.field.height * view.width ** 2 * flashLimits.change;
  const turns: number[] = [];
  const low = new Float64Array(sorts).fill(Infinity);
  const high = new Float64Array(sorts);
  const up = new Uint8Array(sorts);
  const areas = new Float64Array(sorts);
  for (let k = first; k <= last; k++) {
    litAreas(run.sample(k / watchedRate), view, bodies, areas);
    for (let sort = 0; sort < sorts; sort++) {
      const area = areas[sort];
      low[sort] = Math.min(low[sort], area);
      high[sort] = Math.max(high[sort], area);
      const hasTurned = up[sort] ? high[sort] - area >= least : area - low[sort] >= least;
      if (!hasTurned) continue;
      turns.push(k / watchedRate);
      up[sort] = 1 - up[sort];
      low[sort] = high[sort] = area;
    }
  }
  // A flash is two turns.
  const beyond = 2 * flashLimits.flashes + 1;
  return turns.some((at, i) => i + beyond < turns.length && turns[i + beyond] - at <= flashLimits.within);
}

/** How many px each sort of thing lights up, by its amounts. `body`: px of a body. */
function litAreas(frame: Frame, { width, height }: { readonly width: Px; readonly height: Px }, body: number, out: Float64Array): void {
  const { view } = frame;
  const whole = width * height;
  const moved = Math.abs(view.x) > slight.shift * width || Math.abs(view.y) > slight.shift * height;
  const turned = Math.abs(view.roll) > slight.roll || Math.abs(view.zoom - 1) > slight.zoom;
  const tinted = Math.max(view.flash, view.vignette);
  out[0] = whole * ((tinted > slight.amount ? tinted : 0) + (moved || turned ? 1 : 0));
  const lit = ({ flash, alpha }: ActorFrame): number => body * ((flash > slight.amount ? flash : 0) + (1 - alpha));
  const targets = 'targets' in frame ? (frame.targets as readonly ActorFrame[]) : [frame.target];
  out[1] = lit(frame.source);
  out[2] = targets.reduce((sum, one) => sum + lit(one), 0);
  out[3] = stuffArea(frame);
  out[4] = wordsArea(frame);
}

function stuffArea({ particles, rings, arcs, pictures, ribbons }: Frame): number {
  let sum = 0;
  for (let i = 0; i < particles.count; i++) sum += particles.size[i] ** 2 * particles.a[i];
  for (let i = 0; i < rings.count; i++) sum += 2 * Math.PI * rings.radius[i] * rings.width[i] * rings.a[i];
  for (let i = 0; i < arcs.count; i++)
    sum += (Math.abs(arcs.to[i] - arcs.from[i]) / 360) * Math.PI * (arcs.outer[i] ** 2 - arcs.inner[i] ** 2) * arcs.a[i];
  for (let i = 0; i < pictures.count; i++) sum += pictures.size[i] ** 2 * pictures.alpha[i];
  for (let n = 1; n < ribbons.nodeCount; n++)
    sum += Math.min(200, Math.hypot(ribbons.x[n] - ribbons.x[n - 1], ribbons.y[n] - ribbons.y[n - 1])) * ribbons.width[n] * ribbons.a[n];
  return sum;
}

function wordsArea({ numbers, glyphs, meters }: Frame): number {
  let sum = 0;
  for (let i = 0; i < numbers.count; i++) sum += numbers.text[i].length * numbers.size[i] ** 2 * numbers.alpha[i];
  for (let i = 0; i < glyphs.count; i++) sum += glyphs.size[i] ** 2 * glyphs.alpha[i];
  for (let i = 0; i < meters.count; i++) sum += meters.width[i] * meters.height[i] * meters.alpha[i];
  return sum;
}
