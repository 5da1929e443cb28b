import type { EffectKind } from '../../effects/effect.js';
import { effectKinds, fieldsOfKind } from '../../effects/registry.js';
import type { Field, ValueField } from '../../model/fields.js';
import { spots } from '../../take/draws.js';
import type { VectorCase } from './vectorFile.js';

/**
 * The cases of one kind, made from its own declaration: as its defaults have it, and with each field by itself as
 * something else. A new kind has its vectors at once.
 */
export function kindCases(kind: EffectKind): VectorCase[] {
  const fields = Object.entries(fieldsOfKind(kind)).filter(([name]) => !placing.has(name));
  const needed = Object.fromEntries(
    fields.flatMap(([name, { control, default: fallback }]) =>
      fallback !== undefined ? [] : [[name, control === 'clips' ? ['knock', 'crack', 'thud'] : 'leaf']],
    ),
  );
  const few = 'count' in kind.fields ? { count: 3 } : 'rate' in kind.fields && 'sizeOverLife' in kind.fields ? { rate: 9 } : {};
  const effect = (part: object): Record<string, unknown> => ({ kind: kind.kind, id: 'it', ...needed, ...few, ...part });
  const alone = fields.flatMap(([name, field]) =>
    others(field).map((value): VectorCase => {
      // What counts only while another field says so is shown while it does.
      const asked = field.when ? { [field.when.field]: field.when.is[0] } : {};
      return { about: `${name}: ${told(value)}`, effects: [effect({ ...asked, [name]: value })] };
    }),
  );
  const randoms = fields.flatMap(([name, field]) => (field.control === 'value' ? [[name, rangeOf(field)]] : []));
  return [
    { about: 'as its defaults have it', effects: [effect({})] },
    {
      about: 'every number drawn from a range',
      effects: [effect({ ...Object.fromEntries(randoms), ...few, repeat: { count: 2, every: 0.07 } })],
      options: { seed: 41 },
    },
    { about: 'twice as strong', effects: [effect({ strength: 2 })] },
    {
      about: 'strength driven by the payload',
      effects: [effect({ strength: { drive: 'damage', in: [0, 40], out: [0.2, 1.4] } })],
      payload: { damage: 26 },
    },
    { about: 'on the other party and the other clock, behind a stop', effects: otherSide(kind, effect) },
    { about: 'repeated, by chance', effects: [effect({ chance: 0.6, repeat: { count: 4, every: 0.09 } })], options: { seed: 9 } },
    ...alone,
  ];
}

const placing = new Set(['delay', 'chance', 'strength', 'clock', 'on']);

function otherSide({ common }: EffectKind, effect: (part: object) => Record<string, unknown>): Record<string, unknown>[] {
  const on = common.on === 'target' ? 'source' : 'target';
  return [effect({ on, clock: common.clock === 'game' ? 'wall' : 'game' }), { kind: 'hit-stop', id: 'stop', delay: 0.02, duration: 0.05 }];
}

function told(value: unknown): string {
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}

function usualOf({ default: fallback }: ValueField): number {
  if (typeof fallback === 'number') return fallback;
  return 'range' in fallback ? fallback.range[1] : fallback.out[1];
}

/** Another number than usual, within the bounds. */
function otherOf(field: ValueField): number {
  const usual = usualOf(field);
  const wanted = usual === 0 ? (field.max > 1 ? Math.min(12, field.max / 3) : field.max * 0.35) : usual * 0.6;
  return Number(Math.min(field.max, Math.max(field.min, wanted)).toFixed(4));
}

function rangeOf(field: ValueField): { range: [number, number] } {
  const ends = [usualOf(field), otherOf(field)].map((end) => Math.min(field.max, Math.max(field.min, end)));
  return { range: [Math.min(...ends), Math.max(...ends)] };
}

/** What a field may be besides its default, each worth a case. */
function others(field: Field): unknown[] {
  switch (field.control) {
    case 'value':
      return [otherOf(field)];
    case 'choice':
      return field.options.filter((option) => option !== field.default);
    case 'spots':
      return [['top', 'feet']];
    case 'spot':
      return spots.filter((spot) => spot !== field.default);
    case 'choices':
      return [[field.options[0]]];
    case 'flag':
      return [!field.default];
    case 'colour':
      return [{ by: 'kind', of: { plain: '#40c080' }, otherwise: '#102030' }];
    case 'envelope':
      return [
        [
          { at: 0.1, value: 0.2, ease: 'ease-in' },
          { at: 0.5, value: 0.9, ease: 'steps(3)' },
          { at: 0.9, value: 0.4 },
        ],
      ];
    case 'curves':
      return [
        Object.fromEntries(
          field.options.map((option, i) => [
            option,
            [
              { at: 0, value: 0.3 + i * 0.1, ease: 'ease-out' },
              { at: 1, value: 0.1 * i },
            ],
          ]),
        ),
      ];
    case 'gradient':
      return [
        [
          { at: 0, colour: '#ff4030', ease: 'ease-in' },
          { at: 0.6, colour: '#3060ff80' },
          { at: 1, colour: '#20ff4000' },
        ],
      ];
    case 'direction':
      return [
        { mode: 'fixed', angle: -50, spread: 30 },
        { mode: 'any', angle: 15, spread: 40 },
      ];
    case 'ease':
      return ['cubic-bezier(0.3, 1.6, 0.6, -0.4)'];
    case 'picture':
      return field.optional ? ['strip'] : [];
    case 'clips':
      return [['tick']];
    case 'text':
      return [];
  }
}

/** Every kind's cases by its name. */
export function allKindCases(): [string, string, VectorCase[]][] {
  return Object.values(effectKinds).map((kind) => [kind.kind, kind.about, kindCases(kind)]);
}
