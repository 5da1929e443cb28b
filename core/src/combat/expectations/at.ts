import { maybeNumberRule, numberRule } from '../parts/ruleFields.js';

/** The instant that an expectation is pinned to. */
export const atRule = numberRule({ label: 'At', about: 'Seconds from the drill’s beginning.', unit: 's', min: 0, max: 3600, default: 0 });
export const untilRule = maybeNumberRule({
  label: 'Until',
  about: 'Seconds; the drill’s end, when left out.',
  unit: 's',
  min: 0,
  max: 3600,
});
