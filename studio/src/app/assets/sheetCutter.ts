import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Asset } from '@undatio/core';
import { cellPlaces, gridPlaces, readFrameList } from '@undatio/core/internal';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { ProjectApi } from '../project/projectApi';
import { ProjectService } from '../project/projectService';
import { RadioKeys } from '../shared/radioKeys';
import { ScrubNumber, type NumberChange } from '../shared/scrubNumber';
import { cellsFromText, textOfCells } from '../shared/cellText';
import { CellsService } from './cellsService';
import {
  cutOf,
  cuts,
  gridNumbers,
  gridOf,
  leftOver,
  recut,
  withEmpty,
  withGrid,
  type CutName,
  type GridNumber,
  type Picture,
} from './sheetEdits';

/** px of the screen that the picture is shown in at most. */
const room = { width: 640, height: 340 };

/** How a picture is cut into cells: seen on the picture, by a strip, a grid, or rectangles from a file. */
@Component({
  selector: 'und-sheet-cutter',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RadioKeys, ScrubNumber],
  templateUrl: './sheetCutter.html',
  styleUrl: './sheetCutter.scss',
})
export class SheetCutter {
  readonly asset = input.required<Picture>();

  private readonly projects = inject(ProjectService);
  private readonly api = inject(ProjectApi);
  private readonly cells = inject(CellsService);

  protected readonly cuts = cuts;
  protected readonly gridNumbers = (Object.keys(gridNumbers) as GridNumber[]).map((name) => ({ name, ...gridNumbers[name] }));
  /** Why rectangles could not be read. */
  protected readonly refused = signal('');

  /** The size of a picture whose document does not say it: that of the picture itself. */
  private readonly seen = signal({ width: 1, height: 1 });
  protected readonly picture = computed(() => {
    const asset = this.asset();
    return { ...asset, width: asset.width ?? this.seen().width, height: asset.height ?? this.seen().height };
  });

  constructor() {
    effect(() => {
      const { width, height } = this.asset();
      const url = this.url();
      if (width !== undefined && height !== undefined) return;
      const image = new Image();
      image.onload = () => this.seen.set({ width: image.naturalWidth, height: image.naturalHeight });
      image.src = url;
    });
  }

  protected readonly url = computed(() => this.api.assetUrl(this.projects.project, this.asset().id));
  protected readonly cut = computed(() => cutOf(this.asset()));
  protected readonly grid = computed(() => gridOf(this.picture()));
  protected readonly over = computed(() => leftOver(this.picture()));
  /** px of the picture for one of the screen: small pictures are shown larger. */
  protected readonly unit = computed(() => {
    const { width, height } = this.picture();
    return Math.max(width / room.width, height / room.height, 1 / 8);
  });
  /** Every place, with the number of its cell; none where it is left out. */
  protected readonly places = computed(() => {
    const picture = this.picture();
    if (picture.sheet?.by !== 'grid')
      return cellPlaces(picture, picture.width, picture.height).map((place, i) => ({ place, at: i, cell: i }));
    const out = new Set(picture.sheet.empty);
    let cell = 0;
    return gridPlaces(picture.sheet).map((place, at) => ({ place, at, cell: out.has(at) ? undefined : cell++ }));
  });
  protected readonly leftOut = computed(() => textOfCells(this.grid().empty ?? []));

  private readonly looked = computed(() => {
    const { sheet } = this.picture();
    return sheet?.by === 'grid' ? { url: this.url(), size: this.picture(), places: gridPlaces(sheet) } : undefined;
  });
  /** Places in which nothing is drawn and that are not left out yet. */
  private readonly clear = toSignal(
    toObservable(this.looked).pipe(
      debounceTime(120),
      // If a picture cannot be analysed, no cell is marked as empty. The next picture is analysed again.
      switchMap((look) => (look ? this.cells.empty(look.url, look.size, look.places).pipe(catchError(() => of([]))) : of([]))),
    ),
    { initialValue: [] as number[] },
  );
  protected readonly found = computed(() => {
    const out = new Set(this.grid().empty);
    return this.cut() === 'a grid' && this.places().length > this.clear().length ? this.clear().filter((at) => !out.has(at)) : [];
  });

  protected choose(cut: CutName): void {
    this.refused.set('');
    this.edit(cut, () => recut(this.picture(), cut));
  }

  protected setCells({ value, gesture }: NumberChange): void {
    this.edit('cells', (before) => ({ ...before, cells: Math.max(2, Math.round(value)) }), gesture);
  }

  protected setGrid(name: GridNumber, word: string, { value, gesture }: NumberChange): void {
    this.edit(word, (before) => withGrid({ ...this.picture(), ...before } as ReturnType<typeof this.picture>, name, value), gesture);
  }

  /** Leaves a place out, or takes it in again. */
  protected toggle(at: number): void {
    if (this.cut() !== 'a grid') return;
    const empty = this.grid().empty ?? [];
    this.leave(empty.includes(at) ? empty.filter((one) => one !== at) : [...empty, at]);
  }

  protected leaveFound(): void {
    this.leave([...(this.grid().empty ?? []), ...this.found()]);
  }

  protected leaveWritten(text: string): void {
    this.leave(cellsFromText(text, this.places().length));
  }

  private leave(empty: readonly number[]): void {
    this.edit('cells left out', () => withEmpty(this.picture(), empty));
  }

  protected async readFile(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    try {
      if (file.size > 4 * 1024 * 1024) throw new Error(`expected at most 4 MB of JSON, found ${Math.round(file.size / 1e6)} MB`);
      const frames = readFrameList(await file.text(), this.picture());
      this.refused.set('');
      this.edit(`rectangles of ${file.name}`, (before) => ({ ...before, cells: 1, sheet: { by: 'frames', frames } }));
    } catch (error) {
      this.refused.set(`${file.name}: ${(error as Error).message}`);
    }
  }

  private edit(what: string, change: (before: Picture) => Picture, gesture?: string): void {
    const { id, label } = this.asset();
    const { width, height } = this.picture();
    // A document that did not say its size says it from here on.
    const sized = (before: Picture): Picture => ({ width, height, ...before });
    this.projects.editDocument(`assets/${id}`, `${label}: ${what}`, (before) => change(sized(before as Asset as Picture)), gesture);
  }
}
