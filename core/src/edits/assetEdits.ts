import { effectKinds, fieldsOfKind, type Effect } from '../effects/registry.js';
import type { Actor, Sequence } from '../model/project.js';

/** The sequence with one asset in the place of another, wherever its effects name it. The same object when none does. */
export function withAssetReplaced(sequence: Sequence, from: string, to: string): Sequence {
  const effects = sequence.effects.map((effect) => {
    const before = effect as unknown as Readonly<Record<string, unknown>>;
    const changed = Object.entries(fieldsOfKind(effectKinds[effect.kind])).flatMap(([name, { control }]): [string, unknown][] => {
      const value = before[name];
      if (control === 'picture' && value === from) return [[name, to]];
      if (control !== 'clips' || !Array.isArray(value) || !value.includes(from)) return [];
      return [[name, [...new Set(value.map((id: unknown) => (id === from ? to : id)))]]];
    });
    return changed.length > 0 ? ({ ...effect, ...Object.fromEntries(changed) } as Effect) : effect;
  });
  return effects.some((effect, i) => effect !== sequence.effects[i]) ? { ...sequence, effects } : sequence;
}

/** The same for an actor's own picture and those of its parts. */
export function withPictureReplaced(actor: Actor, from: string, to: string): Actor {
  if (actor.picture !== from && !actor.parts.some(({ picture }) => picture === from)) return actor;
  const other = (picture: string): string => (picture === from ? to : picture);
  return { ...actor, picture: other(actor.picture), parts: actor.parts.map((part) => ({ ...part, picture: other(part.picture) })) };
}
