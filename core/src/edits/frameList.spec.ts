import fc from 'fast-check';
import { DocumentError } from '../model/documentError.js';
import { readFrameList } from './frameList.js';

const picture = { width: 64, height: 32 };
const read = (json: unknown): unknown => readFrameList(JSON.stringify(json), picture);
const refused = (json: unknown): string => {
  try {
    readFrameList(typeof json === 'string' ? json : JSON.stringify(json), picture);
  } catch (error) {
    if (error instanceof DocumentError) return error.message;
    throw error;
  }
  return 'accepted';
};

describe('a list of frame rectangles', () => {
  const cell = { x: 16, y: 0, width: 16, height: 32 };

  it('is read as a list or a table, at the root or under frames, long names or short', () => {
    const short = { x: 16, y: 0, w: 16, h: 32 };
    for (const json of [[cell], { a: cell }, { frames: [cell] }, { frames: { 'a.png': { frame: short } } }, [short]])
      expect(read(json)).withContext(JSON.stringify(json)).toEqual([cell]);
  });

  it('keeps the order of the text', () => {
    const at = (x: number) => ({ x, y: 0, w: 8, h: 8 });
    expect(read({ frames: { walk2: at(8), walk1: at(0) }, other: 7 })).toEqual([
      { x: 8, y: 0, width: 8, height: 8 },
      { x: 0, y: 0, width: 8, height: 8 },
    ]);
  });

  it('names the place of what cannot be used', () => {
    expect(refused('{"frames": [')).toMatch(/at line 1, column 13/);
    expect(refused(7)).toBe('(document): expected a list or a table of rectangles, found 7');
    expect(refused([])).toBe('(document): expected 1 to 256 rectangles, found 0');
    expect(refused({ frames: [cell, 'b'] })).toBe('frames[1]: expected a rectangle, found "b"');
    expect(refused([{ ...cell, x: 0.5 }])).toBe('[0].x: expected whole px from 0, found 0.5');
    expect(refused([{ x: 0, y: 0, w: 0, h: 4 }])).toBe('[0].w: expected whole px from 1, found 0');
    expect(refused([{ x: 0, y: 0 }])).toBe('[0].width: expected whole px from 1, found nothing');
    expect(refused({ a: { frame: { ...cell, x: 49 } } })).toBe(
      'a.frame: expected a rectangle inside the picture of 64 × 32 px, it reaches 65, 32',
    );
    expect(refused({ a: { frame: cell, rotated: true } })).toBe('a.rotated: expected a rectangle that is not turned');
  });

  it('gives cells inside the picture or one message, whatever it is handed', () => {
    fc.assert(
      fc.property(fc.oneof(fc.json(), fc.string()), (text) => {
        try {
          return readFrameList(text, picture).every(({ x, y, width, height }) => x + width <= 64 && y + height <= 32);
        } catch (error) {
          return error instanceof DocumentError && !error.message.includes('\n');
        }
      }),
      { numRuns: 500 },
    );
  });
});
