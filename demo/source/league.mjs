// The League's documents as written by hand; demo/make.mjs adds the assets' facts and every default.

export const events = [
  {
    id: 'lance-hit',
    label: 'Lance hit',
    fields: [
      { type: 'number', name: 'damage', label: 'Damage', min: 0, max: 50, step: 1, default: 12 },
      { type: 'direction', name: 'direction', label: 'Direction', default: 0 },
      { type: 'kind', name: 'kind', label: 'Kind', options: ['plain', 'ember', 'sap', 'resin'], default: 'plain' },
      { type: 'flag', name: 'strong', label: 'Strong', default: false },
    ],
  },
];

export const actors = [
  { id: 'brasshorn', label: 'Brasshorn', role: 'source', picture: 'brasshorn', width: 176, height: 128 },
  { id: 'mosshell', label: 'Mosshell', role: 'target', picture: 'mosshell', width: 168, height: 132 },
  { id: 'pip', label: 'Pip', role: 'bystander', picture: 'pip', width: 84, height: 72 },
];

export const pictures = [
  { id: 'brasshorn', label: 'Brasshorn', tags: ['beetle', 'stag'] },
  { id: 'mosshell', label: 'Mosshell', tags: ['beetle', 'practice'] },
  { id: 'pip', label: 'Pip', tags: ['weevil', 'bystander'] },
  { id: 'mossy-log', label: 'Mossy log', tags: ['arena'] },
];

const cracks = ['lance-crack-a', 'lance-crack-b', 'lance-crack-c'];
const thuds = ['shell-thud-a', 'shell-thud-b'];
const byKind = (plain) => ({ by: 'kind', of: { ember: '#ffb45e', sap: '#c6f07a', resin: '#ffd98a' }, otherwise: plain });
const damage = (low, high, ease) => ({ drive: 'damage', in: [0, 50], out: [low, high], ...(ease && { ease }) });

