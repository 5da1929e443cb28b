import * as z from 'zod';
import { lazySchema } from '../model/lazySchema.js';
import { identifier } from '../model/fieldSchema.js';

/** The most places across and down that a cell of a picture is told by. */
export const mostPlaces = 48;

/** How light a project's pictures are, as a server measures it: each cell in a few places, so that it can be drawn coarsely. */
export const pictureLightsSchema = /* @__PURE__ */ lazySchema(() =>
  z.array(
    z.strictObject({
      id: identifier().describe('The picture asset.'),
      width: z.number().min(1).describe('px of the file, or of a vector picture as it comes.'),
      height: z.number().min(1).describe('px of it.'),
      cells: z
        .array(
          z.strictObject({
            columns: z.number().int().min(1).max(mostPlaces),
            rows: z.number().int().min(1).max(mostPlaces),
            rgba: z
              .string()
              .regex(/^(?:[0-9a-f]{8})+$/, 'expected hexadecimal digits, eight for each place')
              .max(8 * mostPlaces * mostPlaces)
              .describe('rrggbbaa of each place, encoded sRGB, not premultiplied, row by row.'),
          }),
        )
        .min(1)
        .max(256),
    }),
  ),
);
export type PictureLightDocument = z.infer<ReturnType<typeof pictureLightsSchema>>[number];

/** One cell of a picture in a few places, premultiplied: r, g, b, alpha of each, 0..1, row by row. */
export interface CellLight {
  readonly columns: number;
  readonly rows: number;
  readonly light: Float32Array;
  /** Outside of this part, in shares of the cell, there is nothing. */
  readonly inked: { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };
  /** The mean of it. */
  readonly mean: readonly [r: number, g: number, b: number, a: number];
}

/** A picture in a few places. */
export interface PictureLight {
  readonly width: number;
  readonly height: number;
  readonly cells: readonly CellLight[];
}

/** From bytes as a decoder gives them: r, g, b, alpha of each place, not premultiplied. */
export function cellLight(columns: number, rows: number, rgba: Uint8Array): CellLight {
  const light = new Float32Array(columns * rows * 4);
  const mean: [number, number, number, number] = [0, 0, 0, 0];
  const inked = { left: 1, right: 0, top: 1, bottom: 0 };
  for (let i = 0; i < columns * rows; i++) {
    const alpha = rgba[4 * i + 3] / 255;
    if (alpha > 0) {
      const [column, row] = [i % columns, Math.floor(i / columns)];
      inked.left = Math.min(inked.left, column / columns);
      inked.right = Math.max(inked.right, (column + 1) / columns);
      inked.top = Math.min(inked.top, row / rows);
      inked.bottom = Math.max(inked.bottom, (row + 1) / rows);
    }
    for (let k = 0; k < 3; k++) light[4 * i + k] = (rgba[4 * i + k] / 255) * alpha;
    light[4 * i + 3] = alpha;
    for (let k = 0; k < 4; k++) mean[k] += light[4 * i + k] / (columns * rows);
  }
  return { columns, rows, light, inked, mean };
}

/** Lights as they come from a server, by the ids of their pictures. */
export function readPictureLights(documents: readonly PictureLightDocument[]): ReadonlyMap<string, PictureLight> {
  const bytesOf = (text: string): Uint8Array =>
    Uint8Array.from({ length: text.length / 2 }, (_, i) => parseInt(text.slice(2 * i, 2 * i + 2), 16));
  return new Map(
    documents.map(({ id, width, height, cells }) => [
      id,
      { width, height, cells: cells.map(({ columns, rows, rgba }) => cellLight(columns, rows, bytesOf(rgba))) },
    ]),
  );
}
