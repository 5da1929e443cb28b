import type { Project, Sequence } from '@undatio/core';
import { fieldWords, fieldsOfKind, effectKinds, unitOf, type Family, type Field } from '@undatio/core/internal';
import type { Screen } from '../project/screenAddress';
import { foundAmong } from '../shared/foundAmong';

/** Something that can be found, and what comes of choosing it. */
export interface PaletteEntry {
  readonly kind: 'sequence' | 'event' | 'actor' | 'drill' | 'status' | 'asset' | 'effect' | 'number' | 'screen' | 'action';
  readonly words: string;
  /** What it is besides, in small. */
  readonly beside: string;
  readonly family?: Family;
  readonly key?: string;
  readonly go:
    | { readonly to: Screen; readonly rest: readonly string[] }
    | { readonly lane: string; readonly field?: string }
    | { readonly action: string };
  /** What is searched. */
  readonly text: string;
}

type Bare = Omit<PaletteEntry, 'text'>;

const screens: readonly Screen[] = ['tune', 'rules', 'drills', 'actors', 'assets', 'ship'];

/** Everything of a project that can be found by its name; of the sequence that is open, its lanes and their numbers as well. */
export function entriesOf(project: Project, open: Sequence | undefined): PaletteEntry[] {
  const at = (to: Screen, ...rest: string[]): PaletteEntry['go'] => ({ to, rest });
  const bare: Bare[] = [
    ...project.sequences.map(({ id, label, event }): Bare => ({ kind: 'sequence', words: label, beside: event, go: at('tune', id) })),
    ...(open?.effects ?? []).flatMap((effect): Bare[] => {
      const name = effect.label ?? effect.id;
      const { family, leads } = effectKinds[effect.kind];
      const fields = fieldsOfKind(effectKinds[effect.kind]);
      const numbers = leads.flatMap((field): Bare[] => {
        const described: Field | undefined = fields[field];
        const words = fieldWords(described, (effect as unknown as Record<string, unknown>)[field]);
        const unit = unitOf(described);
        return [
          {
            kind: 'number',
            words: `${name}: ${described.label}`,
            beside: `${words}${unit && ` ${unit}`}`,
            family,
            go: { lane: effect.id, field },
          },
        ];
      });
      return [{ kind: 'effect', words: name, beside: effect.kind, family, go: { lane: effect.id } }, ...numbers];
    }),
    ...project.events.map(({ id, label, note }): Bare => ({ kind: 'event', words: label, beside: note ?? '', go: at('rules', id) })),
    ...project.drills.map(({ id, label, note }): Bare => ({ kind: 'drill', words: label, beside: note ?? '', go: at('drills', id) })),
    ...project.actors.map(({ id, label, role }): Bare => ({ kind: 'actor', words: label, beside: role, go: at('actors', id) })),
    ...project.statuses.map(({ id, label }): Bare => ({ kind: 'status', words: label, beside: id, go: at('rules', 'statuses') })),
    ...project.assets.map(({ label, type, tags }): Bare => ({
      kind: 'asset',
      words: label,
      beside: `${type} ${tags.join(' ')}`,
      go: at('assets'),
    })),
    ...screens.map((screen): Bare => ({
      kind: 'screen',
      words: screen[0].toUpperCase() + screen.slice(1),
      beside: 'screen',
      go: at(screen),
    })),
  ];
  return bare.map(withText);
}

export function withText(entry: Bare): PaletteEntry {
  return { ...entry, text: `${entry.words} ${entry.beside} ${entry.kind}`.toLowerCase() };
}

/** The most that are shown. */
const most = 40;

/**
 * Those in which every word typed begins a word, the best first: whole names before beginnings, names before what stands beside
 * them, short before long; else in their order.
 */
export function foundIn(entries: readonly PaletteEntry[], typed: string): PaletteEntry[] {
  if (typed.trim() === '')
    return entries.filter(({ kind }) => kind === 'action' || kind === 'screen' || kind === 'sequence').slice(0, most);
  const findable = entries.map((entry) => ({ label: entry.words, search: entry.text, entry }));
  return foundAmong(findable, typed)
    .slice(0, most)
    .map(({ entry }) => entry);
}
