/** Tags from a text with commas: each once, none too long, no more than a document holds. */
export function tagsFromText(text: string): string[] {
  const words = text.split(',').map((tag) => tag.trim().slice(0, 40));
  return [...new Set(words.filter(Boolean))].slice(0, 32);
}
