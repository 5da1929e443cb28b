import type { Asset } from '@undatio/core';
import { cellPlaces } from '@undatio/core/internal';

/** Where a cell lies in its picture, and the picture's size: in px of the file, where its size is known. */
export interface CellBox {
  readonly viewBox: string;
  readonly width: number;
  readonly height: number;
}

const unknown = { width: 1000, height: 1000 };

/** px that a cell of a drawn picture is high at most for its px to be meant to be seen. */
const pixelArt = 128;

/** Whether a picture is drawn px by px, and must not be smoothed when it is shown larger. */
export function isPixelArt(asset: Asset | undefined): boolean {
  if (asset?.type !== 'picture' || asset.file.endsWith('.svg') || asset.width === undefined || asset.height === undefined) return false;
  const [{ height }] = cellPlaces(asset, asset.width, asset.height);
  return height <= pixelArt;
}

/** What an SVG must show of a picture for one of its cells; the whole picture where there is no such cell. */
export function cellBox(asset: Asset | undefined, cell: number): CellBox {
  if (asset?.type !== 'picture') return { viewBox: `0 0 ${unknown.width} ${unknown.height}`, ...unknown };
  const width = asset.width ?? unknown.width;
  const height = asset.height ?? unknown.height;
  const place = cellPlaces(asset, width, height)[cell] ?? { x: 0, y: 0, width, height };
  return { viewBox: `${place.x} ${place.y} ${place.width} ${place.height}`, width, height };
}
