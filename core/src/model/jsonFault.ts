import { createScanner } from 'jsonc-parser';
import { formatPath } from './documentError.js';

/** Where and why a text is not JSON. */
export interface JsonFault {
  /** Path of the innermost value being read. */
  readonly path: string;
  readonly line: number;
  readonly column: number;
  readonly expected: string;
}

/** No document of ours is nested nearly so deep; what is deeper is refused before anything is made of it. */
export const depthLimit = 200;

/** Whether brackets are nested deeper than any document's. One look at each letter, whatever the text. */
export function isTooDeep(text: string): boolean {
  let depth = 0;
  for (let i = 0; i < text.length; i++) {
    const letter = text.charCodeAt(i);
    if (letter === 0x22) i = endOfString(text, i);
    else if (letter === 0x7b || letter === 0x5b) {
      if (++depth > depthLimit) return true;
    } else if (letter === 0x7d || letter === 0x5d) depth--;
  }
  return false;
}

/** Place of the quote that closes the string opened at `from`, or the text's end. */
function endOfString(text: string, from: number): number {
  for (let i = from + 1; ; i++) {
    i = text.indexOf('"', i);
    if (i < 0) return text.length;
    let backslashes = 0;
    while (text.charCodeAt(i - 1 - backslashes) === 0x5c) backslashes++;
    if (backslashes % 2 === 0) return i;
  }
}

/** The scanner's tokens and errors by its own numbers; it declares them in a way that a module of its own cannot read. */
const tokens = {
  openBrace: 1,
  closeBrace: 2,
  openBracket: 3,
  closeBracket: 4,
  comma: 5,
  colon: 6,
  null: 7,
  true: 8,
  false: 9,
  string: 10,
  number: 11,
  lineBreak: 14,
  blank: 15,
  unknown: 16,
  end: 17,
} as const;
const noError = 0;
const unendedString = 2;

interface Level {
  readonly close: number;
  readonly object: boolean;
  /** Whether a member must, may or must not come next. */
  next: 'first' | 'member' | 'separator';
}

const values = new Set<number>([tokens.string, tokens.number, tokens.true, tokens.false, tokens.null]);

/**
 * Finds the first place at which `text` stops being JSON (RFC 8259), or undefined when it is JSON.
 * Engines' own messages name no path and often no position; this is used only after a failure. It keeps its own stack,
 * so that no depth overflows it.
 */
export function findJsonFault(text: string): JsonFault | undefined {
  const scanner = createScanner(text, false);
  const path: (string | number)[] = [];
  const levels: Level[] = [];
  let token: number = tokens.unknown;
  const advance = (): void => {
    do token = scanner.scan();
    while ((token === tokens.blank || token === tokens.lineBreak) && scanner.getTokenError() === noError);
  };
  const fault = (expected: string): JsonFault => {
    const at = scanner.getTokenOffset();
    const found = at >= text.length ? 'but the text ends' : `found ${JSON.stringify(text.slice(at, at + 12))}`;
    // A string that never ends is told where the text ends.
    const ends = scanner.getTokenError() === unendedString && token === tokens.string && !/\n/.test(text.slice(at));
    const before = text.slice(0, at).split('\n');
    return {
      path: formatPath(path),
      line: before.length,
      column: before[before.length - 1].length + 1,
      expected: ends ? `${expected}, but the text ends` : `${expected}, ${found}`,
    };
  };
  /** Reads one value or opens a level. Undefined when it could. */
  const value = (): JsonFault | undefined => {
    if (token === tokens.openBrace || token === tokens.openBracket) {
      if (levels.length >= depthLimit) return fault(`expected at most ${depthLimit} levels`);
      const object = token === tokens.openBrace;
      levels.push({ object, close: object ? tokens.closeBrace : tokens.closeBracket, next: 'first' });
      if (!object) path.push(-1);
      return undefined;
    }
    if (!values.has(token) || scanner.getTokenError() !== noError) return fault('expected a JSON value');
    return undefined;
  };
  advance();
  for (let started = false; ; advance()) {
    const level = levels[levels.length - 1];
    if (!level) {
      if (started) return token === tokens.end ? undefined : fault('expected the end of the text');
      started = true;
      const wrong = value();
      if (wrong) return wrong;
      continue;
    }
    if (token === level.close && level.next !== 'member') {
      levels.pop();
      if (!level.object) path.pop();
      closeMember(levels, path);
      continue;
    }
    if (level.next === 'separator') {
      if (token !== tokens.comma) return fault(`expected "," or "${level.object ? '}' : ']'}"`);
      level.next = 'member';
      continue;
    }
    level.next = 'separator';
    if (level.object) {
      if (token !== tokens.string || scanner.getTokenError() !== noError) return fault('expected a key in double quotes');
      path.push(scanner.getTokenValue());
      advance();
      if ((token as number) !== tokens.colon) return fault('expected ":"');
      advance();
    } else path[path.length - 1] = (path[path.length - 1] as number) + 1;
    const depth = levels.length;
    const wrong = value();
    if (wrong) return wrong;
    // What was opened is left when it closes.
    if (levels.length === depth) closeMember(levels, path);
  }
}

/** The member that has just ended is no longer on the path of what comes next. */
function closeMember(levels: readonly Level[], path: (string | number)[]): void {
  if (levels[levels.length - 1]?.object) path.pop();
}
