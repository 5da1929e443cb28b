import { effectKinds, fieldsOfKind, type Effect } from '../effects/registry.js';
import type { Actor, Sequence } from '../model/project.js';

/** The sequence or the preset with one asset in the place of another, wherever its effects name it. The same object when none does. */
export function withAssetReplaced<T extends Pick<Sequence, 'effects'>>(sequence: T, from: string, to: string): T {
  const effects = sequence.effects.map((effect) => {
    const before = effect as unknown as Readonly<Record<string, unknown>>;
    const changed = Object.entries(fieldsOfKind(effectKinds[effect.kind])).flatMap(([name, { control }]): [string, unknown][] => {
      const value = before[name];
      if (control === 'picture' && value === from) return [[name, to]];
      if (control === 'text' && effect.kind === 'caption') return withWaitReplaced(name, String(value), from, to);
      if (control !== 'clips' || !Array.isArray(value) || !value.includes(from)) return [];
      return [[name, [...new Set(value.map((id: unknown) => (id === from ? to : id)))]]];
    });
    return changed.length > 0 ? ({ ...effect, ...Object.fromEntries(changed) } as Effect) : effect;
  });
  return effects.some((effect, i) => effect !== sequence.effects[i]) ? { ...sequence, effects } : sequence;
}

/** A caption's text waits for a sound by its id. */
function withWaitReplaced(name: string, text: string, from: string, to: string): [string, unknown][] {
  const replaced = text.replace(/\{\s*wait\s+([a-z0-9-]+)\s*\}/g, (whole, sound) => (sound === from ? `{wait ${to}}` : (whole as string)));
  return replaced === text ? [] : [[name, replaced]];
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
