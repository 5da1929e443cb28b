/** Something that people find by its name, by other words for it, or by the sentence about it. */
export interface Findable {
  readonly label: string;
  readonly about?: string;
  readonly search?: string;
}

const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/**
 * Returns the choices in which every typed word begins a word: in names first, then in other words for them, then in what is said
 * about them. Equal ones keep their order.
 */
export function foundAmong<T extends Findable>(choices: readonly T[], typed: string): T[] {
  const typedWords = wordsOf(typed);
  if (typedWords.length === 0) return [...choices];
  const scored = choices.flatMap((choice) => {
    const places = [choice.label, choice.search ?? '', choice.about ?? ''].map(wordsOf);
    const scores = typedWords.map((word) => places.findIndex((words) => words.some((one) => one.startsWith(word))));
    return scores.includes(-1) ? [] : [{ choice, score: scores.reduce((sum, one) => sum + one, 0) }];
  });
  return scored.sort((a, b) => a.score - b.score).map(({ choice }) => choice);
}
