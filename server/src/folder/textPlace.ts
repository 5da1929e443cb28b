import { findNodeAtLocation, parseTree, type JSONPath } from 'jsonc-parser';

/** The line in a JSON text that a problem's path such as `effects[2].amount` names; of the nearest that is there around it. From 1. */
export function lineOf(text: string, path: string): number | undefined {
  const tree = parseTree(text);
  if (!tree) return undefined;
  const steps: JSONPath = [...path.matchAll(/\[(\d+)\]|[^.[\]]+/g)].map(([whole, index]) => (index === undefined ? whole : Number(index)));
  for (let length = steps.length; length >= 0; length--) {
    const node = findNodeAtLocation(tree, steps.slice(0, length));
    if (node) return text.slice(0, node.offset).split('\n').length;
  }
  return undefined;
}

/** The line on which a merge that was left half done begins; undefined where there is none. From 1. */
export function halfMerged(text: string): number | undefined {
  const at = /^<{7}(?: |$)/m.exec(text);
  return at && /^>{7}(?: |$)/m.test(text) ? text.slice(0, at.index).split('\n').length : undefined;
}