export const sequences = [
  {
    id: 'lance-light',
    label: 'Lance, light',
    event: 'lance-hit',
    note: 'A touch: seen at once, gone within a fifth of a second.',
    effects: [
      {
        kind: 'flash', id: 'flash', colour: byKind('#ffffff'), duration: 0.09, amount: damage(0.55, 0.95),
        envelope: [{ at: 0, value: 1 }, { at: 0.3, value: 1, ease: 'ease-out' }, { at: 1, value: 0 }],
      },
      { kind: 'hit-stop', id: 'hit-stop', duration: damage(0.025, 0.06) },
      {
        kind: 'burst', id: 'sparks', count: damage(10, 24), direction: { mode: 'along', angle: 0, spread: 80 },
        speed: { range: [180, 560] }, drag: 6, gravity: 500, life: { range: [0.12, 0.26] }, size: { range: [12, 24] },
        picture: 'spark', facing: 'motion', blend: 'add',
        colourOverLife: [{ at: 0, colour: '#fffbe8' }, { at: 0.5, colour: '#ffd27a' }, { at: 1, colour: '#e8792a00' }],
      },
      { kind: 'shake', id: 'shake', duration: 0.14, amplitude: damage(1.5, 5), frequency: 26 },
      { kind: 'sound', id: 'crack', clips: cracks, gain: damage(-10, -4), rate: { range: [1.05, 1.18] } },
    ],
  },
  {
    id: 'lance-heavy',
    label: 'Lance, heavy',
    event: 'lance-hit',
    note: 'Wind-up, a long held instant, then everything lets go.',
    effects: [
      { kind: 'sound', id: 'whirr', clips: ['wing-whirr'], delay: -0.2, gain: -9, rate: { range: [0.95, 1.05] }, pan: -0.35 },
      {
        kind: 'flash', id: 'flash', colour: byKind('#ffffff'), duration: 0.12, clock: 'wall',
        envelope: [{ at: 0, value: 1 }, { at: 0.55, value: 1, ease: 'cubic-bezier(0.3, 0, 0.6, 1)' }, { at: 1, value: 0 }],
      },
      { kind: 'hit-stop', id: 'hit-stop', duration: damage(0.08, 0.15, 'ease-out') },
      {
        kind: 'flash', id: 'recoil', on: 'source', colour: '#ffe3a8', mode: 'add', amount: 0.4, duration: 0.16,
        anchor: { to: 'end', effect: 'hit-stop' },
        envelope: [{ at: 0, value: 1, ease: 'ease-out' }, { at: 1, value: 0 }],
      },
      {
        kind: 'burst', id: 'core', count: 1, clock: 'wall', speed: 0, gravity: 0, life: 0.16, size: 150, spin: 0, blend: 'add',
        sizeOverLife: [{ at: 0, value: 0.7, ease: 'ease-out' }, { at: 0.3, value: 1, ease: 'ease-in' }, { at: 1, value: 0.3 }],
        colourOverLife: [{ at: 0, colour: '#fff6dc' }, { at: 0.5, colour: '#ffd27a99' }, { at: 1, colour: '#ff9a3c00' }],
      },
      {
        kind: 'burst', id: 'star', count: 12, clock: 'wall', shape: 'circle', radius: 10, direction: { mode: 'any', angle: 0, spread: 360 },
        speed: { range: [620, 1000] }, drag: 11, gravity: 0, life: { range: [0.16, 0.24] }, size: { range: [40, 74] },
        picture: 'spark', facing: 'motion', blend: 'add',
        colourOverLife: [{ at: 0, colour: '#ffffff' }, { at: 0.6, colour: '#ffe6ae' }, { at: 1, colour: '#ffb65400' }],
      },
      {
        kind: 'burst', id: 'sparks', count: damage(34, 90), anchor: { to: 'end', effect: 'hit-stop' },
        direction: { mode: 'along', angle: -8, spread: 110 }, speed: { range: [240, 1200] }, drag: 4.5, gravity: 900,
        life: { range: [0.22, 0.6] }, size: { range: [14, 34] }, picture: 'spark', facing: 'motion', blend: 'add',
        colourOverLife: [{ at: 0, colour: '#fffbe8' }, { at: 0.35, colour: '#ffd27a' }, { at: 1, colour: '#d9541e00' }],
      },
      {
        kind: 'burst', id: 'chips', count: 16, anchor: { to: 'end', effect: 'hit-stop' }, direction: { mode: 'along', angle: -35, spread: 80 },
        speed: { range: [200, 640] }, drag: 1.2, gravity: 1500, life: { range: [0.5, 0.9] }, size: { range: [6, 13] }, spin: { range: [-900, 900] },
        picture: 'chip', colourOverLife: [{ at: 0, colour: '#c9a15d' }, { at: 0.75, colour: '#7d8a4a' }, { at: 1, colour: '#5c6b3a00' }],
        sizeOverLife: [{ at: 0, value: 1 }, { at: 1, value: 0.75 }],
      },
      {
        kind: 'burst', id: 'dust', count: 14, anchor: { to: 'end', effect: 'hit-stop' }, from: 'target', shape: 'segment', radius: 60,
        direction: { mode: 'fixed', angle: -90, spread: 150 }, speed: { range: [30, 130] }, drag: 3, gravity: -30,
        life: { range: [0.5, 1] }, size: { range: [22, 48] }, picture: 'puff',
        sizeOverLife: [{ at: 0, value: 0.4, ease: 'ease-out' }, { at: 1, value: 1.2 }],
        colourOverLife: [{ at: 0, colour: '#d8cfa600' }, { at: 0.15, colour: '#d8cfa666' }, { at: 1, colour: '#9aa08400' }],
      },
      {
        kind: 'shake', id: 'shake', duration: 0.45, amplitude: damage(8, 20), roll: damage(0.8, 2.6), frequency: 21,
        envelope: [{ at: 0, value: 1 }, { at: 0.2, value: 0.9, ease: 'ease-out' }, { at: 1, value: 0 }],
      },
      { kind: 'sound', id: 'crack', clips: cracks, gain: damage(-5, -1), rate: { range: [0.84, 0.94] } },
      { kind: 'sound', id: 'thud', clips: thuds, gain: damage(-7, -1), rate: { range: [0.92, 1.02] }, delay: 0.012 },
    ],
  },
  {
    id: 'lance-ember',
    label: 'Lance, ember',
    event: 'lance-hit',
    note: 'A warm catch: orange pulses on the body, embers that climb and drift.',
    effects: [
      { kind: 'flash', id: 'strike-light', colour: '#fff1d0', duration: 0.07, amount: 0.85 },
      {
        kind: 'flash', id: 'glow', colour: '#ff7a1f', mode: 'add', amount: damage(0.4, 0.75), duration: 0.22, delay: 0.08,
        repeat: { count: 3, every: 0.24 },
        envelope: [{ at: 0, value: 0, ease: 'ease-out' }, { at: 0.3, value: 1, ease: 'ease-in-out' }, { at: 1, value: 0 }],
      },
      { kind: 'hit-stop', id: 'hit-stop', duration: 0.06 },
      {
        kind: 'burst', id: 'flare', count: 20, shape: 'disc', radius: 16, direction: { mode: 'along', angle: -20, spread: 120 },
        speed: { range: [60, 320] }, drag: 5, gravity: -260, life: { range: [0.18, 0.4] }, size: { range: [26, 54] }, picture: 'puff', blend: 'add',
        sizeOverLife: [{ at: 0, value: 0.6, ease: 'ease-out' }, { at: 0.4, value: 1, ease: 'ease-in' }, { at: 1, value: 0.1 }],
        colourOverLife: [{ at: 0, colour: '#ffe7a3cc' }, { at: 0.35, colour: '#ff8a2b99' }, { at: 1, colour: '#7a1c1000' }],
      },
      {
        kind: 'burst', id: 'embers', count: damage(26, 60), duration: 0.5, from: 'target', shape: 'disc', radius: 52,
        direction: { mode: 'fixed', angle: -80, spread: 70 }, speed: { range: [20, 150] }, drag: 1.4, gravity: -160,
        life: { range: [0.5, 1.3] }, size: { range: [5, 12] }, blend: 'add',
        sizeOverLife: [{ at: 0, value: 0.3 }, { at: 0.2, value: 1 }, { at: 1, value: 0 }],
        colourOverLife: [{ at: 0, colour: '#fff0b8' }, { at: 0.4, colour: '#ff9a3c' }, { at: 1, colour: '#b0281400' }],
      },
      { kind: 'shake', id: 'shake', duration: 0.24, amplitude: damage(3, 8), frequency: 17 },
      { kind: 'sound', id: 'whoof', clips: ['ember-whoof'], gain: damage(-6, -1), rate: { range: [0.92, 1.06] } },
      { kind: 'sound', id: 'crack', clips: cracks, gain: -12, rate: { range: [0.9, 1] } },
      { kind: 'sound', id: 'hiss', clips: ['ember-hiss'], gain: -12, delay: 0.1, rate: { range: [0.95, 1.1] } },
    ],
  },
  {
    id: 'lance-glance',
    label: 'Lance, glance',
    event: 'lance-hit',
    note: 'Turned aside: the sparks fly back at whoever struck.',
    effects: [
      { kind: 'flash', id: 'rim', colour: '#9fd8ff', mode: 'mix', amount: 0.45, duration: 0.06 },
      { kind: 'hit-stop', id: 'hit-stop', parties: ['source'], duration: 0.045 },
      {
        kind: 'burst', id: 'sparks', count: damage(16, 30), direction: { mode: 'against', angle: 42, spread: 26 }, on: 'target',
        speed: { range: [380, 980] }, drag: 5, gravity: 1100, life: { range: [0.12, 0.34] }, size: { range: [14, 30] },
        picture: 'spark', facing: 'motion', blend: 'add',
        colourOverLife: [{ at: 0, colour: '#ffffff' }, { at: 0.4, colour: '#bfe6ff' }, { at: 1, colour: '#4a8fd000' }],
      },
      {
        kind: 'burst', id: 'glint', count: 1, speed: 0, gravity: 0, life: 0.12, size: 74, spin: 0, picture: 'dot', blend: 'add',
        sizeOverLife: [{ at: 0, value: 1, ease: 'ease-out' }, { at: 1, value: 0.2 }],
        colourOverLife: [{ at: 0, colour: '#dff2ff' }, { at: 1, colour: '#7ac0ff00' }],
      },
      { kind: 'shake', id: 'jar', duration: 0.12, amplitude: 3.5, frequency: 30, axis: 'line', direction: { mode: 'against', angle: 42, spread: 0 } },
      { kind: 'sound', id: 'ting', clips: ['glance-ting-a', 'glance-ting-b'], gain: damage(-8, -4), rate: { range: [0.97, 1.06] } },
    ],
  },
];
