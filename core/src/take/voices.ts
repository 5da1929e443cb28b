import type { SoundCue } from '../contract.js';
import type { Seconds } from '../units.js';

/** A sound stopped at its very start; a cut of 0 would let it ring. */
const shortestCut: Seconds = 1e-4;

/** What of one effect has been played. */
interface Played {
  last: Seconds;
  /** Places in the kept list of the plays that may still ring, oldest first. */
  ringing: number[];
}

/**
 * Keeps each effect's gap and number of voices within one take: what comes too soon after the play before it is left
 * out, and a voice too many stops the oldest. `cues` in order of their start; their length beyond the cut is not known
 * here, so a sound left to ring counts until it is stopped. Costs what there are cues and voices.
 */
export function limitVoices(cues: readonly SoundCue[]): SoundCue[] {
  const kept: SoundCue[] = [];
  const byEffect = new Map<string, Played>();
  for (const cue of cues) {
    const played = byEffect.get(cue.effect);
    if (played && cue.start - played.last < cue.gap) continue;
    const ringing = (played?.ringing ?? []).filter((i) => kept[i].cut === 0 || kept[i].start + kept[i].cut > cue.start);
    const tooMany = Math.max(0, ringing.length - cue.voices + 1);
    for (const i of ringing.splice(0, tooMany)) {
      kept[i] = { ...kept[i], cut: Math.max(shortestCut, cue.start - kept[i].start) };
    }
    ringing.push(kept.length);
    kept.push(cue);
    byEffect.set(cue.effect, { last: cue.start, ringing });
  }
  return kept;
}
