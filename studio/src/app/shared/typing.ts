/** Whether a key press belongs to a text that is being typed. */
export function isTyping({ target }: KeyboardEvent): boolean {
  return (
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement ||
    (target instanceof HTMLInputElement && !['checkbox', 'radio', 'range', 'color'].includes(target.type))
  );
}
