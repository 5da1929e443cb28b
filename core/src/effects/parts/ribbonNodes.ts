import type { RibbonFrame } from '../../contract.js';
import { readTable, type Envelope } from '../../maths/envelope.js';
import type { Gradient } from '../../maths/gradient.js';

/** Nodes of one ribbon: enough that a tight turn looks round. */
export const nodesPerRibbon = 20;

/** How a ribbon looks along itself, from head (0) to tail (1). */
export interface RibbonLook {
  readonly widthAlong: Envelope;
  readonly colourAlong: Gradient;
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
  const { r, g, b, a } = look.colourAlong.tables();
  ribbons.x[n] = x;
  ribbons.y[n] = y;
  ribbons.width[n] = Math.max(0, width * readTable(look.widthAlong.table(), along));
  ribbons.r[n] = readTable(r, along);
  ribbons.g[n] = readTable(g, along);
  ribbons.b[n] = readTable(b, along);
  ribbons.a[n] = Math.min(1, Math.max(0, readTable(a, along) * alpha));
}
