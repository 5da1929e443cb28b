import { nearly, told } from '../parts/memory.js';
import { numberRule } from '../parts/ruleFields.js';
import { defineExpectation } from './expectation.js';

export const harmTold = defineExpectation({
  expect: 'harm-told',
  title: 'Damage is shown',
  about: 'Whenever a body is damaged, a sequence plays on it soon before or after.',
  search: 'feedback told seen heard',
  fields: { within: numberRule({ label: 'Within', about: 'Seconds.', unit: 's', min: 0, max: 10, default: 0.05 }) },
  judge({ log, cues }, { within }, names) {
    const played = new Map<string, { readonly at: number[]; next: number }>();
    for (const { target, at } of cues) {
      const own = played.get(target);
      if (own) own.at.push(at);
      else played.set(target, { at: [at], next: 0 });
    }
    for (const own of played.values()) own.at.sort((a, b) => a - b);
    // The log is sorted by time, so a cue that is too early for one entry is too early for all later ones.
    for (const { at, happened } of log)
      for (const one of happened) {
        if (one.what !== 'harm' || one.points <= 0) continue;
        const own = played.get(one.who);
        while (own && own.next < own.at.length && own.at[own.next] < at - within - nearly) own.next++;
        if (!own || own.next >= own.at.length || own.at[own.next] > at + within + nearly)
          return { holds: false, found: `${names.of('combatant', one.who)} is harmed at ${told(at)} s and nothing plays on it`, at };
      }
    return { holds: true, found: 'every harm is seen or heard' };
  },
  words: ({ within }) => `every harm is seen or heard within ${told(within * 1000)} ms`,
});
