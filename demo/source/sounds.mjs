// The League's sounds, each a small recipe of oscillators and filtered noise. Deterministic: the same bytes every time.

export const sampleRate = 44100;

/** A repeatable stream of noise in -1..1 (xorshift32). */
function noiseStream(seed) {
  let state = seed >>> 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2147483648 - 1;
  };
}

/** Exponential fall from 1, `half` seconds to each half. */
const fall = (t, half) => 2 ** (-t / half);
/** A soft attack over `rise` seconds. */
const attack = (t, rise) => (t < rise ? Math.sin((t / rise) * (Math.PI / 2)) : 1);

/** State-variable band-pass whose centre may move. */
function bandPass(q) {
  let low = 0;
  let band = 0;
  return (x, centre) => {
    const f = 2 * Math.sin((Math.PI * Math.min(centre, sampleRate / 7)) / sampleRate);
    low += f * band;
    band += f * (x - low - band / q);
    return band;
  };
}

function lowPass(cutoff) {
  let y = 0;
  return (x, at = cutoff) => (y += (1 - Math.exp((-2 * Math.PI * at) / sampleRate)) * (x - y));
}

/** Renders `seconds` of `voice(t)`, trims the end to silence and brings the peak to `peak`. */
function render(seconds, peak, voice) {
  const samples = Float64Array.from({ length: Math.round(seconds * sampleRate) }, (_, i) => voice(i / sampleRate));
  const loudest = samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
  const fade = Math.round(0.012 * sampleRate);
  return samples.map((x, i) => (x / loudest) * peak * Math.min(1, (samples.length - i) / fade));
}

/** Horn on shell: a dry click, a woody body of three partials, a little grit. */
function crack(seed, pitch) {
  const noise = noiseStream(seed);
  const grit = bandPass(1.4);
  const partials = [1, 1.83, 2.71].map((ratio, i) => ({
    w: 2 * Math.PI * pitch * ratio,
    level: [0.9, 0.55, 0.3][i],
    half: [0.03, 0.018, 0.011][i],
  }));
  return render(0.28, 0.8, (t) => {
    const click = noise() * fall(t, 0.0025) * 0.9;
    const body = partials.reduce(
      (sum, { w, level, half }) => sum + Math.sin(w * t * (1 + 0.08 * fall(t, 0.01))) * level * fall(t, half),
      0,
    );
    return click + body * attack(t, 0.001) + grit(noise(), 2600 * fall(t, 0.06) + 500) * fall(t, 0.028) * 0.5;
  });
}

/** A heavy shell set down: a falling low tone under soft noise. */
function thud(seed, pitch) {
  const noise = noiseStream(seed);
  const soft = lowPass(420);
  let phase = 0;
  return render(0.5, 0.85, (t) => {
    phase += (2 * Math.PI * (pitch * (0.55 + 0.75 * fall(t, 0.03)))) / sampleRate;
    return Math.sin(phase) * fall(t, 0.075) * attack(t, 0.002) + soft(noise()) * fall(t, 0.045) * 0.9;
  });
}

/** A blow turned aside: inharmonic ringing partials. */
function ting(seed, pitch) {
  const noise = noiseStream(seed);
  const ratios = [1, 1.506, 2.295, 3.41, 4.12];
  return render(0.7, 0.6, (t) => {
    const ring = ratios.reduce(
      (sum, ratio, i) => sum + Math.sin(2 * Math.PI * pitch * ratio * t + i) * fall(t, 0.16 / (1 + i * 0.7)) * (0.8 / (1 + i)),
      0,
    );
    return ring * attack(t, 0.0015) + noise() * fall(t, 0.002) * 0.4;
  });
}

/** Embers catching: breathy noise that brightens and thins out, with small pops in it. */
function hiss(seed) {
  const noise = noiseStream(seed);
  const breath = bandPass(0.8);
  let pop = 0;
  return render(0.9, 0.5, (t) => {
    pop = noise() > 0.9992 - 0.001 * fall(t, 0.3) ? 1 : pop * 0.93;
    return breath(noise(), 1500 + 2600 * t) * attack(t, 0.03) * fall(t, 0.2) + pop * noise() * 0.9 * fall(t, 0.35);
  });
}

/** A puff of flame taking hold. */
function whoof(seed) {
  const noise = noiseStream(seed);
  const warm = lowPass(900);
  return render(0.42, 0.75, (t) => warm(noise(), 260 + 1700 * fall(t, 0.05)) * attack(t, 0.02) * fall(t, 0.085));
}

/** Wings winding up: a buzz that rises in pitch and comes forward. */
function whirr(seed) {
  const noise = noiseStream(seed);
  const air = bandPass(1.1);
  let phase = 0;
  return render(0.22, 0.45, (t) => {
    const rise = t / 0.22;
    phase += (95 + 150 * rise * rise) / sampleRate;
    const buzz = 2 * (phase % 1) - 1;
    return air(buzz * 0.6 + noise() * 0.5, 500 + 1600 * rise) * rise * rise;
  });
}

/** Every clip by id: file name, label, tags and samples in -1..1. */
export function makeSounds() {
  return [
    { id: 'lance-crack-a', label: 'Lance crack A', tags: ['impact', 'lance', 'dry'], samples: crack(11, 410) },
    { id: 'lance-crack-b', label: 'Lance crack B', tags: ['impact', 'lance', 'dry'], samples: crack(23, 372) },
    { id: 'lance-crack-c', label: 'Lance crack C', tags: ['impact', 'lance', 'dry'], samples: crack(37, 455) },
    { id: 'shell-thud-a', label: 'Shell thud A', tags: ['impact', 'low', 'heavy'], samples: thud(41, 86) },
    { id: 'shell-thud-b', label: 'Shell thud B', tags: ['impact', 'low', 'heavy'], samples: thud(59, 74) },
    { id: 'glance-ting-a', label: 'Glance ting A', tags: ['blocked', 'bright'], samples: ting(67, 1180) },
    { id: 'glance-ting-b', label: 'Glance ting B', tags: ['blocked', 'bright'], samples: ting(71, 1320) },
    { id: 'ember-hiss', label: 'Ember hiss', tags: ['ember', 'tail'], samples: hiss(83) },
    { id: 'ember-whoof', label: 'Ember whoof', tags: ['ember', 'impact'], samples: whoof(97) },
    { id: 'wing-whirr', label: 'Wing whirr', tags: ['wind-up', 'wings'], samples: whirr(101) },
  ];
}
