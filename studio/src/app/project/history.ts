/** One change, with both sides kept; `id` names what it changes. */
export interface Change<T> {
  readonly id: string;
  readonly label: string;
  readonly before: T;
  readonly after: T;
  /** Changes of one gesture share a key and are undone together. */
  readonly gesture: string | undefined;
}

/** Undo and redo over immutable documents. Holds both directions; applying a change is the owner's work. */
export class History<T> {
  private readonly past: Change<T>[] = [];
  private readonly future: Change<T>[] = [];

  constructor(private readonly limit = 500) {}

  get undoable(): Change<T> | undefined {
    return this.past.at(-1);
  }

  get redoable(): Change<T> | undefined {
    return this.future.at(-1);
  }

  record(change: Change<T>): void {
    const last = this.past.at(-1);
    this.future.length = 0;
    if (last && change.gesture !== undefined && last.gesture === change.gesture && last.id === change.id) {
      this.past[this.past.length - 1] = { ...last, after: change.after };
      return;
    }
    this.past.push(change);
    if (this.past.length > this.limit) this.past.shift();
  }

  /** Takes the last change back, if there is one, and returns it for its `before` to be put in place. */
  undo(): Change<T> | undefined {
    const change = this.past.pop();
    if (change) this.future.push(change);
    return change;
  }

  redo(): Change<T> | undefined {
    const change = this.future.pop();
    if (change) this.past.push(change);
    return change;
  }
}
