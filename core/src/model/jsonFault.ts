import { formatPath } from './documentError.js';

/** Where and why a text is not JSON. */
export interface JsonFault {
  /** Path of the innermost value being read. */
  readonly path: string;
  readonly line: number;
  readonly column: number;
  readonly expected: string;
}

class Fault extends Error {
  constructor(
    readonly at: number,
    readonly expected: string,
  ) {
    super(expected);
  }
}

const depthLimit = 200;
const numberPattern = /-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][-+]?\d+)?/y;
// JSON forbids control characters inside strings.
// eslint-disable-next-line no-control-regex
const stringPattern = /"(?:[^"\\\u0000-\u001f]|\\(?:["\\/bfnrt]|u[0-9a-fA-F]{4}))*"/y;
const blankPattern = /[ \t\n\r]*/y;

/**
 * Finds the first place at which `text` stops being JSON (RFC 8259), or undefined when it is JSON.
 * Engines' own messages name no path and often no position, hence this scanner; it is used only after a failure.
 */
export function findJsonFault(text: string): JsonFault | undefined {
  const path: (string | number)[] = [];
  let at = 0;

  const match = (pattern: RegExp): string | undefined => {
    pattern.lastIndex = at;
    const found = pattern.exec(text)?.[0];
    if (found !== undefined) at += found.length;
    return found;
  };
  const refuse = (expected: string): never => {
    throw new Fault(
      at,
      at >= text.length ? `${expected}, but the text ends` : `${expected}, found ${JSON.stringify(text.slice(at, at + 12))}`,
    );
  };
  const take = (character: string): boolean => {
    match(blankPattern);
    if (text[at] !== character) return false;
    at++;
    return true;
  };

  const members = (close: string, member: () => void, expected: string): void => {
    if (path.length > depthLimit) refuse(`expected at most ${depthLimit} levels`);
    if (take(close)) return;
    do member();
    while (take(','));
    if (!take(close)) refuse(expected);
  };
  const value = (): void => {
    match(blankPattern);
    if (take('{')) {
      members('}', property, 'expected "," or "}"');
    } else if (take('[')) {
      path.push(-1);
      members(']', element, 'expected "," or "]"');
      path.pop();
    } else if (!match(numberPattern) && match(stringPattern) === undefined && !word()) {
      refuse('expected a JSON value');
    }
  };
  const word = (): boolean => {
    const found = ['true', 'false', 'null'].find((known) => text.startsWith(known, at));
    at += found?.length ?? 0;
    return found !== undefined;
  };
  const property = (): void => {
    match(blankPattern);
    const key = match(stringPattern) ?? refuse('expected a key in double quotes');
    path.push(JSON.parse(key) as string);
    if (!take(':')) refuse('expected ":"');
    value();
    path.pop();
  };
  const element = (): void => {
    path[path.length - 1] = (path[path.length - 1] as number) + 1;
    value();
  };

  try {
    value();
    match(blankPattern);
    if (at < text.length) refuse('expected the end of the text');
    return undefined;
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    const before = text.slice(0, error.at).split('\n');
    return { path: formatPath(path), line: before.length, column: before[before.length - 1].length + 1, expected: error.expected };
  }
}
