import type { Fraction, Uint32 } from '../units.js';

/** One block of MurmurHash3 x86 32: mixes the word `k` into the state `h`. */
function mixWord(h: Uint32, k: Uint32): Uint32 {
  k = Math.imul(k, 0xcc9e2d51);
  k = (k << 15) | (k >>> 17);
  k = Math.imul(k, 0x1b873593);
  h ^= k;
  h = (h << 13) | (h >>> 19);
  return (Math.imul(h, 5) + 0xe6546b64) | 0;
}

function finalise(h: Uint32, byteLength: number): Uint32 {
  h ^= byteLength;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return h ^ (h >>> 16);
}

/**
 * MurmurHash3 x86 32 (A. Appleby, public domain) over whole little-endian 32-bit words.
 * The reference algorithm's tail is not needed: our keys are always whole words.
 */
export function hashWords(seed: Uint32, words: readonly Uint32[]): Uint32 {
  let h = seed | 0;
  for (const word of words) h = mixWord(h, word | 0);
  return finalise(h, words.length * 4) >>> 0;
}

/** `hashWords` of exactly four words without an array, for the hot paths. */
export function hash4(seed: Uint32, a: Uint32, b: Uint32, c: Uint32, d: Uint32): Uint32 {
  return signedHash4(seed | 0, a | 0, b | 0, c | 0, d | 0) >>> 0;
}

/** The same as a signed integer, of signed words: small enough never to be boxed, for what every frame asks. */
export function signedHash4(seed: number, a: number, b: number, c: number, d: number): number {
  return finalise(mixWord(mixWord(mixWord(mixWord(seed, a), b), c), d), 16);
}

/** The state of `hash4` after its first two words: what many draws have in common is mixed once. */
export function hashPrefix(seed: Uint32, a: Uint32, b: Uint32): Uint32 {
  return mixWord(mixWord(seed | 0, a | 0), b | 0);
}

/** The draw in [0, 1) that `draw` gives for the counters of a prefix and two more. */
export function drawFrom(prefix: Uint32, item: Uint32, channel: Uint32): Fraction {
  return (finalise(mixWord(mixWord(prefix, item | 0), channel | 0), 16) >>> 0) / 4294967296;
}

/**
 * The engine's only source of chance: a draw in [0, 1) that depends on nothing but its five counters.
 * `effect` and `channel` are `hashText` of the effect's id and of the drawn thing's name.
 */
export function draw(seed: Uint32, effect: Uint32, firing: Uint32, item: Uint32, channel: Uint32): Fraction {
  return hash4(seed, effect, firing, item, channel) / 4294967296;
}

/** FNV-1a 32 over the UTF-8 bytes of `text`: a stable number for an id. */
export function hashText(text: string): Uint32 {
  let h = 0x811c9dc5;
  for (const character of text) {
    for (const byte of utf8Bytes(character.codePointAt(0) ?? 0)) {
      h = Math.imul(h ^ byte, 0x01000193);
    }
  }
  return h >>> 0;
}

/** Written out, because the core may assume neither TextEncoder nor Buffer. */
function utf8Bytes(codePoint: number): number[] {
  if (codePoint < 0x80) return [codePoint];
  if (codePoint < 0x800) return [0xc0 | (codePoint >> 6), 0x80 | (codePoint & 63)];
  if (codePoint < 0x10000) {
    return [0xe0 | (codePoint >> 12), 0x80 | ((codePoint >> 6) & 63), 0x80 | (codePoint & 63)];
  }
  return [0xf0 | (codePoint >> 18), 0x80 | ((codePoint >> 12) & 63), 0x80 | ((codePoint >> 6) & 63), 0x80 | (codePoint & 63)];
}
