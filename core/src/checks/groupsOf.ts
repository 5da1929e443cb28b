/**
 * Returns the strongly connected component of each name, as a number (Tarjan, *Depth-first search and linear graph algorithms*,
 * 1972). Works without recursion, in time linear in the number of arrows.
 */
export function groupsOf(arrows: readonly { readonly from: string; readonly to: string }[]): ReadonlyMap<string, number> {
  const next = new Map<string, Set<string>>();
  for (const { from, to } of arrows) {
    next.set(from, (next.get(from) ?? new Set()).add(to));
    if (!next.has(to)) next.set(to, new Set());
  }
  const order = new Map<string, number>();
  const lowest = new Map<string, number>();
  const groups = new Map<string, number>();
  const open: string[] = [];
  const low = (name: string): number => lowest.get(name) ?? Infinity;
  const reach = (name: string, number: number): void => void lowest.set(name, Math.min(low(name), number));
  for (const root of next.keys()) {
    if (order.has(root)) continue;
    const way: { readonly name: string; readonly left: Iterator<string> }[] = [];
    const enter = (name: string): void => {
      order.set(name, order.size);
      reach(name, order.size - 1);
      open.push(name);
      way.push({ name, left: (next.get(name) ?? new Set<string>()).values() });
    };
    enter(root);
    for (let step = way.at(-1); step; step = way.at(-1)) {
      const { name, left } = step;
      const { done, value } = left.next();
      if (done !== true) {
        const seen = order.get(value);
        if (seen === undefined) enter(value);
        else if (!groups.has(value)) reach(name, seen);
        continue;
      }
      way.pop();
      const before = way.at(-1);
      if (before) reach(before.name, low(name));
      if (low(name) !== order.get(name)) continue;
      const group = groups.size;
      for (let one = open.pop(); one !== undefined; one = open.pop()) {
        groups.set(one, group);
        if (one === name) break;
      }
    }
  }
  return groups;
}
