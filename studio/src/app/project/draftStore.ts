import type { DocumentKey } from './documentKey';
import { documentText } from './documentText';

/** A document's state that the server has not accepted yet, kept in the browser so that no reload loses it. */
export interface Draft {
  readonly key: DocumentKey;
  /** The stored state it was made from. */
  readonly etag: string;
  readonly document: object | undefined;
  /** What was sent to be stored, and not answered yet: where it is stored after all, that is nobody else's change. */
  readonly sent?: object;
}

/** A name that this page has to itself: other pages of the same browser see it as living for as long as it is open. */
const ownTab = Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');
const lockOf = (tab: string): string => `undatio.tab.${tab}`;
/** A page without locks cannot tell whether others are open: it then takes every draft for left behind. */
const locks = (navigator as { readonly locks?: LockManager }).locks;
// Held until the page is gone; the promise is never fulfilled.
void locks?.request(lockOf(ownTab), () => new Promise(() => undefined));

/** Drafts of one project in local storage, by the page that wrote them: a page that is open keeps its own. */
export class DraftStore {
  constructor(
    private readonly project: string,
    private readonly storage: Storage = localStorage,
    private readonly tab = ownTab,
  ) {}

  keep(draft: Draft): void {
    try {
      this.storage.setItem(this.nameOf(draft.key), textOf(draft));
    } catch {
      // Storage is full or forbidden: the state is still in memory, and leaving the page asks first.
    }
  }

  drop(key: DocumentKey): void {
    this.storage.removeItem(this.nameOf(key));
  }

  /** Makes the drafts of pages that are gone this page's own, and returns them. Two pages never take the same one. */
  async adopt(): Promise<Draft[]> {
    const taken = new Set<string>();
    const prefix = `undatio.draft.${this.project}.`;
    const tabOf = (name: string): string => /^([0-9a-f]{32})\./.exec(name.slice(prefix.length))?.[1] ?? '';
    const found = Object.keys(this.storage).filter((name) => name.startsWith(prefix) && tabOf(name) !== this.tab);
    for (const tab of new Set(found.map(tabOf))) {
      const take = (): void => {
        for (const name of found.filter((one) => tabOf(one) === tab)) {
          const key = name.slice(prefix.length + (tab === '' ? 0 : tab.length + 1));
          // What this page itself has at hand is newer.
          if (this.storage.getItem(this.nameOf(key)) !== null) continue;
          this.rename(name, key);
          taken.add(key);
        }
      };
      // A page that is open holds its lock: its drafts stay with it.
      if (locks) await locks.request(lockOf(tab), { ifAvailable: true }, (lock) => lock && take());
      else take();
    }
    return this.all().filter(({ key }) => taken.has(key));
  }

  private rename(from: string, key: string): void {
    const text = this.storage.getItem(from);
    this.storage.removeItem(from);
    try {
      if (text !== null) this.storage.setItem(this.nameOf(key), text);
    } catch {
      // Storage is full: it goes back where there was room for it.
      if (text !== null) this.storage.setItem(from, text);
    }
  }

  /** The drafts of this page. */
  all(): Draft[] {
    const prefix = this.nameOf('');
    return Object.keys(this.storage)
      .filter((name) => name.startsWith(prefix))
      .flatMap((name) => {
        try {
          return [JSON.parse(this.storage.getItem(name) ?? '') as Draft];
        } catch {
          this.storage.removeItem(name);
          return [];
        }
      });
  }

  private nameOf(key: string): string {
    return `undatio.draft.${this.project}.${this.tab}.${key}`;
  }
}

function textOf({ key, etag, document, sent }: Draft): string {
  const parts = Object.entries({ document, sent }).flatMap(([name, part]) => (part ? [`,"${name}":${documentText(part)}`] : []));
  return `{"key":${JSON.stringify(key)},"etag":${JSON.stringify(etag)}${parts.join('')}}`;
}
