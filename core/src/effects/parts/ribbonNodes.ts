import type { RibbonFrame } from '../../contract.js';
import { Spotted } from '../../take/spotted.js';
import type { Fraction, Px } from '../../units.js';
import { tableCells, type Envelope } from '../../maths/envelope.js';
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

/** A node that is to be written; one is kept and changed for all nodes of a ribbon. */
export class RibbonNode extends Spotted {
  /** Where along the ribbon it is, from head (0) to tail (1). */
  get along(): Fraction {
    return this.numbers[2];
  }
  set along(along: Fraction) {
    this.numbers[2] = along;
  }

  /** How wide the ribbon is there where its width over its length is 1. */
  get width(): Px {
    return this.numbers[3];
  }
  set width(width: Px) {
    this.numbers[3] = width;
  }
}

/** Writes the next node; width and colours are read from tables, straight between their entries. */
export function writeNode(ribbons: RibbonFrame, look: RibbonLook, node: RibbonNode): void {
  const n = ribbons.nodeCount++;
  const widths = look.widthAlong.table();
  const { r, g, b, a } = look.colourAlong.tables();
  const place = node.along * tableCells;
  const cell = Math.min(tableCells - 1, place | 0);
  const part = place - cell;
  ribbons.x[n] = node.x;
  ribbons.y[n] = node.y;
  ribbons.width[n] = Math.max(0, node.width * (widths[cell] + (widths[cell + 1] - widths[cell]) * part));
  ribbons.r[n] = r[cell] + (r[cell + 1] - r[cell]) * part;
  ribbons.g[n] = g[cell] + (g[cell + 1] - g[cell]) * part;
  ribbons.b[n] = b[cell] + (b[cell + 1] - b[cell]) * part;
  ribbons.a[n] = a[cell] + (a[cell + 1] - a[cell]) * part;
}
