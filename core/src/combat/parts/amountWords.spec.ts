import { amountWords } from './amountWords.js';
import type { AmountDocument } from './ruleFields.js';

describe('an amount in words', () => {
  it('is as people say it', () => {
    const of = { read: 'payload', field: 'damage' } as const;
    const cases: readonly [AmountDocument, string][] = [
      [12, '12'],
      [0.12345, '0.123'],
      [{ range: [3, 5] }, '3 to 5'],
      [{ of }, 'damage'],
      [{ of, times: 0.25 }, '0.25 × damage'],
      [{ of, plus: 3 }, 'damage + 3'],
      [{ of, plus: -3 }, 'damage − 3'],
      [{ of, times: 2, plus: 1 }, '2 × damage + 1'],
      [{ of, in: [0, 120], out: [25, 0] }, '25 to 0 over damage 0 to 120'],
    ];
    for (const [amount, words] of cases) expect(amountWords(amount)).toBe(words);
  });
});
