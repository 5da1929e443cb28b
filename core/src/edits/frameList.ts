import { parseJson } from '../checks/parseJson.js';
import type { CellPlace } from '../contract.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { isRecord, show } from '../model/json.js';
import { cellLimit } from '../model/sheet.js';

/**
 * Reads where the cells of a picture lie from JSON that another program has written: a list of rectangles, or a table of them
 * by name, at the root or under `frames`; each `{x, y, width, height}` or `{x, y, w, h}`, by itself or under `frame`. They are
 * counted in the order of the text. Throws DocumentError with the place of the first that cannot be used.
 */
export function readFrameList(text: string, picture: { readonly width: number; readonly height: number }): CellPlace[] {
  const parsed = parseJson(text);
  if ('problem' in parsed) throw new DocumentError([parsed.problem.path], parsed.problem.message);
  const root = parsed.value;
  const under = isRecord(root) && root['frames'] !== undefined;
  const list: unknown = under ? root['frames'] : root;
  const path: DocumentPath = under ? ['frames'] : [];
  if (!Array.isArray(list) && !isRecord(list))
    throw new DocumentError(path, `expected a list or a table of rectangles, found ${show(list)}`);
  const entries: [string | number, unknown][] = Array.isArray(list) ? [...list.entries()] : Object.entries(list);
  if (entries.length === 0 || entries.length > cellLimit)
    throw new DocumentError(path, `expected 1 to ${cellLimit} rectangles, found ${entries.length}`);
  return entries.map(([key, entry]) => readRectangle(entry, [...path, key], picture));
}

function readRectangle(raw: unknown, path: DocumentPath, picture: { readonly width: number; readonly height: number }): CellPlace {
  if (!isRecord(raw)) throw new DocumentError(path, `expected a rectangle, found ${show(raw)}`);
  if (raw['rotated'] === true) throw new DocumentError([...path, 'rotated'], 'expected a rectangle that is not turned');
  const inner = isRecord(raw['frame']);
  const box = inner ? (raw['frame'] as Record<string, unknown>) : raw;
  const place = inner ? [...path, 'frame'] : path;
  const px = (names: readonly string[], min: number): number => {
    const name = names.find((one) => box[one] !== undefined) ?? names[0];
    const value = box[name];
    if (Number.isInteger(value) && Number(value) >= min) return Number(value);
    throw new DocumentError([...place, name], `expected whole px from ${min}, found ${show(value)}`);
  };
  const cell = { x: px(['x'], 0), y: px(['y'], 0), width: px(['width', 'w'], 1), height: px(['height', 'h'], 1) };
  if (cell.x + cell.width > picture.width || cell.y + cell.height > picture.height)
    throw new DocumentError(
      place,
      `expected a rectangle inside the picture of ${picture.width} × ${picture.height} px, it reaches ${cell.x + cell.width}, ${cell.y + cell.height}`,
    );
  return cell;
}
