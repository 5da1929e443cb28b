/**
 * Which state of a document was made on top of which. A state is kept as long as one of the sides holds it, or a state that was
 * made on top of it: only then has everybody who wrote seen what was there before.
 */
export class Lineage {
  private readonly parents = new Map<string, string>();

  /** Says that `state` was made on top of `parent`. */
  made(state: string, parent: string): void {
    this.parents.set(state, parent);
  }

  /** Whether `state` is `other`, or was made on top of it, over any number of states. */
  holds(state: string, other: string): boolean {
    for (let at: string | undefined = state; at !== undefined; at = this.parents.get(at)) if (at === other) return true;
    return false;
  }
}
