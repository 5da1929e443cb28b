import type { SoundCue } from '../contract.js';

/**
 * Keeps each effect's gap and number of voices within one take: what comes too soon after the play before it is left
 * out, and a voice too many stops the oldest. `cues` in order of their start; their length beyond the cut is not known
 * here, so a sound left to ring counts until it is stopped.
 */
export function limitVoices(cues: readonly SoundCue[]): SoundCue[] {
  const kept: SoundCue[] = [];
  for (const cue of cues) {
    const mine = kept.flatMap((other, i) => (other.effect === cue.effect ? [i] : []));
    const last = mine.at(-1);
    if (last !== undefined && cue.start - kept[last].start < cue.gap) continue;
    const ringing = mine.filter((i) => kept[i].cut === 0 || kept[i].start + kept[i].cut > cue.start);
    const tooMany = Math.max(0, ringing.length - cue.voices + 1);
    for (const i of ringing.slice(0, tooMany)) {
      // A cut of 0 would let it ring, so a sound stopped at its very start gets the shortest of cuts.
      kept[i] = { ...kept[i], cut: Math.max(Number.EPSILON, cue.start - kept[i].start) };
    }
    kept.push(cue);
  }
  return kept;
}
