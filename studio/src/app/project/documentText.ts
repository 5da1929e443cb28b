const texts = new WeakMap<object, string>();

/** A document's JSON. A state never changes, so that its draft, what was sent of it and the write itself share one text. */
export function documentText(document: object): string {
  let text = texts.get(document);
  if (text === undefined) texts.set(document, (text = JSON.stringify(document)));
  return text;
}
