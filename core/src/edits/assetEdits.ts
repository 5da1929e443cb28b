import { effectKinds, fieldsOfKind, type Effect } from '../effects/registry.js';
import type { Actor, Sequence } from '../model/project.js';

/** The sequence or the preset with one asset in the place of another, wherever its effects name it. The same object when none does. */
export function withAssetReplaced<T extends Pick<Sequence, 'effects'>>(sequence: T, from: string, to: string): T {
  const effects = sequence.effects.map((effect) => {
    const before = effect as unknown as Readonly<Record<string, unknown>>;
    const changed = Object.entries(fieldsOfKind(effectKinds[effect.kind])).flatMap(([name, field]): [string, unknown][] => {
      const value = before[name];
      const { control } = field;
      if (control === 'picture' && value === from) return [[name, to]];
      if (field.control === 'text' && field.refers?.sounds(String(value)).includes(from))
        return [[name, field.refers.withSound(String(value), from, to)]];
      if (control !== 'clips' || !Array.isArray(value) || !value.includes(from)) return [];
      return [[name, [...new Set(value.map((id: unknown) => (id === from ? to : id)))]]];
    });
    return changed.length > 0 ? ({ ...effect, ...Object.fromEntries(changed) } as Effect) : effect;
  });
  return effects.some((effect, i) => effect !== sequence.effects[i]) ? { ...sequence, effects } : sequence;
}

/** The same for an actor's own picture and those of its parts and clips. */
export function withPictureReplaced(actor: Actor, from: string, to: string): Actor {
  const { picture, parts, clips } = actor;
  if (![actor, ...parts, ...(clips ?? [])].some((one) => one.picture === from)) return actor;
  const replaced = <T extends { picture: string }>(one: T): T => (one.picture === from ? { ...one, picture: to } : one);
  return {
    ...actor,
    picture: picture === from ? to : picture,
    parts: parts.map(replaced),
    ...(clips && { clips: clips.map(replaced) }),
  };
}
