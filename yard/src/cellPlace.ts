import type { CellPlace, Kit } from '@undatio/core/runtime';

/** Where a cell of a picture lies in the image that it was drawn to. */
export function cellPlace(kit: Kit, picture: string, image: { readonly width: number; readonly height: number }, cell: number): CellPlace {
  const frames = kit.assets.find(({ id }) => id === picture)?.frames;
  if (frames) return frames[cell] ?? frames[0];
  const width = image.width / kit.pictureCells(picture);
  return { x: cell * width, y: 0, width, height: image.height };
}
