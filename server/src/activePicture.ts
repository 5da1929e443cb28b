/** What a picture that is drawn by text must not hold, with what it is called in messages. */
const forbidden: readonly (readonly [RegExp, string])[] = [
  [/<(?:[\w-]+:)?(script|handler|listener)\b/i, 'a script'],
  [/<(?:[\w-]+:)?(foreignobject|iframe|embed|object|audio|video)\b/i, 'something that is no picture'],
  [/<[^>]*[\s"'/]on[a-z]+\s*=/i, 'an attribute that runs when something happens'],
  [new RegExp([...'javascript'].join('[\\s]*') + '\\s*:', 'i'), 'an address that runs'],
  [/<!ENTITY/i, 'entities of its own'],
  [
    /\b(?:href|src)\s*=\s*(?:"(?!\s*(?:#|data:image\/(?:png|jpeg|webp|gif)))[^"]|'(?!\s*(?:#|data:image\/(?:png|jpeg|webp|gif)))[^'])/i,
    'an address outside of it',
  ],
  [/@import|url\(\s*["']?\s*(?!#|data:image\/(?:png|jpeg|webp|gif)|["']?\s*#)[a-z/]/i, 'an address outside of it'],
];

/**
 * What an SVG holds that could run, or reach out, where a game shows it; undefined for one that only draws, and for bytes that
 * are no SVG. A picture goes into kits as it is, so that what came by archive, folder or API is looked at as well.
 */
export function activePart(bytes: Uint8Array): string | undefined {
  const [first, second] = bytes;
  const wide = (first === 0xff && second === 0xfe) || (first === 0xfe && second === 0xff);
  const text = new TextDecoder(wide ? (first === 0xff ? 'utf-16le' : 'utf-16be') : 'utf-8').decode(bytes);
  if (!/^\s*<(?:\?xml|!--|!DOCTYPE|[\w-]*:?svg)/i.test(text.slice(0, 512))) return undefined;
  const plain = withoutEscapes(text.replace(/<!--[\s\S]*?-->/g, ''));
  return forbidden.find(([pattern]) => pattern.test(plain))?.[1];
}

/** A text with its numbered letters as letters. */
function withoutEscapes(text: string): string {
  return text
    .replace(/&#(?:x([0-9a-f]{1,6})|(\d{1,7}));?/gi, (_, hex?: string, decimal?: string) => {
      const code = hex === undefined ? Number(decimal) : parseInt(hex, 16);
      return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : '';
    })
    .replace(/&(?:tab|newline);/gi, '');
}
