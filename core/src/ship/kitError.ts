/** A kit, a payload or a name that cannot be used. */
export class KitError extends Error {
  constructor(
    /** The offending place, such as `sequences[2].effects[0].amount`. */
    readonly path: string,
    /** What was expected there. */
    readonly expected: string,
  ) {
    super(`${path}: ${expected}`);
    this.name = 'KitError';
  }
}
