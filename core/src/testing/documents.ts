import fc from 'fast-check';
import type { EffectKind } from '../effects/effect.js';
import { effectKinds, fieldsOfKind } from '../effects/registry.js';
import { directionModes, limits, type Field, type ValueField } from '../model/fields.js';
import { spots } from '../take/draws.js';
import { evenly } from './evenly.js';

/** Random documents for specs and measurements, made from the kinds' own declarations: a new kind is in them at once. */

/** `whole` goes to every bound that a field states; `modest` stays near what people author, so that much can be compared. */
export type Reach = 'whole' | 'modest';

const eases = fc.constantFrom(
  'linear',
  'ease-out',
  'steps(3)',
  'cubic-bezier(0.4, -0.6, 0.6, 1)',
  'cubic-bezier(0.3, 2, 0.7, -1)',
  'linear(0, -9, 1)',
  'linear(0, 4 30%, 1)',
);

function numbersOf({ min, max, default: fallback }: ValueField, reach: Reach): fc.Arbitrary<number> {
  const usual = typeof fallback === 'number' ? fallback : 'range' in fallback ? fallback.range[1] : fallback.out[1];
  const span = 2 * Math.abs(usual) + 0.5;
  const [low, high] = reach === 'whole' ? [min, max] : [Math.max(min, usual - span), Math.min(max, usual + span)];
  const between = evenly(low, high);
  return reach === 'whole' ? fc.oneof(fc.constantFrom(min, max, usual), between) : between;
}

function valueOf(field: ValueField, reach: Reach): fc.Arbitrary<unknown> {
  const number = numbersOf(field, reach);
  const pair = fc.tuple(number, number);
  return fc.oneof(
    number,
    pair.map(([a, b]) => ({ range: [Math.min(a, b), Math.max(a, b)] })),
    fc.tuple(pair, eases).map(([out, ease]) => ({ drive: 'damage', in: [0, 50], out, ease })),
  );
}

const places = fc.uniqueArray(fc.integer({ min: 0, max: 100 }), { minLength: 1, maxLength: 4 }).map((list) => list.sort((a, b) => a - b));

function pointsOf(part: fc.Arbitrary<object>): fc.Arbitrary<object[]> {
  return places.chain((at) =>
    fc.tuple(...at.map((place) => fc.tuple(part, eases).map(([rest, ease]) => ({ at: place / 100, ...rest, ease })))),
  );
}

const envelopes = pointsOf(fc.record({ value: evenly(-limits.envelope, limits.envelope) }));
const colours = fc.integer({ min: 0, max: 0xffffff }).map((packed) => `#${packed.toString(16).padStart(6, '0')}`);

/** Texts that fit the fields that hold them, by name. */
const texts: Readonly<Record<string, readonly string[]>> = {
  text: [
    'Crack!',
    '{sway 2 + shiver: {damage}}{wait 0.2} of {kind}',
    '{swell: a}{tilt 3: b}{signal now}',
    'So… {wait crack}no, {signal now damage 31}yes.',
    '',
  ],
  template: ['{damage}', '−{damage} {kind}', ''],
  arrival: ['seeker-arrives'],
};

function documentOf(name: string, field: Field, reach: Reach): fc.Arbitrary<unknown> {
  switch (field.control) {
    case 'value':
      return valueOf(field, reach);
    case 'choice':
      return fc.constantFrom(...field.options);
    case 'spots':
      return fc.uniqueArray(fc.constantFrom(...spots, 'muzzle'), { maxLength: 3 });
    case 'spot':
      return fc.constantFrom(...spots, 'muzzle', 'constructor');
    case 'choices':
      return fc.subarray([...field.options], { minLength: 1 });
    case 'flag':
      return fc.boolean();
    case 'colour':
      return fc.oneof(
        colours,
        colours.map((colour) => ({ by: 'kind', of: { ember: colour }, otherwise: '#ffffff' })),
      );
    case 'envelope':
      return fc.oneof(fc.constant(field.default), envelopes);
    case 'curves':
      return fc.record(Object.fromEntries(field.options.map((option) => [option, envelopes])), { requiredKeys: [] });
    case 'gradient':
      return pointsOf(fc.record({ colour: colours }));
    case 'direction':
      return fc.record({
        mode: fc.constantFrom(...directionModes),
        angle: fc.integer({ min: -limits.angle, max: limits.angle }),
        spread: fc.integer({ min: 0, max: limits.spread }),
      });
    case 'ease':
      return eases;
    case 'clips':
      return fc.subarray(['crack', 'thud'], { minLength: 1 });
    case 'picture':
      return field.optional ? fc.constantFrom('', 'mosshell') : fc.constant('mosshell');
    case 'text':
      return fc.constantFrom(...(texts[name] ?? [field.default]));
  }
}

/** Any effect of a kind, without its id. */
export function anyEffectOf(kind: EffectKind, reach: Reach): fc.Arbitrary<object> {
  const fields = Object.entries(fieldsOfKind(kind)).map(([name, field]) => [name, documentOf(name, field, reach)] as const);
  const most = reach === 'whole' ? limits.repeats : 3;
  return fc.record({
    ...Object.fromEntries(fields),
    kind: fc.constant(kind.kind),
    muted: fc.oneof({ weight: 5, arbitrary: fc.constant(false) }, fc.boolean()),
    repeat: fc.record({
      count: fc.integer({ min: 1, max: most }),
      every: evenly(0, reach === 'whole' ? 30 : 0.5),
    }),
  });
}

/** Any effect of any kind, without its id. */
export function anyEffect(reach: Reach): fc.Arbitrary<object> {
  return fc.oneof(...Object.values(effectKinds).map((kind) => anyEffectOf(kind, reach)));
}

/** Hangs an effect on the one before it: on its signal if it has one, else on its start or end. */
function anchorOn(before: object, i: number): object {
  const { kind, text, name, arrival } = before as Readonly<Record<string, string | undefined>>;
  const effect = `effect-${i - 1}`;
  const signal = kind === 'signal' ? name : kind === 'seeker' ? arrival : text?.includes('{signal now') ? 'now' : undefined;
  if (signal !== undefined && i % 4 === 2) return { to: 'signal', effect, name: signal };
  return { to: i % 4 === 0 ? 'end' : 'start', effect };
}

/** The effects of a sequence: some hang on others. */
export function anySequence(reach: Reach, most = 6): fc.Arbitrary<object[]> {
  return fc.array(anyEffect(reach), { minLength: 1, maxLength: most }).map((effects) =>
    effects.map((effect, i) => ({
      ...effect,
      id: `effect-${i}`,
      ...(i > 0 && i % 2 === 0 && { anchor: anchorOn(effects[i - 1], i) }),
    })),
  );
}
