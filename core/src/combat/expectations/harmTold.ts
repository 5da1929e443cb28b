import { nearly, told } from '../parts/memory.js';
import { numberRule } from '../parts/ruleFields.js';
import { defineExpectation } from './expectation.js';

export const harmTold = defineExpectation({
  expect: 'harm-told',
  about: 'Whenever somebody is harmed, a sequence begins on them soon after or before.',
  fields: { within: numberRule({ label: 'Within', about: 'Seconds.', unit: 's', min: 0, max: 10, default: 0.05 }) },
  judge({ log, cues }, { within }) {
    const played = new Map<string, number[]>();
    for (const { target, at } of cues) played.set(target, [...(played.get(target) ?? []), at]);
    for (const { at, happened } of log)
      for (const one of happened) {
        if (one.what !== 'harm' || one.points <= 0) continue;
        if (!played.get(one.who)?.some((cue) => Math.abs(cue - at) <= within + nearly))
          return { holds: false, found: `${one.who} is harmed at ${told(at)} s and nothing plays on it`, at };
      }
    return { holds: true, found: 'every harm is seen or heard' };
  },
  words: ({ within }) => `every harm is seen or heard within ${told(within * 1000)} ms`,
});
