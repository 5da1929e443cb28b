import type { Effect, PresetLink } from '../effects/registry.js';
import type { Preset, Project, Sequence } from '../model/project.js';

/** What a lane keeps for itself, whatever it follows. */
const always = new Set(['kind', 'id', 'label', 'muted', 'preset']);

const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);
const valueOf = (effect: Effect, name: string): unknown => (effect as unknown as Record<string, unknown>)[name];

/** The lane of a preset that a lane follows; undefined where it follows none, or that one is gone or of another kind. */
export function followedLane({ kind, preset: link }: Effect, presets: readonly Preset[]): { preset: Preset; lane: Effect } | undefined {
  const preset = link && presets.find(({ id }) => id === link.of);
  const lane = preset?.effects.find(({ id }) => id === link?.lane);
  return preset && lane && lane.kind === kind ? { preset, lane } : undefined;
}

/** Where a lane hangs that follows one: as in the preset, on those that were placed with it; its own place where that one hangs on contact. */
function anchorOf(effect: Effect, lane: Effect, { effects }: Pick<Sequence, 'effects'>): Effect['anchor'] {
  const { anchor } = lane;
  if (anchor.to === 'contact') return effect.anchor;
  const on = effects.find(
    ({ preset }) => preset?.placed === effect.preset?.placed && preset?.of === effect.preset?.of && preset?.lane === anchor.effect,
  );
  return on ? { ...anchor, effect: on.id } : effect.anchor;
}

function isOwn(name: string, { exposed }: Preset, lane: string): boolean {
  return always.has(name) || exposed.some((one) => one.lane === lane && one.field === name);
}

/** What is not each place's own of one lane, with what is of another. */
function merged(one: Effect, own: Effect, preset: Preset, lane: string): object {
  const names = [...new Set([...Object.keys(one), ...Object.keys(own)])];
  return Object.fromEntries(
    names.flatMap((name): [string, unknown][] => {
      const from = isOwn(name, preset, lane) ? own : one;
      return name in from ? [[name, valueOf(from, name)]] : [];
    }),
  );
}

/** A lane as its preset has it, with what is its own. Unchanged where it follows nothing. */
export function followed(effect: Effect, sequence: Pick<Sequence, 'effects'>, presets: readonly Preset[]): Effect {
  const found = followedLane(effect, presets);
  if (!found) return effect;
  const { preset, lane } = found;
  const made = { ...merged(lane, effect, preset, lane.id), anchor: anchorOf(effect, lane, sequence) } as Effect;
  return same(sorted(made), sorted(effect)) ? effect : made;
}

/** Fields in which a lane no longer is as its preset has it, besides those that are its own; none where it follows nothing. */
export function drift(effect: Effect, sequence: Pick<Sequence, 'effects'>, presets: readonly Preset[]): string[] {
  const made = followed(effect, sequence, presets);
  if (made === effect) return [];
  const names = new Set([...Object.keys(made), ...Object.keys(effect)]);
  return [...names].filter((name) => !same(valueOf(made, name), valueOf(effect, name)));
}

/** The sequences that change when their lanes are brought to where their presets are, as they are then. `of`: of one preset alone. */
export function followingSequences({ sequences, presets }: Pick<Project, 'sequences' | 'presets'>, of?: string): Sequence[] {
  return sequences.flatMap((sequence) => {
    const effects = sequence.effects.map((effect) =>
      effect.preset && (of === undefined || effect.preset.of === of) ? followed(effect, sequence, presets) : effect,
    );
    return effects.some((effect, i) => effect !== sequence.effects[i]) ? [{ ...sequence, effects }] : [];
  });
}

/** The preset with one of its lanes as a lane that follows it is now: what is a placement’s own stays as the preset has it. */
export function withLaneTaken(preset: Preset, effect: Effect, sequence: Pick<Sequence, 'effects'>): Preset {
  const link = effect.preset;
  const effects = preset.effects.map((lane) => {
    if (lane.id !== link?.lane) return lane;
    return { ...merged(effect, lane, preset, lane.id), anchor: anchorBack(effect, lane, link, sequence) } as Effect;
  });
  return { ...preset, effects };
}

/** Where a lane of a preset hangs, by where the one hangs that follows it. */
function anchorBack({ anchor }: Effect, lane: Effect, link: PresetLink, { effects }: Pick<Sequence, 'effects'>): Effect['anchor'] {
  if (lane.anchor.to === 'contact' || anchor.to === 'contact') return lane.anchor;
  const on = effects.find(({ id }) => id === anchor.effect)?.preset;
  return on?.of === link.of && on.placed === link.placed ? { ...anchor, effect: on.lane } : lane.anchor;
}

/** A lane that follows nothing any more, as it is. */
export function setFree(effect: Effect): Effect {
  const { preset: _, ...free } = effect;
  return free as Effect;
}

/** Every sequence in which lanes follow a preset, with how many do. */
export function presetUses(
  { sequences }: Pick<Project, 'sequences'>,
  of: string,
): { readonly sequence: Sequence; readonly lanes: number }[] {
  return sequences.flatMap((sequence) => {
    const lanes = sequence.effects.filter(({ preset }) => preset?.of === of).length;
    return lanes > 0 ? [{ sequence, lanes }] : [];
  });
}

const sorted = (effect: Effect): [string, unknown][] => Object.entries(effect).sort(([a], [b]) => (a < b ? -1 : 1));
