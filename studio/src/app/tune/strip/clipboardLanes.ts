import { DocumentError, type Effect, type Sequence } from '@undatio/core';
import { compileSequence, effectSchema, type CompileContext } from '@undatio/core/internal';
import { freeEffectId } from '../sequenceEdits';

/** Lanes as text: what is copied on one sequence and pasted on another, of this project or of another one. */

/** Tells ours from other JSON. */
const mark = 'undatio lanes 1';

export function lanesToText(effects: readonly Effect[]): string {
  return JSON.stringify({ holds: mark, effects }, null, 1);
}

/** The effects in a text of ours. Throws an Error for a person when it is none, or when one of them cannot be used. */
export function lanesFromText(text: string): Effect[] {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    throw new Error('expected lanes that were copied here, found another text');
  }
  const { holds, effects } = (read ?? {}) as { holds?: unknown; effects?: unknown };
  if (holds !== mark || !Array.isArray(effects) || effects.length === 0 || effects.length > 500)
    throw new Error('expected lanes that were copied here, found something else');
  return effects.map((effect: unknown, i) => {
    const parsed = effectSchema().safeParse(effect);
    if (parsed.success) return parsed.data;
    const [{ path, message }] = parsed.error.issues;
    throw new Error(`lane ${i + 1}${path.length > 0 ? `, ${path.join('.')}` : ''}: ${message}`);
  });
}

/**
 * The sequence with the effects behind its own, under ids that are free; what hung on one that was not copied hangs on contact.
 * Throws an Error for a person when they name a field or an asset that is not there.
 */
export function withLanes(sequence: Sequence, lanes: readonly Effect[], context: CompileContext): Sequence {
  const ids = new Map<string, string>();
  const named = lanes.reduce<Sequence>((all, lane) => {
    const id = freeEffectId(all, all.effects.some((effect) => effect.id === lane.id) ? lane.id.replace(/-\d+$/, '') : lane.id);
    ids.set(lane.id, id);
    return { ...all, effects: [...all.effects, { ...lane, id }] };
  }, sequence);
  const own = sequence.effects.length;
  const effects = named.effects.map((effect, i) => {
    const { anchor } = effect;
    if (i < own || anchor.to === 'contact') return effect;
    const other = ids.get(anchor.effect);
    return { ...effect, anchor: other === undefined ? { to: 'contact' as const } : { ...anchor, effect: other } };
  });
  const pasted = { ...sequence, effects };
  try {
    compileSequence(pasted, [], context);
  } catch (error) {
    if (error instanceof DocumentError) throw new Error(error.message);
    throw error;
  }
  return pasted;
}
