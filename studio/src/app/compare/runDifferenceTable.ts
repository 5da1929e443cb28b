import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  DrillTake,
  eventDifferences,
  numberWords,
  partDifferences,
  runReadingDifferences,
  type EventDifference,
  type ListedCollection,
  type RunReadingDifference,
} from '@undatio/core/internal';
import { debounceTime, map } from 'rxjs';
import { DrillService } from '../drills/drillService';
import { KeptService } from '../playback/keptService';
import { PlaybackService } from '../playback/playbackService';
import { StrikeService } from '../playback/strikeService';

/** What a document of each sort is called here. */
const sorts: Readonly<Record<ListedCollection, string>> = {
  events: 'event',
  actors: 'actor',
  assets: 'asset',
  sequences: 'sequence',
  statuses: 'status',
  responses: 'ladder of',
  drills: 'drill',
  presets: 'preset',
};
/** Events that are listed at once. */
const mostEvents = 120;

/** What differs between the kept run and the present one: in the documents, in what it comes to, and event by event. */
@Component({
  selector: 'und-run-difference-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header>
      <h2>Differences</h2>
      <button type="button" class="plain" (click)="kept.table.set(false)">Close</button>
    </header>
    @for (one of documents(); track one.document.collection + one.document.id) {
      <section>
        <h3>
          <span>{{ one.sort }} {{ one.document.label }}{{ one.only }}</span>
          <button
            type="button"
            class="plain"
            [attr.aria-label]="'Adopt all of ' + one.sort + ' ' + one.document.label + ' from the kept run'"
            (click)="kept.adoptPart(one.document)"
          >
            Adopt all
          </button>
        </h3>
        @for (part of one.parts; track part.field + part.entry) {
          <p class="part">
            <span>
              <b>{{ part.name }}</b> {{ part.told }}
            </span>
            @if (one.parts.length > 1) {
              <button
                type="button"
                class="plain"
                [attr.aria-label]="'Adopt ' + part.name + ' from the kept run'"
                (click)="kept.adoptPart(one.document, part)"
              >
                Adopt
              </button>
            }
          </p>
        }
      </section>
    }
    @if (found(); as all) {
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">What</span></th>
            <th scope="col">kept</th>
            <th scope="col">now</th>
          </tr>
        </thead>
        @if (all.readings.length > 0) {
          <tbody>
            <tr class="lane">
              <th scope="rowgroup" colspan="3">Comes to</th>
            </tr>
            @for (row of all.readings; track row.key) {
              <tr>
                <th scope="row">{{ row.name }}{{ row.unit && ', ' + row.unit }}</th>
                <td class="number">{{ words(row.before) }}</td>
                <td class="number">{{ words(row.after) }}</td>
              </tr>
            }
          </tbody>
        }
        @for (event of all.events; track $index) {
          <tbody>
            <tr class="lane">
              <th scope="rowgroup" colspan="3">
                <button type="button" class="at" [title]="'To ' + event.at.toFixed(2) + ' s'" (click)="playback.scrub(event.at)">
                  <span class="number">{{ event.at.toFixed(2) }}</span> {{ event.event }} <em>{{ event.parties }}</em>
                  @if (event.change !== 'changed') {
                    &ngsp;<em>{{ event.change === 'added' ? 'only now' : 'only kept' }}</em>
                  }
                </button>
              </th>
            </tr>
            @for (row of event.rows; track row.label) {
              <tr>
                <th scope="row">{{ row.label }}</th>
                <td>{{ row.before }}</td>
                <td>{{ row.after }}</td>
              </tr>
            }
          </tbody>
        }
      </table>
      @if (all.more > 0) {
        <p class="field-label">and {{ all.more }} more events that differ</p>
      }
      @if (documents().length === 0 && all.readings.length === 0 && all.events.length === 0) {
        <p class="field-label" role="status">Nothing differs: change something, and it stands here.</p>
      }
    } @else {
      <p class="field-label" role="status">The two are held against one another…</p>
    }
  `,
  styleUrl: './differenceTable.scss',
})
export class RunDifferenceTable {
  protected readonly kept = inject(KeptService);
  private readonly drills = inject(DrillService);
  protected readonly playback = inject(PlaybackService);
  private readonly stage = toSignal(inject(StrikeService).stage$);

  protected readonly documents = computed(() =>
    this.kept.changed().map((document) => {
      const { before, after, collection } = document;
      const parts = before && after ? partDifferences(before, after) : [];
      return {
        document,
        sort: sorts[collection],
        only: !before ? ', only now' : !after ? ', only kept' : '',
        parts: parts.map((part) => ({
          ...part,
          told: part.change === 'added' ? 'only now' : part.change === 'removed' ? 'only kept' : part.words.join('; '),
        })),
      };
    }),
  );

  private readonly runs = computed(() => {
    const [before, after] = [this.kept.shown()?.run, this.stage()?.run];
    return before instanceof DrillTake && after instanceof DrillTake ? { before, after } : undefined;
  });
  /** What the two come to, once a drag rests. */
  protected readonly found = toSignal(
    toObservable(this.runs).pipe(
      debounceTime(120),
      map((runs): { events: readonly EventDifference[]; readings: readonly RunReadingDifference[]; more: number } | undefined => {
        if (!runs) return undefined;
        const names = this.drills.names();
        const events = eventDifferences(runs.before.run.log, runs.after.run.log, names);
        const more = Math.max(0, events.length - mostEvents);
        return { events: events.slice(0, mostEvents), readings: runReadingDifferences(runs.before, runs.after, names), more };
      }),
    ),
  );

  protected words(value: number | undefined): string {
    return value === undefined ? 'never' : numberWords(Number(value.toFixed(3)));
  }
}
