import fc from 'fast-check';
import { draw, hash4, hashText, hashWords } from './hash.js';

describe('hashWords', () => {
  it('gives the published MurmurHash3 x86 32 vectors', () => {
    // Keys of whole words from the vectors that circulate with the reference implementation.
    expect(hashWords(0, [])).toBe(0);
    expect(hashWords(1, [])).toBe(0x514e28b7);
    expect(hashWords(0xffffffff, [])).toBe(0x81f16f39);
    expect(hashWords(0, [0xffffffff])).toBe(0x76293b50);
    expect(hashWords(0, [0x87654321])).toBe(0xf55b516b);
    expect(hashWords(0x5082edee, [0x87654321])).toBe(0x2362f9de);
    expect(hashWords(0, [0])).toBe(0x2362f9de);
    expect(hashWords(0x9747b28c, [0x61616161])).toBe(0x5a97808a);
    // "abcd" and "test" as little-endian words.
    expect(hashWords(0x9747b28c, [0x64636261])).toBe(0xf0478627);
    expect(hashWords(0, [0x74736574])).toBe(0xba6bd213);
  });

  it('is what hash4 computes for four words', () => {
    const word = fc.integer({ min: 0, max: 0xffffffff });
    fc.assert(fc.property(word, word, word, word, word, (seed, a, b, c, d) => hash4(seed, a, b, c, d) === hashWords(seed, [a, b, c, d])));
  });
});

describe('hashText', () => {
  it('gives the published FNV-1a 32 vectors', () => {
    expect(hashText('')).toBe(0x811c9dc5);
    expect(hashText('a')).toBe(0xe40c292c);
    expect(hashText('b')).toBe(0xe70c2de5);
    expect(hashText('foobar')).toBe(0xbf9cf968);
  });

  it('hashes the UTF-8 bytes of what is not ASCII', () => {
    // FNV-1a over the bytes that the language's own encoder gives.
    const bytesOf = (text: string) =>
      [...encodeURIComponent(text).matchAll(/%(..)|(.)/g)].map(([, hex, plain]) => (hex ? parseInt(hex, 16) : plain.charCodeAt(0)));
    for (const text of ['é', '→', '🐞', 'Käfer 🪲 ≤']) {
      let expected = 0x811c9dc5n;
      for (const byte of bytesOf(text)) expected = ((expected ^ BigInt(byte)) * 0x01000193n) % 0x100000000n;
      expect(hashText(text)).toBe(Number(expected));
    }
  });
});

describe('draw', () => {
  const counts = (pick: (i: number) => number): number[] => {
    const bins = new Array<number>(64).fill(0);
    for (let i = 0; i < 64000; i++) bins[Math.floor(pick(i) * 64)]++;
    return bins;
  };
  // Chi-squared with 63 degrees of freedom: 103.4 is its 99.9 % point (standard tables).
  const chiSquared = (bins: number[]): number => bins.reduce((sum, n) => sum + (n - 1000) ** 2 / 1000, 0);

  it('is uniform along every one of its counters', () => {
    expect(chiSquared(counts((i) => draw(i, 1, 0, 0, 5)))).toBeLessThan(103.4);
    expect(chiSquared(counts((i) => draw(7, i, 0, 0, 5)))).toBeLessThan(103.4);
    expect(chiSquared(counts((i) => draw(7, 1, i, 0, 5)))).toBeLessThan(103.4);
    expect(chiSquared(counts((i) => draw(7, 1, 0, i, 5)))).toBeLessThan(103.4);
    expect(chiSquared(counts((i) => draw(7, 1, 0, 0, i)))).toBeLessThan(103.4);
  });

  it('does not tie neighbouring items together', () => {
    let sum = 0;
    for (let i = 0; i < 20000; i++) sum += (draw(3, 9, 0, i, 1) - 0.5) * (draw(3, 9, 0, i + 1, 1) - 0.5);
    // The standard error of the mean product of independent uniforms is (1/12)/√n.
    expect(Math.abs(sum / 20000)).toBeLessThan(4 / 12 / Math.sqrt(20000));
  });
});
