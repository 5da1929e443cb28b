import type { RibbonFrame } from '../contract.js';
import { readTable, tableCells } from '../maths/envelope.js';

/** Nodes of one ribbon: enough that a tight turn looks round. */
export const nodesPerRibbon = 20;

/** How a ribbon looks along itself, from head (0) to tail (1). */
export interface RibbonLook {
  readonly widthTable: Float32Array;
  readonly colourTables: { readonly r: Float32Array; readonly g: Float32Array; readonly b: Float32Array; readonly a: Float32Array };
  readonly blend: number;
  /** 0 behind the bodies, 1 over them. */
  readonly layer: 0 | 1;
}

/** Begins a ribbon; its nodes are written one after another by `writeNode`. */
export function beginRibbon(ribbons: RibbonFrame, look: RibbonLook): void {
  const n = ribbons.count++;
  ribbons.first[n] = ribbons.nodeCount;
  ribbons.nodes[n] = nodesPerRibbon;
  ribbons.blend[n] = look.blend;
  ribbons.layer[n] = look.layer;
}

/** Writes the next node, `along` the ribbon from 0 to 1, `width` px wide where the width over its length is 1. */
export function writeNode(ribbons: RibbonFrame, look: RibbonLook, along: number, x: number, y: number, width: number, alpha: number): void {
  const n = ribbons.nodeCount++;
  const cell = Math.min(tableCells, Math.round(along * tableCells));
  const { r, g, b, a } = look.colourTables;
  ribbons.x[n] = x;
  ribbons.y[n] = y;
  ribbons.width[n] = Math.max(0, width * readTable(look.widthTable, along));
  ribbons.r[n] = r[cell];
  ribbons.g[n] = g[cell];
  ribbons.b[n] = b[cell];
  ribbons.a[n] = Math.min(1, Math.max(0, a[cell] * alpha));
}
