import type { Effect } from '../effects/registry.js';
import { freeId } from '../model/freeId.js';
import type { Preset, Sequence } from '../model/project.js';
import { setFree } from './following.js';

/** Lanes of a sequence as a preset: what they hang on besides one another becomes contact, and what they follow is let go of. */
export function presetOf(
  sequence: Pick<Sequence, 'effects'>,
  ids: ReadonlySet<string>,
  { id, label }: Pick<Preset, 'id' | 'label'>,
): Preset {
  const effects = sequence.effects
    .filter((effect) => ids.has(effect.id))
    .map((effect): Effect => {
      const free = setFree(effect);
      return free.anchor.to !== 'contact' && !ids.has(free.anchor.effect) ? { ...free, anchor: { to: 'contact' } } : free;
    });
  return { id, label, note: '', effects, exposed: [] };
}

/** The sequence with a preset’s lanes behind its own, under ids that are free: following it, or on their own. */
export function withPreset(sequence: Sequence, preset: Preset, how: 'linked' | 'free'): Sequence {
  const taken = new Set(sequence.effects.map(({ id }) => id));
  const names = new Map<string, string>();
  for (const { id } of preset.effects) {
    const name = freeId(id, taken, 'effect');
    taken.add(name);
    names.set(id, name);
  }
  const marks = new Set(sequence.effects.flatMap((effect) => (effect.preset?.of === preset.id ? [effect.preset.placed] : [])));
  const placed = freeId(preset.id, marks, 'placed');
  const effects = preset.effects.map((lane): Effect => {
    const { anchor } = lane;
    const id = names.get(lane.id) ?? lane.id;
    const on = anchor.to === 'contact' ? undefined : names.get(anchor.effect);
    const hung: Effect = {
      ...lane,
      id,
      anchor: anchor.to !== 'contact' && on !== undefined ? { ...anchor, effect: on } : { to: 'contact' },
    };
    return how === 'linked' ? { ...hung, preset: { of: preset.id, lane: lane.id, placed } } : hung;
  });
  return { ...sequence, effects: [...sequence.effects, ...effects] };
}
