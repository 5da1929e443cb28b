import sharp from 'sharp';
import type { Project } from '@undatio/core';
import { cellPlaces, mostPlaces, type PictureLightDocument } from '@undatio/core/internal';
import type { ProjectSource } from './projectFile.js';

type Picture = Extract<Project['assets'][number], { type: 'picture' }>;

/** px of the longer side that pictures are looked at in, and the most px of a file that is opened. */
const looked = 256;
const mostPixels = 64e6;
/** Seconds after which a picture that will not come is left out. */
const patience = 10;
/** Pictures that are remembered. */
const remembered = 500;

const known = new Map<string, PictureLightDocument | undefined>();

/** How light the pictures of a project are; those that are missing or cannot be read are left out. `ids`: only those. */
export async function pictureLights({ project, assetBytes }: ProjectSource, ids?: ReadonlySet<string>): Promise<PictureLightDocument[]> {
  const wanted = project.assets.filter((asset): asset is Picture => asset.type === 'picture' && (ids?.has(asset.id) ?? true));
  const lights: PictureLightDocument[] = [];
  for (const picture of wanted) {
    const light = await lightOf(picture, assetBytes);
    if (light) lights.push({ ...light, id: picture.id });
  }
  return lights;
}

async function lightOf(picture: Picture, assetBytes: ProjectSource['assetBytes']): Promise<PictureLightDocument | undefined> {
  const key = JSON.stringify([picture.sha256, picture.cells, picture.sheet, picture.width, picture.height]);
  if (known.has(key)) return known.get(key);
  const bytes = await assetBytes(picture.id);
  if (!bytes) return undefined;
  const light = await measure(picture, bytes);
  if (known.size >= remembered) known.clear();
  known.set(key, light);
  return light;
}

async function measure(picture: Picture, bytes: Uint8Array): Promise<PictureLightDocument | undefined> {
  try {
    const opened = sharp(bytes, { limitInputPixels: mostPixels }).timeout({ seconds: patience });
    const { width: ownWidth, height: ownHeight } = await opened.metadata();
    const [width, height] = [picture.width ?? ownWidth, picture.height ?? ownHeight];
    const { data, info } = await opened
      .resize(looked, looked, { fit: 'inside', withoutEnlargement: true })
      .toColourspace('srgb')
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const cells = cellPlaces(picture, width, height).map((cell) => {
      const longer = Math.max(cell.width, cell.height);
      const places = (px: number): number => Math.max(1, Math.min(mostPlaces, Math.ceil((px / longer) * mostPlaces)));
      const [columns, rows] = [places(cell.width), places(cell.height)];
      const [sx, sy] = [info.width / width, info.height / height];
      const part = { left: cell.x * sx, top: cell.y * sy, width: cell.width * sx, height: cell.height * sy };
      return { columns, rows, rgba: meanOf(data, info, part, columns, rows) };
    });
    return { id: picture.id, width, height, cells };
  } catch {
    // What is no picture is told where it is brought in and where it is drawn.
    return undefined;
  }
}

interface Part {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** The mean colours of a part of a picture in so many columns and rows, as digits. */
function meanOf(data: Uint8Array, { width, height }: { width: number; height: number }, part: Part, columns: number, rows: number): string {
  const digits: string[] = [];
  const span = (from: number, length: number, count: number, i: number, whole: number): [number, number] => {
    const begin = Math.max(0, Math.min(whole - 1, Math.floor(from + (length * i) / count)));
    return [begin, Math.max(begin + 1, Math.min(whole, Math.ceil(from + (length * (i + 1)) / count)))];
  };
  for (let row = 0; row < rows; row++) {
    const [y0, y1] = span(part.top, part.height, rows, row, height);
    for (let column = 0; column < columns; column++) {
      const [x0, x1] = span(part.left, part.width, columns, column, width);
      let [r, g, b, alpha] = [0, 0, 0, 0];
      for (let y = y0; y < y1; y++)
        for (let x = x0; x < x1; x++) {
          const at = 4 * (y * width + x);
          const a = data[at + 3];
          r += data[at] * a;
          g += data[at + 1] * a;
          b += data[at + 2] * a;
          alpha += a;
        }
      const byte = (value: number): string => Math.round(value).toString(16).padStart(2, '0');
      const of = (sum: number): string => byte(alpha > 0 ? sum / alpha : 0);
      digits.push(of(r), of(g), of(b), byte(alpha / ((x1 - x0) * (y1 - y0))));
    }
  }
  return digits.join('');
}
