/** Numbers of one block: what is too long to be cut from it has an array of its own. */
const blockLength = 4096;
const longest = 512;

let block = new Float64Array(blockLength);
let used = 0;

/**
 * An array of zeros, cut from a block that is shared with others: as what a strike draws is made of many short arrays, and
 * an array of its own costs ten times as much as a piece of one. The block lives as long as any piece of it.
 */
export function doubles(length: number): Float64Array {
  if (length > longest) return new Float64Array(length);
  if (used + length > blockLength) {
    block = new Float64Array(blockLength);
    used = 0;
  }
  const piece = block.subarray(used, used + length);
  used += length;
  return piece;
}
