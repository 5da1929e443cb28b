/** Part of a rule as it becomes. */
export interface RuleChange<T> {
  readonly value: T;
  /** Changes of one drag share it, so that they are undone together. */
  readonly gesture?: string | undefined;
}
