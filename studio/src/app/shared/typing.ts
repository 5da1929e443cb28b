/** Whether a key press belongs to a text that is being typed. */
export function isTyping({ target }: KeyboardEvent): boolean {
  return (
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement ||
    (target instanceof HTMLInputElement && !['checkbox', 'radio', 'range', 'color'].includes(target.type))
  );
}

/**
 * Whether a press of Space belongs to the control that has the focus. Every other key does what it does on the screen; so does Space on a
 * link, which it does not follow.
 */
export function takesSpace({ key, target }: KeyboardEvent): boolean {
  const controls = 'button, summary, input, [role="checkbox"], [role="switch"], [role="combobox"], [role="option"], [role="radio"]';
  return key === ' ' && target instanceof HTMLElement && target.matches(controls);
}
