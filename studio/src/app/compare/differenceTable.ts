import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  readoutDifferences,
  weighedDifferences,
  type ReadoutDifference,
  type Readouts,
  type WeighedDifference,
} from '@undatio/core/internal';
import type { Observable } from 'rxjs';
import { combineLatest, debounceTime, forkJoin, map, of, scan, startWith, switchMap } from 'rxjs';
import { KeptService } from '../playback/keptService';
import { inSlices } from '../playback/inSlices';
import { measured, readoutOptions } from '../playback/measuredReadouts';
import { contextOf } from '../playback/sequencePlans';
import { payloadOf } from '../playback/striker';
import { StrikeService } from '../playback/strikeService';
import { StageSetUps } from '../stage/stageSetUps';

/** A lane with what of it differs, what comes through most first. */
interface LaneRows {
  readonly effect: string;
  readonly name: string;
  readonly change: 'changed' | 'added' | 'removed';
  readonly weight: number;
  readonly rows: readonly { readonly label: string; readonly before: string; readonly after: string; readonly unit: string }[];
}

/** The lines that are found so far, and whether there may be more. */
interface Found {
  readonly lines: readonly WeighedDifference[];
  readonly working: boolean;
}

/** What differs between the kept take and the present one, in units: what comes through most stands first. */
@Component({
  selector: 'und-difference-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header>
      <h2>Differences</h2>
      <button type="button" class="plain" (click)="kept.table.set(false)">Close</button>
    </header>
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">What</span></th>
          <th scope="col">kept</th>
          <th scope="col">now</th>
        </tr>
      </thead>
      @if (blow().length > 0) {
        <tbody>
          <tr class="lane">
            <th scope="rowgroup" colspan="3">The blow</th>
          </tr>
          @for (row of blow(); track row.label) {
            <tr>
              <th scope="row">{{ row.label }}</th>
              <td class="number">{{ row.before }}</td>
              <td class="number">{{ row.after }}</td>
            </tr>
          }
        </tbody>
      }
      @for (lane of lanes(); track lane.effect + lane.change) {
        <tbody>
          <tr class="lane">
            <th scope="rowgroup" colspan="3">
              <span>
                {{ lane.name }}
                @if (lane.change !== 'changed') {
                  <em>{{ lane.change === 'added' ? 'only now' : 'only kept' }}</em>
                }
              </span>
              <button
                type="button"
                class="plain"
                [attr.aria-label]="'Adopt ' + lane.name + ' from the kept take'"
                (click)="kept.adopt(lane.effect)"
              >
                Adopt
              </button>
            </th>
          </tr>
          @for (row of lane.rows; track row.label) {
            <tr>
              <th scope="row">{{ row.label }}{{ row.unit && ', ' + row.unit }}</th>
              <td class="number">{{ row.before }}</td>
              <td class="number">{{ row.after }}</td>
            </tr>
          }
        </tbody>
      }
      @if (readings().length > 0) {
        <tbody>
          <tr class="lane">
            <th scope="rowgroup" colspan="3">Comes to</th>
          </tr>
          @for (row of readings(); track row.key) {
            <tr>
              <th scope="row" [title]="row.about">{{ row.name }}</th>
              <td class="number">{{ row.before }}</td>
              <td class="number">{{ row.after }}</td>
            </tr>
          }
        </tbody>
      }
    </table>
    @if (state().working) {
      <p class="field-label" role="status">Weighing what comes through…</p>
    } @else if (lanes().length === 0 && blow().length === 0) {
      <p class="field-label" role="status">Nothing differs: change something, and it stands here.</p>
    }
  `,
  styleUrl: './differenceTable.scss',
})
export class DifferenceTable {
  protected readonly kept = inject(KeptService);
  private readonly strikes = inject(StrikeService);
  private readonly stage = toSignal(this.strikes.stage$);
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  private readonly project = toSignal(inject(StageSetUps).project$);

  private readonly asked = computed(() => {
    const [kept, now, settings, project] = [this.kept.kept(), this.stage(), this.settings(), this.project()];
    return kept && now?.take && project ? { kept, now, settings, project } : undefined;
  });

  /** Lines as they are found. */
  protected readonly state = toSignal(
    toObservable(this.asked).pipe(
      // Once a drag rests, so that it costs the drag nothing.
      debounceTime(120),
      switchMap((asked): Observable<Found> => {
        if (!asked) return of({ lines: [], working: false });
        const { kept, now, settings, project } = asked;
        const { seed } = settings;
        const found = weighedDifferences(kept.sequence, now.sequence, {
          context: contextOf(project),
          payload: payloadOf(project, settings, now.sequence),
          options: { seed },
          noticed: {
            view: { width: project.conventions.viewWidth, height: project.conventions.viewHeight },
            assets: project.assets,
          },
        });
        return inSlices(found).pipe(
          scan(
            ({ lines }: Found, line): Found => (line === 'done' ? { lines, working: false } : { lines: [...lines, line], working: true }),
            { lines: [], working: true },
          ),
        );
      }),
    ),
    { initialValue: { lines: [], working: true } },
  );

  protected readonly lanes = computed((): LaneRows[] => {
    const byLane = new Map<string, WeighedDifference[]>();
    for (const line of this.state().lines) {
      const key = `${line.lane.change} ${line.lane.effect}`;
      byLane.set(key, [...(byLane.get(key) ?? []), line]);
    }
    return [...byLane.values()]
      .map((lines) => {
        const ordered = [...lines].sort((a, b) => b.weight - a.weight);
        const { effect, name, change } = ordered[0].lane;
        return { effect, name, change, weight: ordered[0].weight, rows: ordered.flatMap(({ field }) => field ?? []) };
      })
      .sort((a, b) => b.weight - a.weight);
  });

  /** What the two were struck with, where that is not the same. */
  protected readonly blow = computed(() => {
    const asked = this.asked();
    if (!asked || this.kept.alike()) return [];
    const { kept, now, settings } = asked;
    const [before, after] = [kept.settings, settings];
    const row = (label: string, one: unknown, other: unknown) =>
      String(one) === String(other) ? [] : [{ label, before: String(one), after: String(other) }];
    const labelOf = (name: string): string => now.event?.fields.find((field) => field.name === name)?.label ?? name;
    const names = [...new Set([...Object.keys(before.payload), ...Object.keys(after.payload)])];
    return [
      ...row('Sequence', kept.sequence.label, now.sequence.label),
      ...names.flatMap((name) => row(labelOf(name), before.payload[name] ?? 'default', after.payload[name] ?? 'default')),
      ...row('Seed', before.seed, after.seed),
      ...row('Heard at, px', before.listener, after.listener),
      ...row('Stage', kept.on.setUp?.label ?? 'as actors stand', this.onStage()?.setUp?.label ?? 'as actors stand'),
    ];
  });

  private readonly onStage = toSignal(inject(StageSetUps).onStage$);

  protected readonly readings = toSignal(
    combineLatest([toObservable(this.kept.shown), this.strikes.stage$]).pipe(
      debounceTime(120),
      switchMap(([kept, now]) =>
        kept?.take && now.take
          ? forkJoin([measured(kept.take, readoutOptions(this.project())), measured(now.take, readoutOptions(this.project()))])
          : of<[Readouts, Readouts] | undefined>(undefined),
      ),
      map((read): readonly ReadoutDifference[] => (read ? readoutDifferences(read[0], read[1]) : [])),
      startWith([] as readonly ReadoutDifference[]),
    ),
    { initialValue: [] as readonly ReadoutDifference[] },
  );
}
