import { tagsFromText } from './tagText';

describe('tags from a text', () => {
  it('are its words between commas, each once', () => {
    expect(tagsFromText(' heavy,light, heavy,, first blow ')).toEqual(['heavy', 'light', 'first blow']);
    expect(tagsFromText('')).toEqual([]);
  });

  it('are no more and no longer than a document holds', () => {
    const long = Array.from({ length: 50 }, (_, i) => `${'x'.repeat(60)}${i}`).join(',');
    expect(tagsFromText(long)).toEqual(['x'.repeat(40)]);
    expect(tagsFromText(Array.from({ length: 50 }, (_, i) => `tag ${i}`).join(',')).length).toBe(32);
  });
});
