import { falling, fixed, flat, still, type Rule } from './rule.js';

const times = (from: number, step: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => Number((from + i * step).toFixed(6)));
const bouncing = (part: object) => ({
  kind: 'kick',
  id: 'kick',
  duration: 1.5,
  distance: 40,
  frequency: 3,
  envelope: flat,
  direction: fixed(0),
  ...part,
});
const eased = (ease: string) => ({ kind: 'ring', id: 'ring', duration: 1, radiusFrom: 0, radiusTo: 100, ease, envelope: flat });

/** Formulas that everything else is made of. Begin here. */
export const mathsRules: readonly Rule[] = [
  {
    name: 'noise',
    about: 'Gradient noise: hashed slopes at whole numbers, quintic fade, seeded by each firing; x, y and roll on channels of their own.',
    cases: [
      {
        about: 'a shake over several cells',
        effects: [{ kind: 'shake', id: 'shake', duration: 1, amplitude: 100, roll: 30, frequency: 9, envelope: flat }],
        at: times(0, 0.037, 12),
      },
      {
        about: 'another seed',
        effects: [{ kind: 'shake', id: 'shake', duration: 1, amplitude: 100, roll: 30, frequency: 9, envelope: flat }],
        options: { seed: 77 },
        at: times(0.01, 0.21, 4),
      },
      {
        about: 'another id',
        effects: [{ kind: 'shake', id: 'tremor', duration: 1, amplitude: 100, frequency: 9, envelope: flat }],
        at: times(0.01, 0.21, 4),
      },
      {
        about: 'each firing by itself',
        effects: [
          {
            kind: 'jitter',
            id: 'jitter',
            duration: 0.3,
            amplitude: 50,
            upright: 0.5,
            frequency: 11,
            envelope: flat,
            repeat: { count: 3, every: 0.3 },
          },
        ],
        at: times(0.05, 0.1, 9),
      },
      {
        about: 'along a line only',
        effects: [{ kind: 'shake', id: 'shake', duration: 1, axis: 'line', direction: fixed(30), amplitude: 40, envelope: flat }],
        at: times(0.02, 0.17, 4),
      },
    ],
  },
  {
    name: 'spring',
    about: 'A damped spring in its three forms, let go from a displacement or with a speed.',
    cases: [0, 0.3, 0.999, 1, 1.001, 1.7, 3].map((damping) => ({
      about: `damping ${damping}`,
      effects: [
        bouncing({ damping }),
        { kind: 'squash', id: 'squash', duration: 1.5, amount: -0.3, bump: 5, frequency: 2, damping, envelope: flat },
      ],
      at: times(0, 0.11, 7),
    })),
  },
  {
    name: 'easing',
    about: 'CSS Easing Functions Level 2, in all their forms.',
    cases: [
      'linear',
      'ease',
      'ease-in',
      'ease-out',
      'ease-in-out',
      'step-start',
      'step-end',
      'steps(4)',
      'steps(4, jump-start)',
      'steps(4, jump-none)',
      'steps(4, jump-both)',
      'cubic-bezier(0.9, 0, 0.1, 1)',
      'cubic-bezier(0.3, 1.7, 0.6, -0.5)',
      'linear(0, 0.25 20% 40%, 1.1 70%, 1)',
      'linear(0.2 10%, 0.9 60%)',
      'linear(0, -30, 1)',
    ].map((ease) => ({ about: ease, effects: [eased(ease)], at: times(0.03, 0.137, 7) })),
  },
  {
    name: 'envelope',
    about: 'Points over a life; each point’s ease shapes the way to the next; before the first and after the last their values hold.',
    cases: [
      {
        about: 'eases, a late first point and an early last',
        effects: [
          {
            kind: 'flash',
            id: 'flash',
            duration: 1,
            envelope: [
              { at: 0.2, value: 0.3, ease: 'ease-in' },
              { at: 0.5, value: 1, ease: 'steps(2, jump-none)' },
              { at: 0.8, value: 0.1 },
            ],
          },
        ],
        at: times(0.05, 0.1, 10),
      },
      {
        about: 'a single point',
        effects: [{ kind: 'flash', id: 'flash', duration: 1, envelope: [{ at: 0.5, value: 0.4 }] }],
        at: [0.1, 0.9],
      },
      {
        about: 'an easing thrown beyond its points is kept within ±4',
        effects: [
          {
            kind: 'lens',
            id: 'lens',
            duration: 1,
            split: 10,
            envelope: [
              { at: 0, value: 0, ease: 'linear(0, 9, 1)' },
              { at: 1, value: 2 },
            ],
          },
        ],
        at: [0.2, 0.5, 0.8],
      },
    ],
  },
  {
    name: 'gradient',
    about: 'Colours mixed in OKLab with premultiplied alpha, read from a table of 257 entries, straight between them.',
    cases: [
      {
        about: 'two colours, one of them transparent',
        effects: [
          {
            ...eased('linear'),
            colourOverLife: [
              { at: 0, colour: '#ff2010' },
              { at: 1, colour: '#1030ff20' },
            ],
          },
        ],
        at: times(0, 0.123, 8),
      },
      {
        about: 'eased, by steps',
        effects: [
          {
            ...eased('linear'),
            colourOverLife: [
              { at: 0.1, colour: '#ffee00', ease: 'ease-in' },
              { at: 0.6, colour: '#00a0ff', ease: 'steps(2)' },
              { at: 0.9, colour: '#ffffff' },
            ],
          },
        ],
        at: times(0.05, 0.17, 6),
      },
      {
        about: 'per particle and along a ribbon',
        effects: [
          {
            ...still,
            life: 1,
            colourOverLife: [
              { at: 0, colour: '#ff8000' },
              { at: 1, colour: '#0080ff00' },
            ],
          },
          {
            kind: 'trail',
            id: 'wake',
            duration: 1,
            length: 0.3,
            colourAlong: [
              { at: 0, colour: '#20ff20' },
              { at: 1, colour: '#ff20ff00', ease: 'linear' },
            ],
          },
        ],
        at: [0.11, 0.5037, 0.93],
      },
    ],
  },
  {
    name: 'ballistic',
    about: 'Flight under drag and gravity, with its series for little drag.',
    cases: [0, 1e-9, 1e-4, 0.05, 2, 40].map((drag) => ({
      about: `drag ${drag}`,
      effects: [{ ...still, count: 2, speed: 300, gravity: 500, drag, direction: fixed(-60, 20), facing: 'motion' }],
      at: [0, 0.002, 0.1, 0.9, 1.9],
    })),
  },
  {
    name: 'table',
    about: 'Envelopes and gradients of particles and ribbons are read from tables of 257 entries, straight between them.',
    cases: [
      {
        about: 'sizes between two entries',
        effects: [
          {
            ...still,
            life: 1,
            size: 100,
            sizeOverLife: [
              { at: 0, value: 0.1, ease: 'ease-in' },
              { at: 1, value: 1 },
            ],
          },
        ],
        at: [0, 0.0011, 0.3337, 0.7779, 0.9999],
      },
      {
        about: 'widths along a trail',
        effects: [
          {
            kind: 'trail',
            id: 'wake',
            duration: 0.5,
            length: 0.2,
            width: 60,
            widthAlong: [
              { at: 0, value: 0.2, ease: 'ease-out' },
              { at: 0.4, value: 1, ease: 'ease-in' },
              { at: 1, value: 0 },
            ],
          },
        ],
        at: [0.21],
      },
    ],
  },
  {
    name: 'hue',
    about: 'A hue drawn for a burst, in OKLCH; where sRGB cannot show it, its chroma is reduced.',
    cases: [20, 145, 265].map((hue) => ({
      about: `hue ${hue}, within sRGB and beyond it`,
      effects: [
        { ...still, colouring: 'hue', hue, lightness: 0.7, chroma: 0.08, colourOverLife: [{ at: 0, colour: '#ffffff' }] },
        { ...still, id: 'vivid', colouring: 'hue', hue, lightness: 0.62, chroma: 0.36, colourOverLife: [{ at: 0, colour: '#ffffff' }] },
        {
          ...still,
          id: 'drawn',
          colouring: 'hue',
          hue: { range: [0, 360] },
          colourOverLife: [
            { at: 0, colour: '#ffffff' },
            { at: 1, colour: '#808080' },
          ],
        },
      ],
      at: [0.5],
    })),
  },
  {
    name: 'values',
    about: 'Numbers that are fixed, drawn, or driven; driven ones are clamped to their input, eased, and kept within their field’s bounds.',
    cases: [-20, 0, 5, 20, 35, 90].map((damage) => ({
      about: `damage ${damage}`,
      payload: { damage, strong: damage > 10, kind: damage > 30 ? 'ember' : 'plain' },
      effects: [
        {
          kind: 'flash',
          id: 'flash',
          duration: 1,
          amount: { drive: 'damage', in: [0, 40], out: [0.1, 0.9], ease: 'ease-in' },
          envelope: flat,
          colour: { by: 'kind', of: { ember: '#ff8020' }, otherwise: '#8090ff' },
        },
        { kind: 'punch', id: 'punch', duration: 1, amount: { drive: 'strong', in: [0, 1], out: [0.1, 0.3] }, envelope: flat, damping: 0 },
        {
          kind: 'shake',
          id: 'shake',
          duration: 1,
          amplitude: { drive: 'damage', in: [40, 0], out: [0, 400], ease: 'cubic-bezier(0.4, -0.6, 0.6, 1.9)' },
          envelope: flat,
        },
        { kind: 'signal', id: 'clamped', amount: { drive: 'damage', in: [0, 40], out: [1, 2] } },
        { kind: 'signal', id: 'signal', amount: { drive: 'direction', in: [0, 100], out: [-5, 5] }, delay: { range: [0.1, 0.4] } },
      ],
      at: [0.21],
    })),
  },
  {
    name: 'clamps',
    about: 'Amounts stay within 0..1, squash above −0.9, zoom above 0.1, widths and sizes above 0, whatever strength and envelopes say.',
    cases: [
      {
        about: 'far too strong',
        effects: [
          { kind: 'flash', id: 'flash', duration: 1, strength: 4, envelope: falling },
          { kind: 'pose', id: 'pose', duration: 1, strength: 4, envelope: falling },
          { kind: 'squash', id: 'squash', duration: 1, amount: -0.9, strength: 4, damping: 0, envelope: flat },
          { kind: 'rumble', id: 'rumble', duration: 1, strength: 4, envelope: falling },
          { kind: 'lens', id: 'lens', duration: 1, vignette: 0.8, flash: 0.7, strength: 3, envelope: falling },
          { kind: 'punch', id: 'punch', duration: 1, amount: -0.5, strength: 4, damping: 0, envelope: flat },
          { kind: 'overlay', id: 'overlay', duration: 1, picture: 'leaf', strength: 3, envelope: falling },
          { kind: 'mark', id: 'mark', duration: 1, picture: 'leaf', strength: 3, envelope: falling },
        ],
        at: [0, 0.1, 0.5, 0.9],
      },
      {
        about: 'envelopes below nothing',
        effects: [
          { kind: 'flash', id: 'flash', duration: 1, envelope: [{ at: 0, value: -1 }] },
          { kind: 'pose', id: 'pose', duration: 1, envelope: [{ at: 0, value: -1 }] },
          { kind: 'rumble', id: 'rumble', duration: 1, envelope: [{ at: 0, value: -1 }] },
          { kind: 'lens', id: 'lens', duration: 1, vignette: 0.5, flash: 0.5, envelope: [{ at: 0, value: -1 }] },
          { kind: 'overlay', id: 'overlay', duration: 1, picture: 'leaf', envelope: [{ at: 0, value: -1 }] },
          { kind: 'meter', id: 'meter', duration: 1, envelope: [{ at: 0, value: -1 }] },
          {
            kind: 'ring',
            id: 'ring',
            duration: 1,
            radiusFrom: 50,
            radiusTo: 10,
            ease: 'linear(0, 3, 1)',
            envelope: [{ at: 0, value: -1 }],
          },
          { kind: 'arc', id: 'arc', duration: 1, width: 400, envelope: [{ at: 0, value: -1 }] },
          { kind: 'trail', id: 'wake', duration: 1, widthAlong: [{ at: 0, value: -1 }] },
        ],
        at: [0.5],
      },
      {
        about: 'an arc as wide as its reach',
        effects: [{ kind: 'arc', id: 'arc', duration: 1, reach: 60, width: 400, envelope: flat }],
        at: [0.5],
      },
      {
        about: 'a meter beyond its ends',
        effects: [
          {
            kind: 'meter',
            id: 'meter',
            duration: 1,
            before: 0.6,
            after: 0.1,
            strength: 3,
            ease: 'linear(0, 4, 1)',
            envelope: [{ at: 0, value: 3 }],
          },
        ],
        at: [0, 0.04, 0.5, 0.7],
      },
    ],
  },
];
