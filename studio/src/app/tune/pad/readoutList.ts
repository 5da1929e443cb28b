import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { bakedRow, readoutDifferences, readoutRows, readoutWords } from '@undatio/core/internal';
import { debounceTime, map, of, switchMap, throttleTime } from 'rxjs';
import { CourseService } from '../../compare/courseService';
import { FrameService } from '../../playback/frameService';
import { KeptService } from '../../playback/keptService';
import { measured, readoutOptions } from '../../playback/measuredReadouts';
import { StrikeService } from '../../playback/strikeService';
import { StageSetUps } from '../../stage/stageSetUps';

/** What a person argues about, in units; and the numbers of the instant that is shown. */
@Component({
  selector: 'und-readout-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dl aria-label="Readouts of the take">
      @for (row of rows(); track row.name) {
        <div>
          <dt [title]="row.about">
            @if (courses.has(row.key)) {
              <button
                type="button"
                [attr.aria-pressed]="courses.name() === row.key"
                [attr.aria-label]="row.name + ' over time'"
                (click)="courses.toggle(row.key)"
              >
                {{ row.name }}
              </button>
            } @else {
              {{ row.name }}
            }
          </dt>
          <dd class="number">
            @if (row.was; as was) {
              <span class="was" [title]="'Kept: ' + was">{{ row.change }}</span>
            }
            {{ row.text }}
          </dd>
        </div>
      }
    </dl>
    <details (toggle)="reading.set($any($event.target).open)">
      <summary>This instant</summary>
      <dl class="instant" tabindex="0" aria-label="Numbers of this instant">
        @for (cell of instant(); track cell.name) {
          <div>
            <dt>{{ cell.name }}</dt>
            <dd class="number">
              <data [value]="cell.exact" [attr.data-column]="cell.name">{{ cell.text }}</data>
            </dd>
          </div>
        }
      </dl>
    </details>
  `,
  styles: `
    :host {
      display: block;
      border-top: 1px solid var(--rule-strong);
      padding-top: 0.3rem;
    }
    dl {
      margin: 0;
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 0.1rem 0.9rem;
    }
    /* They are many: they scroll, and leave the pad its room. */
    .instant {
      grid-template-columns: 1fr;
      max-height: 4.8rem;
      overflow-y: auto;
      scrollbar-width: thin;
    }
    dl div {
      display: flex;
      justify-content: space-between;
      gap: 0.4rem;
      font-size: 0.75rem;
      line-height: 1.2;
    }
    dt {
      color: var(--faint-ink);
      white-space: nowrap;
    }
    dt button {
      padding: 0;
      border: 0;
      background: none;
      color: inherit;
      cursor: pointer;
      text-decoration: underline dotted;
      text-underline-offset: 2px;
    }
    dt button[aria-pressed='true'] {
      color: var(--ink);
      font-weight: 700;
    }
    dd {
      margin: 0;
      white-space: nowrap;
    }
    .was {
      color: var(--contact);
      font-size: 0.625rem;
    }
    summary {
      font-size: 0.75rem;
      cursor: pointer;
      color: var(--faint-ink);
      margin-top: 0.2rem;
    }
  `,
})
export class ReadoutList {
  private readonly strikes = inject(StrikeService);
  private readonly frames = inject(FrameService);
  private readonly kept = inject(KeptService);
  protected readonly courses = inject(CourseService);
  /** Whether the numbers of the instant are looked at; while they are not, nobody reads them. */
  protected readonly reading = signal(false);
  private readonly row = toSignal(
    toObservable(this.reading).pipe(
      switchMap((reading) =>
        reading
          ? this.frames.frame$.pipe(
              throttleTime(50, undefined, { leading: true, trailing: true }),
              map(({ frame }) => bakedRow(frame)),
            )
          : of(undefined),
      ),
    ),
  );

  private readonly project = toSignal(inject(StageSetUps).project$);
  /** Measured in slices, so that a long sequence never holds up a drag; the last reading stays until the next is whole. */
  private readonly read = toSignal(
    this.strikes.stage$.pipe(
      // Once a drag rests, so that it costs the drag nothing.
      debounceTime(100),
      switchMap(({ take }) => (take ? measured(take, readoutOptions(this.project())) : of(undefined))),
    ),
  );

  /** The kept take's readings, to hold these against. */
  private readonly readKept = toSignal(
    toObservable(this.kept.shown).pipe(
      debounceTime(100),
      switchMap((kept) => (kept?.take ? measured(kept.take, readoutOptions(this.project())) : of(undefined))),
    ),
  );

  protected readonly rows = computed(() => {
    const [read, kept] = [this.read(), this.readKept()];
    if (!read) return [];
    const moved = new Map((kept ? readoutDifferences(kept, read) : []).map((one) => [one.key, one]));
    return readoutRows(read).map((row) => {
      const was = moved.get(row.key)?.before;
      const share = row.key === 'peakShift' ? ` ${(read.shiftShare * 100).toFixed(read.shiftShare < 0.1 ? 1 : 0)} %` : '';
      const text = `${readoutWords(row)}${was === undefined ? share : ''}`;
      return { ...row, text, was, change: was === undefined ? '' : changeWords(row.value, kept?.[row.key], read[row.key]) };
    });
  });

  protected readonly instant = computed(() =>
    Object.entries(this.row() ?? {}).map(([name, value]) => ({
      name,
      exact: String(value),
      text: typeof value === 'number' ? String(Number(value.toFixed(4))) : value,
    })),
  );
}

/** Which way a reading moved from the kept one; the glyph alone says it, whatever the colours. */
function changeWords(value: number, before: number | undefined, after: number): string {
  if (before === undefined || !Number.isFinite(value)) return '·';
  return after > before ? '▲' : '▼';
}
