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

/** Drafts of one project in local storage. */
export class DraftStore {
  constructor(
    private readonly project: string,
    private readonly storage: Storage = localStorage,
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
    return `undatio.draft.${this.project}.${key}`;
  }
}

function textOf({ key, etag, document, sent }: Draft): string {
  const parts = Object.entries({ document, sent }).flatMap(([name, part]) => (part ? [`,"${name}":${documentText(part)}`] : []));
  return `{"key":${JSON.stringify(key)},"etag":${JSON.stringify(etag)}${parts.join('')}}`;
}
