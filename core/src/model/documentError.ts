/** A place inside a document: keys and indices from the root. */
export type DocumentPath = readonly (string | number)[];

/** `sequences[2].effects[0].amount`, the way paths are told to people. The root itself is `(document)`. */
export function formatPath(path: DocumentPath): string {
  let text = '';
  for (const key of path) {
    if (typeof key === 'number') text += `[${key}]`;
    else text += text ? `.${key}` : key;
  }
  return text || '(document)';
}

/** A document that cannot be used, with the offending place and what was expected there. */
export class DocumentError extends Error {
  readonly path: string;

  constructor(
    path: DocumentPath,
    readonly expected: string,
  ) {
    super(`${formatPath(path)}: ${expected}`);
    this.path = formatPath(path);
  }
}
