import fc from 'fast-check';
import { openKit } from '../runtime.js';
import { kitDocument } from '../ship/kit.js';
import { readProject } from '../checks/readProject.js';
import { projectJson } from '../testing/projects.js';
import { cellCount, cellPlaces, gridPlaces, sheetCells, type Grid } from './sheet.js';

const grid: Grid = { columns: 3, rows: 2, width: 10, height: 20, left: 4, top: 5, gapX: 2, gapY: 3 };

type Documents = Record<'assets' | 'actors', Record<string, unknown>[]>;

/** The League's project with its body cut from a sheet. */
function withSheet(sheet: object | undefined, actor: object = {}, picture: object = {}): Record<string, unknown> {
  const json = projectJson([{ kind: 'pose', id: 'p' }]);
  const { assets, actors } = json as unknown as Documents;
  Object.assign(assets[2], { ...(sheet && { sheet }), ...picture });
  Object.assign(actors[0], actor);
  return json;
}

const told = (json: unknown): string[] => readProject(json).problems.map(({ path, message }) => `${path}: ${message}`);

describe('a sprite sheet', () => {
  it('counts the places of a grid row by row, with margins and gaps', () => {
    expect(gridPlaces(grid).map(({ x, y }) => [x, y])).toEqual([
      [4, 5],
      [16, 5],
      [28, 5],
      [4, 28],
      [16, 28],
      [28, 28],
    ]);
  });

  it('has no cells where places are empty, and counts on without them', () => {
    const cells = sheetCells({ by: 'grid', ...grid, empty: [1, 5] });
    expect(cells.map(({ x, y }) => [x, y])).toEqual([
      [4, 5],
      [28, 5],
      [4, 28],
      [16, 28],
    ]);
  });

  it('is cut into equal cells side by side when nothing is said', () => {
    expect(cellPlaces({ cells: 4 }, 40, 10).map(({ x, width }) => [x, width])).toEqual([
      [0, 10],
      [10, 10],
      [20, 10],
      [30, 10],
    ]);
    expect(cellCount({ cells: 4 })).toBe(4);
    expect(cellCount({ cells: 1, sheet: { by: 'frames', frames: [{ x: 0, y: 0, width: 1, height: 1 }] } })).toBe(1);
  });

  it('never cuts one px twice', () => {
    const whole = (max: number): fc.Arbitrary<number> => fc.integer({ min: 1, max });
    const zero = (max: number): fc.Arbitrary<number> => fc.integer({ min: 0, max });
    const grids = fc.record({
      columns: whole(6),
      rows: whole(6),
      width: whole(9),
      height: whole(9),
      left: zero(5),
      top: zero(5),
      gapX: zero(4),
      gapY: zero(4),
    });
    fc.assert(
      fc.property(grids, (any) => {
        const places = gridPlaces(any);
        for (const [i, a] of places.entries())
          for (const b of places.slice(i + 1)) {
            const apart = a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;
            if (!apart) return false;
          }
        return true;
      }),
    );
  });

  it('is shipped with every cell’s place written out', () => {
    const { project } = readProject(withSheet({ by: 'grid', ...grid, empty: [0] }));
    if (!project) throw new Error('refused');
    const kit = kitDocument(project);
    const picture = kit.assets[2] as { cells: number; frames?: readonly object[]; sheet?: unknown };
    expect(picture.sheet).toBeUndefined();
    expect(picture.cells).toBe(5);
    expect(picture.frames?.[0]).toEqual({ x: 16, y: 5, width: 10, height: 20 });
    const opened = openKit(JSON.parse(JSON.stringify(kit)));
    expect(opened.pictureCells('mosshell')).toBe(5);
    expect(opened.assets[2].frames?.length).toBe(5);
  });

  it('is refused with cells outside its picture, or with none, at its place', () => {
    expect(told(withSheet({ by: 'grid', ...grid }, {}, { width: 38, height: 48 }))).toEqual([]);
    expect(told(withSheet({ by: 'grid', ...grid }, {}, { width: 37, height: 48 }))).toEqual([
      'assets[2].sheet: expected cells inside the picture of 37 × 48 px, cell 2 is not',
    ]);
    expect(told(withSheet({ by: 'frames', frames: [{ x: 1, y: 0, width: 8, height: 8 }] }, {}, { width: 8, height: 8 }))[0]).toContain(
      'cell 0 is not',
    );
    expect(told(withSheet({ by: 'grid', ...grid, empty: [0, 1, 2, 3, 4, 5] }))[0]).toContain('expected 1 to 256 cells, found 0');
    expect(told(withSheet({ by: 'grid', ...grid, columns: 200, rows: 200 }))[0]).toContain('found 40000');
    expect(told(withSheet({ by: 'frames', frames: [] }))[0]).toMatch(/^assets\[2\]\.sheet\.frames: /);
    expect(told(withSheet({ by: 'frames', frames: [{ x: 0.5, y: 0, width: 8, height: 8 }] }))[0]).toMatch(/frames\[0\]\.x: /);
  });

  it('is held to what shows it: cells and clips that are there', () => {
    const clip = (more: object = {}) => ({ id: 'reel', picture: 'mosshell', cells: [0, 5], rate: 10, loop: false, ...more });
    const cut = { by: 'grid', ...grid };
    expect(told(withSheet(cut, { clips: [clip()], poseClips: { hurt: 'reel' }, cell: 5 }))).toEqual([]);
    expect(told(withSheet(cut, { clips: [clip({ cells: [0, 6] })], cell: 6 }))).toEqual([
      'actors[0].cell: expected a cell of "mosshell" (0 to 5), found 6',
      'actors[0].clips[0].cells[1]: expected a cell of "mosshell" (0 to 5), found 6',
    ]);
    expect(told(withSheet(cut, { clips: [clip({ picture: 'crack' })] }))[0]).toBe(
      'actors[0].clips[0].picture: expected a picture asset of the project, found "crack"',
    );
    expect(told(withSheet(cut, { clips: [clip(), clip()] }))[0]).toBe('actors[0].clips[1].id: expected an id of its own, "reel" is taken');
    const part = { id: 'shell', picture: 'mosshell', pivot: { x: 0, y: 0 } };
    expect(told(withSheet(cut, { parts: [part, part] }))).toEqual(['actors[0].parts[1].id: expected an id of its own, "shell" is taken']);
    expect(told(withSheet(cut, { clips: [clip()], poseClips: { hurt: 'reed' } }))[0]).toBe(
      'actors[0].poseClips.hurt: expected one of reel, found "reed"',
    );
  });
});
