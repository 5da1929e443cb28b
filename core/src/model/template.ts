import type { TextReferences } from './fields.js';

/** A template in pieces: texts and, between them, names of payload fields. */
export type Template = readonly { readonly text?: string; readonly field?: string }[];

/**
 * Cuts `−{damage}` into its pieces. `{{` and `}}` stand for the braces themselves.
 * Returns a message instead when a brace is left open or stands alone.
 */
export function parseTemplate(text: string): Template | string {
  const pieces: { text?: string; field?: string }[] = [];
  const pattern = /\{\{|\}\}|\{([a-zA-Z][a-zA-Z0-9]*)\}|[^{}]+|[{}]/g;
  for (const [whole, field] of text.matchAll(pattern)) {
    if (field !== undefined) pieces.push({ field });
    else if (whole === '{{' || whole === '}}') pieces.push({ text: whole[0] });
    else if (whole === '{' || whole === '}') return `expected a field’s name in braces, such as {damage}, found a lone "${whole}"`;
    else pieces.push({ text: whole });
  }
  return pieces;
}

/** Replaces `{field}` in a text. Braces that stand for themselves and marks with more in them are left. */
export function inBraces(text: string, field: string, by: string): string {
  return text.replace(/\{\{|\}\}|\{\s*([a-zA-Z][a-zA-Z0-9]*)\s*\}/g, (whole, name: string | undefined) => (name === field ? by : whole));
}

/** The payload fields of a template. */
export const templateReferences: TextReferences = {
  fields(text) {
    const pieces = parseTemplate(text);
    return typeof pieces === 'string' ? [] : pieces.flatMap(({ field }) => (field === undefined ? [] : [field]));
  },
  sounds: () => [],
  withField: (text, from, to) => inBraces(text, from, `{${to}}`),
  withSound: (text) => text,
};

/** The template with the payload's values put in; numbers rounded half away from zero to `decimals`. */
export function fillTemplate(template: Template, payload: Readonly<Record<string, number | string | boolean>>, decimals: number): string {
  return template.map(({ text, field }) => text ?? showValue(payload[field ?? ''], decimals)).join('');
}

/** A payload value as a person reads it. */
export function showValue(value: number | string | boolean, decimals: number): string {
  if (typeof value !== 'number') return String(value);
  const scale = 10 ** decimals;
  return (Math.sign(value) * (Math.round(Math.abs(value) * scale) / scale)).toFixed(decimals).replace(/^-(0(\.0*)?)$/, '$1');
}
