import { ChangeDetectionStrategy, Component, effect, inject, input, signal, viewChild, type ElementRef } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { DrillTake } from '@undatio/core/internal';
import { PlaybackService } from '../playback/playbackService';
import type { StageTake } from '../playback/stageTake';
import { lineChart } from '../shared/lineChart';
import { ThemeService } from '../shared/themeService';
import { seriesOf, type Series } from './chartSeries';
import { DrillService } from './drillService';
import { axisLeft, axisRight } from './timeAxis';

const panels = ['health', 'status', 'distance', 'clock'] as const;
const panelNames = { health: 'health', status: 'stacks', distance: 'px', clock: 'clock' } as const;
/** Inks of the actors, in their order; dashes tell further ones apart. */
const inks = ['--family-view', '--family-body', '--family-ear', '--family-time', '--family-words', '--family-hand'];
const dashes = ['solid', 'dashed', 'dotted'] as const;

/** Health, statuses and clock rates of a drill, on the clock of its lanes. */
@Component({
  selector: 'und-drill-charts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      #host
      class="chart"
      role="img"
      [attr.aria-label]="told()"
      (pointerdown)="jump($event)"
      (mousemove)="point($event)"
      (mouseleave)="pointed.set(undefined)"
    ></div>
    <div class="playhead" [style.left]="place(time())"></div>
    @if (pointed(); as instant) {
      <div class="pointed" [style.left]="place(instant.at)"></div>
      <p class="reading" [class.beyond]="instant.at > take().duration / 2">
        <b class="number">{{ instant.at.toFixed(2) }} s</b>
        @for (line of instant.lines; track line) {
          <span>{{ line }}</span>
        }
      </p>
    }
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      min-height: 0;
    }
    .chart {
      position: absolute;
      inset: 0;
      cursor: crosshair;
    }
    .playhead {
      position: absolute;
      top: 0;
      bottom: 0;
      width: 1.4px;
      background: var(--contact);
      pointer-events: none;
    }
    .pointed {
      position: absolute;
      top: 0;
      bottom: 0;
      border-left: 1px dashed var(--faint-ink);
      pointer-events: none;
    }
    .reading {
      position: absolute;
      top: 4px;
      right: 18px;
      display: grid;
      margin: 0;
      padding: 0.2rem 0.5rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
      font-size: 0.75rem;
      pointer-events: none;
    }
    .reading.beyond {
      right: auto;
      left: 90px;
    }
  `,
})
export class DrillCharts {
  readonly take = input.required<DrillTake>();
  /** The kept run, drawn behind the present one. */
  readonly kept = input<StageTake>();

  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private readonly playback = inject(PlaybackService);
  private readonly names = inject(DrillService).names;
  private readonly theme = toSignal(inject(ThemeService).theme$);
  protected readonly time = toSignal(this.playback.playhead$, { initialValue: 0 });
  private readonly chart = lineChart(this.host);
  protected readonly told = signal('Health over time');
  protected readonly pointed = signal<{ readonly at: number; readonly lines: readonly string[] } | undefined>(undefined);

  constructor() {
    effect(() => {
      const [chart, take] = [this.chart(), this.take()];
      this.theme();
      if (!chart) return;
      const series = seriesOf(take, this.names());
      const run = this.kept()?.run;
      const before = run instanceof DrillTake && run !== take ? seriesOf(run, this.names()) : [];
      this.told.set(`${series.map(({ name }) => name).join(', ')} over ${take.duration} seconds`);
      chart.setOption(
        optionOf(series, before, take.duration, (token) => getComputedStyle(this.host().nativeElement).getPropertyValue(token).trim()),
        true,
      );
    });
  }

  protected place(seconds: number): string {
    const share = Math.min(1, Math.max(0, seconds / this.take().duration));
    return `calc(${axisLeft}px + (100% - ${axisLeft + axisRight}px) * ${share})`;
  }

  private secondsAt(event: MouseEvent): number | undefined {
    const { left, width } = this.host().nativeElement.getBoundingClientRect();
    const share = (event.clientX - left - axisLeft) / (width - axisLeft - axisRight);
    return share >= 0 && share <= 1 ? share * this.take().duration : undefined;
  }

  protected jump(event: MouseEvent): void {
    const at = this.secondsAt(event);
    if (at !== undefined) this.playback.scrub(at);
  }

  /** Reads every history at the instant that is pointed at. */
  protected point(event: MouseEvent): void {
    const at = this.secondsAt(event);
    if (at === undefined) return this.pointed.set(undefined);
    const { histories, run } = this.take();
    const names = this.names();
    const lines = run.drill.actors.map(({ id }) => {
      const statuses = histories.namesOf('status', id).filter((status) => histories.stacks(id, status, at) > 0);
      const standing = histories.standing(id, at);
      const health = Number(histories.health(id, at).toFixed(2));
      const worn = statuses.map((status) => names.of('status', status));
      return [`${names.of('combatant', id)} ${health}`, ...(standing === 'up' ? [] : [standing]), ...worn].join(', ');
    });
    this.pointed.set({ at, lines });
  }
}

/** What the chart draws: a panel for each sort of line that there is, one above the other on one clock. */
function optionOf(
  series: readonly Series[],
  before: readonly Series[],
  length: number,
  token: (name: string) => string,
): Record<string, unknown> {
  const there = panels.filter((panel) => [...series, ...before].some((one) => one.panel === panel));
  const shares = there.map((panel) => (panel === 'health' ? 1.6 : 1));
  const sum = shares.reduce((a, b) => a + b, 0);
  let top = 6;
  const grids = there.map((_, i) => {
    const height = (82 * shares[i]) / sum;
    const grid = { left: axisLeft, right: axisRight, top: `${top}%`, height: `${height - 5}%` };
    top += height;
    return grid;
  });
  const inkOf = ({ actor }: Series): string => token(inks[actor % inks.length]);
  const lineOf = ({ panel, points }: Series) => ({
    type: 'line',
    xAxisIndex: there.indexOf(panel),
    yAxisIndex: there.indexOf(panel),
    showSymbol: false,
    data: points,
  });
  const ghost = (one: Series) => ({ silent: true, lineStyle: { color: inkOf(one), width: 1.2, type: [3, 3], opacity: 0.75 } });
  const text = { color: token('--faint-ink'), fontSize: 10, fontFamily: token('--mono') };
  const rule = { lineStyle: { color: token('--rule') } };
  return {
    animation: false,
    textStyle: { fontFamily: token('--sans') },
    grid: grids,
    xAxis: there.map((_, i) => ({
      gridIndex: i,
      type: 'value',
      min: 0,
      max: length,
      axisLabel: { ...text, show: i === there.length - 1, formatter: '{value} s' },
      axisLine: { lineStyle: { color: token('--rule-strong') } },
      axisTick: { show: false },
      splitLine: rule,
    })),
    yAxis: there.map((panel, i) => ({
      gridIndex: i,
      type: 'value',
      min: 0,
      name: panelNames[panel],
      nameLocation: 'middle',
      nameGap: 28,
      nameTextStyle: text,
      axisLabel: text,
      splitNumber: panel === 'health' ? 3 : 1,
      splitLine: rule,
    })),
    // Distances and clocks have the inks of those they are of.
    legend: {
      data: series.filter(({ panel }) => panel === 'health' || panel === 'status').map(({ name }) => name),
      bottom: 0,
      itemHeight: 8,
      itemWidth: 18,
      textStyle: { color: token('--ink'), fontSize: 11 },
      // In pages of one row: a second row would lie over the times.
      type: 'scroll',
      pageIconSize: 10,
      pageIconColor: token('--ink'),
      pageIconInactiveColor: token('--rule-strong'),
      pageTextStyle: { color: token('--ink'), fontSize: 11 },
    },
    series: [
      ...before.map((one) => ({ ...lineOf(one), ...ghost(one) })),
      ...series.map((one) => ({
        ...lineOf(one),
        name: one.name,
        lineStyle: { color: inkOf(one), width: 1.6, type: dashes[Math.floor(one.actor / inks.length) % dashes.length] },
        itemStyle: { color: inkOf(one) },
        areaStyle: one.panel === 'status' ? { color: inkOf(one), opacity: 0.16 } : undefined,
      })),
    ],
  };
}
