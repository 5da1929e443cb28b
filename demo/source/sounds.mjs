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

/** Soft tones that climb: something good was had. */
function chime(seed, pitches, gap) {
  const noise = noiseStream(seed);
  const air = bandPass(2);
  return render(0.35 + gap * pitches.length, 0.5, (t) =>
    pitches.reduce(
      (sum, pitch, i) => {
        const own = t - i * gap;
        if (own < 0) return sum;
        const tone = Math.sin(2 * Math.PI * pitch * own) + 0.35 * Math.sin(4 * Math.PI * pitch * own) * fall(own, 0.05);
        return sum + tone * fall(own, 0.09) * attack(own, 0.006) * 0.6;
      },
      air(noise(), 3200) * fall(t, 0.05) * 0.08,
    ),
  );
}

/** Something sticky: noise squeezed through a band that wanders down and up. */
function squelch(seed, from, to) {
  const noise = noiseStream(seed);
  const wet = bandPass(5);
  const body = lowPass(700);
  return render(0.34, 0.6, (t) => {
    const place = from + (to - from) * Math.min(1, t / 0.2) + 260 * Math.sin(t * 58);
    return (wet(noise(), place) * 0.9 + body(noise(), 300) * 0.7) * attack(t, 0.012) * fall(t, 0.07);
  });
}

/** Resin or shell that gives way: a rain of small cracks over a low knock. */
function shatter(seed, thickness) {
  const noise = noiseStream(seed);
  const bright = bandPass(2.2);
  let grain = 0;
  let phase = 0;
  return render(0.55, 0.75, (t) => {
    if (noise() > 1 - 0.012 * fall(t, 0.07)) grain = 1;
    grain *= 0.985;
    phase += (2 * Math.PI * (thickness * (0.6 + 0.6 * fall(t, 0.02)))) / sampleRate;
    return bright(noise(), 1700 + 1800 * fall(t, 0.1)) * grain * fall(t, 0.16) * 1.6 + Math.sin(phase) * fall(t, 0.04) * 0.8;
  });
}

/** Air moved fast: a band that passes by. */
function swish(seed, length, top) {
  const noise = noiseStream(seed);
  const air = bandPass(1.6);
  return render(length, 0.5, (t) => {
    const u = t / length;
    const hump = Math.sin(Math.PI * u) ** 2;
    return air(noise(), 300 + top * hump) * hump;
  });
}

/** Every clip by id/** Every clip by id: file name, label, tags and samples in -1..1. */
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
    { id: 'lance-crack-d', label: 'Lance crack D', tags: ['impact', 'lance', 'dry'], samples: crack(131, 338) },
    { id: 'shell-thud-c', label: 'Shell thud C', tags: ['impact', 'low', 'heavy'], samples: thud(137, 64) },
    { id: 'glance-ting-c', label: 'Glance ting C', tags: ['blocked', 'bright'], samples: ting(139, 1480) },
    { id: 'parry-bell-a', label: 'Parry bell A', tags: ['parry', 'bright'], samples: ting(149, 720) },
    { id: 'parry-bell-b', label: 'Parry bell B', tags: ['parry', 'bright'], samples: ting(151, 808) },
    { id: 'ember-tick-a', label: 'Ember tick A', tags: ['ember', 'tick'], samples: hiss(157).slice(0, 12000) },
    { id: 'ember-tick-b', label: 'Ember tick B', tags: ['ember', 'tick'], samples: hiss(163).slice(2000, 15000) },
    { id: 'sap-squelch-a', label: 'Sap squelch A', tags: ['sap', 'sticky'], samples: squelch(167, 900, 340) },
    { id: 'sap-squelch-b', label: 'Sap squelch B', tags: ['sap', 'sticky'], samples: squelch(173, 760, 300) },
    { id: 'sap-drip', label: 'Sap drip', tags: ['sap', 'tick'], samples: squelch(179, 500, 1400) },
    { id: 'resin-set-a', label: 'Resin sets A', tags: ['resin', 'sticky'], samples: squelch(181, 1500, 420) },
    { id: 'resin-set-b', label: 'Resin sets B', tags: ['resin', 'sticky'], samples: squelch(191, 1300, 380) },
    { id: 'shell-shatter-a', label: 'Shell shatters A', tags: ['shell', 'break'], samples: shatter(193, 150) },
    { id: 'shell-shatter-b', label: 'Shell shatters B', tags: ['shell', 'break'], samples: shatter(197, 128) },
    { id: 'fall-thump', label: 'Fall thump', tags: ['fall', 'low'], samples: thud(199, 52) },
    { id: 'nectar-chime', label: 'Nectar chime', tags: ['heal', 'soft'], samples: chime(211, [523.25, 659.25, 783.99], 0.07) },
    { id: 'pollen-blip-a', label: 'Pollen blip A', tags: ['pickup', 'soft'], samples: chime(223, [880, 1174.66], 0.05) },
    { id: 'pollen-blip-b', label: 'Pollen blip B', tags: ['pickup', 'soft'], samples: chime(227, [987.77, 1318.51], 0.05) },
    { id: 'pod-burst', label: 'Pod bursts', tags: ['pod', 'break', 'low'], samples: shatter(229, 84) },
    { id: 'spore-puff-a', label: 'Spore puff A', tags: ['volley', 'soft'], samples: whoof(233).slice(0, 9000) },
    { id: 'spore-puff-b', label: 'Spore puff B', tags: ['volley', 'soft'], samples: whoof(239).slice(0, 8000) },
    { id: 'dash-swish-a', label: 'Dash swish A', tags: ['dash', 'air'], samples: swish(241, 0.28, 2600) },
    { id: 'dash-swish-b', label: 'Dash swish B', tags: ['dash', 'air'], samples: swish(251, 0.24, 3100) },
    { id: 'wing-whirr', label: 'Wing whirr', tags: ['wind-up', 'wings'], samples: whirr(101) },
  ];
}
