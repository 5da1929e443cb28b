import { Injectable, signal } from '@angular/core';

/** Where keys are heard: on every screen, on a screen, or while a lane has the focus. */
export const keyPlaces = { everywhere: 'Everywhere', tune: 'Tune', lane: 'On a lane', drills: 'Drills', rules: 'Rules' } as const;
export type KeyPlace = keyof typeof keyPlaces;

/** Something that a key does. */
export interface KeyAction {
  readonly id: string;
  readonly place: KeyPlace;
  readonly words: string;
  /** What the key is as it comes; `Ctrl+` stands for the command key as well. */
  readonly usual: string;
}

const action = (place: KeyPlace, name: string, words: string, usual: string): KeyAction => ({
  id: `${place}.${name}`,
  place,
  words,
  usual,
});

/** Everything that a key does and a person may give another key to. */
export const keyActions = [
  action('everywhere', 'find', 'find anything', 'Ctrl+k'),
  action('everywhere', 'keys', 'show the keys', '?'),
  action('everywhere', 'history', 'what this was before', 'h'),
  action('everywhere', 'undo', 'undo', 'Ctrl+z'),
  action('everywhere', 'redo', 'redo', 'Ctrl+Shift+z'),
  action('tune', 'strike', 'strike', 'Space'),
  action('tune', 'back', 'one frame back', '['),
  action('tune', 'forward', 'one frame forward', ']'),
  action('tune', 'loop', 'loop', 'l'),
  action('tune', 'alone', 'the stage alone', 'f'),
  action('tune', 'keep', 'keep this take to compare with', 'k'),
  action('tune', 'look', 'look at the kept take another way', 'c'),
  action('tune', 'swap', 'swap with the kept take', 'j'),
  action('tune', 'try', 'trial sheet', 't'),
  action('tune', 'film', 'film strip', 'v'),
  action('tune', 'ways', 'ways of bodies and view', 'o'),
  action('tune', 'reads', 'what reads, and what flashes', 'r'),
  action('tune', 'mix', 'all of it as sound', 'w'),
  action('tune', 'add', 'add an effect', 'a'),
  action('tune', 'presets', 'presets', 'n'),
  action('lane', 'earlier', 'one frame earlier', 'ArrowLeft'),
  action('lane', 'later', 'one frame later', 'ArrowRight'),
  action('lane', 'shorten', 'shorten', ','),
  action('lane', 'lengthen', 'lengthen', '.'),
  action('lane', 'strengthen', 'strengthen by a tenth', '+'),
  action('lane', 'weaken', 'weaken by a tenth', '-'),
  action('lane', 'choose', 'choose it with others', 'x'),
  action('lane', 'open', 'open or close', 'Enter'),
  action('lane', 'remove', 'remove', 'Delete'),
  action('lane', 'mute', 'mute', 'm'),
  action('lane', 'solo', 'solo', 's'),
  action('drills', 'play', 'play or pause', 'Space'),
  action('drills', 'back', 'one frame back', '['),
  action('drills', 'forward', 'one frame forward', ']'),
  action('drills', 'loop', 'loop', 'l'),
  action('drills', 'keep', 'keep this run to compare with', 'k'),
  action('drills', 'look', 'look at the kept run another way', 'c'),
  action('drills', 'swap', 'swap with the kept run', 'j'),
  action('drills', 'try', 'trial sheet', 't'),
  action('drills', 'film', 'film strip', 'v'),
  action('drills', 'ways', 'ways of bodies and view', 'o'),
  action('drills', 'mix', 'all of it as sound', 'w'),
  action('rules', 'strike', 'strike the moment', 'Space'),
  action('rules', 'keep', 'keep what comes of it to compare with', 'k'),
  action('rules', 'look', 'look at what is kept another way', 'c'),
  action('rules', 'swap', 'swap with what is kept', 'j'),
] as const;

const storage = 'undatio.keys';
/** Keys that are pressed on the way to others. */
const held = ['Shift', 'Control', 'Alt', 'Meta', 'AltGraph', 'CapsLock', 'Dead'];
/** Keys that move the focus, end what is open, or belong to the browser. */
const taken = ['Tab', 'Escape', 'F5', 'F11', 'F12'];

/** A press as it is written in the list of keys. Shift is told only with Ctrl, and with keys that have no other sign for it. */
export function comboOf({ key, ctrlKey, metaKey, shiftKey }: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey'>): string {
  const control = ctrlKey || metaKey;
  const name = key === ' ' ? 'Space' : key.length === 1 ? key.toLowerCase() : key;
  return `${control ? 'Ctrl+' : ''}${control && shiftKey ? 'Shift+' : ''}${name}`;
}

/** Which key does what: as it comes, or as a person has set it in this browser. */
@Injectable({ providedIn: 'root' })
export class KeyMap {
  private readonly own = signal<Readonly<Record<string, string>>>(remembered());

  keyOf(id: string): string {
    return this.own()[id] ?? keyActions.find((one) => one.id === id)?.usual ?? '';
  }

  isOwn(id: string): boolean {
    return this.own()[id] !== undefined;
  }

  /** What a press does in a place; undefined where nothing. */
  actionOf(place: KeyPlace, event: KeyboardEvent): string | undefined {
    // What asks something has the keyboard to itself.
    if (event.target instanceof Element && event.target.closest('[aria-modal="true"]')) return undefined;
    if (event.altKey && place !== 'lane') return undefined;
    const combo = comboOf(event);
    return keyActions.find((one) => one.place === place && this.keyOf(one.id) === combo)?.id;
  }

  /** Gives an action another key. One sentence says why that cannot be; undefined where it is done. */
  set(id: string, event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey'>): string | undefined {
    const chosen = keyActions.find((one) => one.id === id);
    if (!chosen || held.includes(event.key)) return undefined;
    const combo = comboOf(event);
    if (taken.includes(event.key)) return `${combo} is the browser’s`;
    const other = keyActions.find((one) => one.id !== id && meets(one.place, chosen.place) && this.keyOf(one.id) === combo);
    if (other) return `${combo} does “${other.words}” already`;
    const { [id]: _, ...others } = this.own();
    this.keep(combo === chosen.usual ? others : { ...others, [id]: combo });
    return undefined;
  }

  reset(): void {
    this.keep({});
  }

  private keep(own: Readonly<Record<string, string>>): void {
    this.own.set(own);
    localStorage.setItem(storage, JSON.stringify(own));
  }
}

/** Whether one press could reach both places. */
function meets(one: KeyPlace, other: KeyPlace): boolean {
  const pair = [one, other];
  return one === other || pair.includes('everywhere') || (pair.includes('tune') && pair.includes('lane'));
}

function remembered(): Record<string, string> {
  try {
    const read = JSON.parse(localStorage.getItem(storage) ?? '{}') as unknown;
    const known = new Set<string>(keyActions.map(({ id }) => id));
    const entries = typeof read === 'object' && read !== null ? Object.entries(read) : [];
    return Object.fromEntries(entries.filter((entry): entry is [string, string] => known.has(entry[0]) && typeof entry[1] === 'string'));
  } catch {
    return {};
  }
}
