import type { Payload, StrikeOptions } from '../contract.js';
import type { Family } from '../effects/effect.js';
import { effectKinds } from '../effects/registry.js';
import { contrastRatio, linearByTable, luminanceOf } from '../maths/luminance.js';
import type { Sequence } from '../model/project.js';
import type { SequencePlan } from '../take/plan.js';
import { strike } from '../take/strike.js';
import type { EngineTake } from '../take/take.js';
import type { Seconds } from '../units.js';
import type { LitStage } from './litStage.js';
import { maskedSounds } from './maskedSounds.js';
import { TakePair } from './takePair.js';

/** Something of a blow that does not read, and when. */
export interface ReadingFinding {
  readonly effect: string;
  readonly sort: 'faint' | 'short' | 'covered' | 'masked';
  readonly at: Seconds;
  /** What is the matter, as goes on after its name. */
  readonly message: string;
}

/** What is struck, and on which stage it is looked at. */
export interface ReadStrike {
  readonly stage: LitStage;
  readonly sequence: Sequence;
  readonly plan: SequencePlan;
  readonly payload: Payload;
  readonly options: StrikeOptions;
}

/**
 * What is held to be enough: a contrast or a difference of a colour channel that is seen at a glance, a contrast for letters
 * (3 : 1, WCAG 2.2’s for large text), a time that is seen at all, a share of itself that has to show for half of its time.
 */
export const readingLimits = { contrast: 1.5, channel: 0.15, letters: 3, time: 0.1, share: 0.4, seen: 1.1 } as const;

/** How far into an effect every frame is looked at, how finely after that, and how far at most. */
const closely: Seconds = 0.4;
const rate = 60;
const later = 12;
const longest: Seconds = 3;

/** Whether an effect lays something on the picture, rather than moving what is there. */
function isDrawn({ kind }: Sequence['effects'][number]): boolean {
  const { family, onlyMoves } = effectKinds[kind];
  return !onlyMoves && drawnFamilies.has(family);
}

const drawnFamilies: ReadonlySet<Family> = new Set(['body', 'space', 'view', 'words']);

const ms = (t: Seconds): string => `${(t * 1000).toFixed(0).replace('-', '−')} ms`;

/**
 * What of a strike does not read: what hardly differs from what is behind it, what is gone too soon, what something else covers, and
 * sounds that louder ones mask. Each effect is drawn with and without: what changes is what is seen of it. It yields findings as they
 * are found, and undefined where whoever asks may pause.
 */
export function* whatReads(asked: ReadStrike): Generator<ReadingFinding | undefined, void> {
  const { sequence, stage } = asked;
  const whole = struck(asked, () => true);
  const pair = new TakePair(stage);
  for (const effect of sequence.effects) {
    if (effect.muted || !isDrawn(effect)) continue;
    const firings = whole.active.filter((timed) => timed.effect === effect.id);
    if (firings.length > 0) yield* readEffect(asked, pair, whole, effect.id, firings[0].start, Math.max(...firings.map(({ end }) => end)));
  }
  for (const masked of maskedSounds(whole.sounds, stage.project.assets)) {
    const by = nameOf(sequence, masked.by);
    yield { effect: masked.effect, sort: 'masked', at: masked.at, message: `is masked by “${by}”, ${masked.louder.toFixed(0)} dB louder` };
  }
}

/** The strike with only some of its effects; those that bend time always, so that everything is where it was. */
function struck({ sequence, plan, payload, options }: ReadStrike, has: (effect: string) => boolean): EngineTake {
  const solo = sequence.effects.filter(({ id, kind, muted }) => !muted && (has(id) || effectKinds[kind].family === 'time'));
  // Nobody alone is everybody.
  return strike(plan, payload, { ...options, solo: solo.length > 0 ? solo.map(({ id }) => id) : ['\0'] });
}

/** Instants at which an effect is looked at, and for how long each stands. */
function* instantsOf(start: Seconds, end: Seconds): Generator<{ readonly t: Seconds; readonly lasts: Seconds }, void> {
  const last = Math.min(end, start + longest);
  for (let t = start; t < last;) {
    const lasts = Math.min(t < start + closely - 1e-9 ? 1 / rate : 1 / later, last - t);
    // In the middle of what it stands for: at its ends an effect is often not there.
    yield { t: t + lasts / 2, lasts };
    t += lasts;
    if (lasts <= 0) return;
  }
}

