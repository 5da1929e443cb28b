/** Something that people find by its name, by other words for it, or by the sentence about it. */
export interface Findable {
  readonly label: string;
  readonly about?: string;
  readonly search?: string;
}

const wordsOf = (text = ''): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}#]+/u)
    .filter(Boolean);

/**
 * Returns the choices in which every typed word begins a word, the best first: whole words of names, beginnings of names, other words,
 * sentences; short names before long ones. Equal ones keep their order.
 */
export function foundAmong<T extends Findable>(choices: readonly T[], typed: string): T[] {
  const typedWords = wordsOf(typed);
  if (typedWords.length === 0) return [...choices];
  return choices
    .flatMap((choice) => {
      const score = scoreOf(choice, typedWords);
      return score === undefined ? [] : [{ choice, score }];
    })
    .sort((a, b) => b.score - a.score)
    .map(({ choice }) => choice);
}

/** Rates how well a choice fits the typed words; undefined if one of them begins none of its words. */
function scoreOf({ label, search, about }: Findable, typedWords: readonly string[]): number | undefined {
  const [own, others, said] = [label, search, about].map(wordsOf);
  let score = -own.length / 100;
  for (const word of typedWords) {
    const isBegun = (one: string): boolean => one.startsWith(word);
    const fit = own.includes(word) ? 4 : own.some(isBegun) ? 3 : others.some(isBegun) ? 2 : said.some(isBegun) ? 1 : 0;
    if (fit === 0) return undefined;
    score += fit;
  }
  return score;
}
