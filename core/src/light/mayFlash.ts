import type { ActorFrame, Frame } from '../contract.js';
import type { Px, Seconds } from '../units.js';
import { flashLimits } from './flashLimits.js';
import { watchedInstants, watchedRate, type Watched } from './flashReading.js';

/** The sorts of what can light up, each counted by itself: the view, each body, what flies about, words. */
const sorts = 5;
/** Amounts and shifts below these change no cell by a tenth of full luminance, or only a strip at its edge. */
const slight = { amount: 0.05, shift: 0.02, roll: 1, zoom: 0.05 };

/** A piece of a run. */
export interface Stretch {
  readonly from: Seconds;
  readonly to: Seconds;
}

/** Seconds before and after, in which cells may turn that are not where most of the area is. */
const margin: Seconds = 0.1;

/**
 * Where a run could flash more than three times in a second at all, told by the areas of what is drawn and without drawing it: by
 * how often any of them swings by a tenth of a quarter of a field. It tells too much rather than too little.
 */
export function mayFlash(run: Watched, view: { readonly width: Px; readonly height: Px }, bodies: number): readonly Stretch[] {
  const { first, last } = watchedInstants(run);
  const least = flashLimits.area * flashLimits.field.width * flashLimits.field.height * view.width ** 2 * flashLimits.change;
  const turns: { readonly at: Seconds; readonly began: Seconds }[] = [];
  const low = new Float64Array(sorts).fill(Infinity);
  const high = new Float64Array(sorts);
  const up = new Uint8Array(sorts);
  /** When each was farthest the other way last. */
  const began = new Float64Array(sorts);
  const areas = new Float64Array(sorts);
  for (let k = first; k <= last; k++) {
    const at = k / watchedRate;
    litAreas(run.sample(at), view, bodies, areas);
    for (let sort = 0; sort < sorts; sort++) {
      const area = areas[sort];
      if (up[sort] ? area >= high[sort] : area <= low[sort]) began[sort] = at;
      low[sort] = Math.min(low[sort], area);
      high[sort] = Math.max(high[sort], area);
      const hasTurned = up[sort] ? high[sort] - area >= least : area - low[sort] >= least;
      if (!hasTurned) continue;
      turns.push({ at, began: began[sort] });
      up[sort] = 1 - up[sort];
      low[sort] = high[sort] = area;
      began[sort] = at;
    }
  }
  return stretchesOf(turns);
}

/** Where more turns than the standard lets pass lie within a second, from where the first of them began. A flash is two turns. */
function stretchesOf(turns: readonly { readonly at: Seconds; readonly began: Seconds }[]): readonly Stretch[] {
  const beyond = 2 * flashLimits.flashes + 1;
  const stretches: Stretch[] = [];
  for (let i = 0; i + beyond < turns.length; i++) {
    const group = turns.slice(i, i + beyond + 1);
    if (turns[i + beyond].at - turns[i].at > flashLimits.within) continue;
    const from = Math.min(...group.map(({ began }) => began)) - margin;
    const to = turns[i + beyond].at + margin;
    const before = stretches.at(-1);
    if (before && from <= before.to) stretches[stretches.length - 1] = { from: Math.min(from, before.from), to };
    else stretches.push({ from, to });
  }
  return stretches;
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
