/**
 * Writes into `order` the places of bodies as they are drawn, from back to front: whose feet are lower in the view is in front; of
 * several at one depth the first in the list is in front of the others. Sorting by insertion: from frame to frame little changes.
 */
export function drawnOrder(depths: ArrayLike<number>, order: number[]): number[] {
  const { length } = depths;
  if (order.length !== length) {
    order.length = length;
    for (let i = 0; i < length; i++) order[i] = length - 1 - i;
  }
  for (let i = 1; i < length; i++) {
    const one = order[i];
    let k = i;
    while (k > 0 && isBefore(one, order[k - 1], depths)) {
      order[k] = order[k - 1];
      k--;
    }
    order[k] = one;
  }
  return order;
}

function isBefore(one: number, other: number, depths: ArrayLike<number>): boolean {
  return depths[one] < depths[other] || (depths[one] === depths[other] && one > other);
}
