/** Numbers in one block. Longer arrays than `longest` are not cut from a block. */
const blockLength = 4096;
const longest = 512;

let block = new Float64Array(blockLength);
let used = 0;

/**
 * An array of `length` zeros. Short arrays share a block: a strike needs many of them, and an array with memory of its own costs ten
 * times as much. A block is kept as long as one of its arrays is.
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