function* readEffect(
  asked: ReadStrike,
  pair: TakePair,
  whole: EngineTake,
  id: string,
  start: Seconds,
  end: Seconds,
): Generator<ReadingFinding | undefined, void> {
  const without = struck(asked, (other) => other !== id);
  const alone = struck(asked, (other) => other === id);
  const none = struck(asked, () => false);
  let best = { contrast: 1, channel: 0, at: start };
  let [seen, covered, shown] = [0, 0, 0];
  let worst = { share: Infinity, at: start };
  let drawn = false;
  for (const { t, lasts } of instantsOf(start, end)) {
    const { light, contrast, channel } = pair.compare(whole, without, t);
    if (contrast > best.contrast || (contrast === best.contrast && channel > best.channel)) best = { contrast, channel, at: t };
    if (contrast >= readingLimits.seen || channel >= readingLimits.channel) seen += lasts;
    const own = pair.compare(alone, none, t);
    drawn ||= own.channel > 0.01;
    if (own.light > leastLight) {
      shown += lasts;
      const share = light / own.light;
      if (share < readingLimits.share) covered += lasts;
      if (share < worst.share) worst = { share, at: t };
    }
    yield undefined;
  }
  // What shows only where its body goes somewhere, or at another strength, is no finding here.
  if (!drawn) return;
  const by = covered > shown / 2 ? covering(asked, pair, id, worst.at) : undefined;
  if (by) {
    const message = `is covered by “${by}” for ${ms(covered)} of its ${ms(shown)}`;
    yield { effect: id, sort: 'covered', at: worst.at, message };
    return;
  }
  if (best.contrast < readingLimits.contrast && best.channel < readingLimits.channel) {
    const message = `hardly differs from what is behind it: ${best.contrast.toFixed(1)} : 1 at most, at ${ms(best.at)}`;
    yield { effect: id, sort: 'faint', at: best.at, message };
  } else if (seen > 0 && seen < readingLimits.time - 1e-6) {
    yield {
      effect: id,
      sort: 'short',
      at: best.at,
      message: `is seen for ${ms(seen)}; under ${ms(readingLimits.time)} it is easily missed`,
    };
  }
  const letters = lettersOf(alone, (start + Math.min(end, start + longest)) / 2, pair, none);
  if (letters) yield { effect: id, sort: 'faint', at: letters.at, message: letters.message };
}

/** Cells of full luminance that an effect must come to, to be covered at all. */
const leastLight = 0.5;

/** Which other effect an effect shows most without, if that one hides a fifth of it at least. */
function covering(asked: ReadStrike, pair: TakePair, id: string, t: Seconds): string | undefined {
  const own = pair.compare(
    struck(asked, (other) => other === id),
    struck(asked, () => false),
    t,
  ).light;
  const shares = asked.sequence.effects
    .filter((other) => other.id !== id && !other.muted && isDrawn(other))
    .map((other) => {
      const rest = struck(asked, (one) => one !== other.id);
      const neither = struck(asked, (one) => one !== other.id && one !== id);
      return { other: other.label ?? other.id, share: pair.compare(rest, neither, t).light / own };
    });
  const now =
    pair.compare(
      struck(asked, () => true),
      struck(asked, (other) => other !== id),
      t,
    ).light / own;
  const most = shares.reduce((best, one) => (one.share > best.share ? one : best), { other: '', share: now + 0.2 });
  return most.other === '' ? undefined : most.other;
}

/** Letters that stand out neither from their outline nor from what is behind them. */
function lettersOf(
  alone: EngineTake,
  t: Seconds,
  pair: TakePair,
  none: EngineTake,
): { readonly at: Seconds; readonly message: string } | undefined {
  const { numbers, glyphs } = alone.sample(t, alone.createFrame());
  const words = numbers.count > 0 ? numbers : glyphs;
  if (words.count === 0 || words.alpha[0] <= 0) return undefined;
  const [fill, outline] = [luminanceOfPacked(words.colour[0]), luminanceOfPacked(words.outline[0])];
  const inside = contrastRatio(fill, outline);
  if (inside >= readingLimits.letters) return undefined;
  const outside = contrastRatio(fill, pair.meanLuminance(none, t));
  if (outside >= readingLimits.letters) return undefined;
  const most = Math.max(inside, outside).toFixed(1);
  return {
    at: t,
    message: `has letters of ${most} : 1 against their outline and what is behind them; ${readingLimits.letters} : 1 is read`,
  };
}

/** Of a colour 0xrrggbb. */
function luminanceOfPacked(packed: number): number {
  const channel = (shift: number): number => linearByTable(((packed >> shift) & 255) / 255);
  return luminanceOf(channel(16), channel(8), channel(0));
}

function nameOf({ effects }: Sequence, id: string): string {
  return effects.find((effect) => effect.id === id)?.label ?? id;
}
