/** A sequence's state that the server has not accepted yet, kept in the browser so that no reload loses it. */
export interface Draft {
  readonly id: string;
  /** The stored state it was made from. */
  readonly etag: string;
  readonly document: unknown;
}

/** Drafts of one project in local storage. */
export class DraftStore {
  constructor(
    private readonly project: string,
    private readonly storage: Storage = localStorage,
  ) {}

  keep(draft: Draft): void {
    try {
      this.storage.setItem(this.key(draft.id), JSON.stringify(draft));
    } catch {
      // Storage is full or forbidden: the state is still in memory, and leaving the page asks first.
    }
  }

  drop(id: string): void {
    this.storage.removeItem(this.key(id));
  }

  all(): Draft[] {
    const prefix = this.key('');
    return Object.keys(this.storage)
      .filter((key) => key.startsWith(prefix))
      .flatMap((key) => {
        try {
          return [JSON.parse(this.storage.getItem(key) ?? '') as Draft];
        } catch {
          this.storage.removeItem(key);
          return [];
        }
      });
  }

  private key(id: string): string {
    return `undatio.draft.${this.project}.${id}`;
  }
}
