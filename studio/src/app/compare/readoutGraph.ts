import { ChangeDetectionStrategy, Component, computed, effect, inject, viewChild, type ElementRef } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { describedReadout, readoutCourse, type EngineTake } from '@undatio/core/internal';
import { KeptService } from '../playback/keptService';
import { readoutOptions } from '../playback/measuredReadouts';
import { PlaybackService } from '../playback/playbackService';
import { StrikeService } from '../playback/strikeService';
import { lineChart } from '../shared/lineChart';
import { ThemeService } from '../shared/themeService';
import { StageSetUps } from '../stage/stageSetUps';
import { CourseService } from './courseService';

const margin = { left: 44, right: 8, top: 10, bottom: 22 };
/** Silence is drawn this far below full scale. */
const quietest = -60;

/** One reading over the take's time, with the kept one behind it. */
@Component({
  selector: 'und-readout-graph',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header>
      <h2>{{ row()?.name }} over time{{ row()?.unit && ', ' + row()?.unit }}</h2>
      <button type="button" class="plain" (click)="courses.name.set(undefined)">Close</button>
    </header>
    <p class="field-label">{{ row()?.about }}</p>
    <div #host class="chart" role="img" [attr.aria-label]="told()" (pointerdown)="jump($event)"></div>
    @if (kept.shown()) {
      <p class="field-label">Dashed: the kept take.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto auto minmax(6rem, 1fr) auto;
      min-height: 0;
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: center;
    }
    h2,
    p {
      margin: 0;
      font-size: 0.9375rem;
    }
    p {
      font-size: 0.75rem;
    }
    .chart {
      min-height: 0;
      cursor: crosshair;
    }
  `,
})
export class ReadoutGraph {
  protected readonly courses = inject(CourseService);
  protected readonly kept = inject(KeptService);
  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private readonly playback = inject(PlaybackService);
  private readonly stage = toSignal(inject(StrikeService).stage$);
  private readonly project = toSignal(inject(StageSetUps).project$);
  private readonly theme = toSignal(inject(ThemeService).theme$);
  private readonly time = toSignal(this.playback.playhead$, { initialValue: 0 });
  private readonly chart = lineChart(this.host);

  protected readonly row = computed(() => {
    const name = this.courses.name();
    return name && describedReadout(name);
  });
  private readonly now = computed(() => this.courseOf(this.stage()?.take));
  private readonly before = computed(() => this.courseOf(this.kept.shown()?.take));
  private readonly span = computed(() => {
    const all = [this.now(), this.before()].flatMap((points) => points ?? []);
    return { from: Math.min(0, ...all.map(([t]) => t)), to: Math.max(0.1, ...all.map(([t]) => t)) };
  });
  protected readonly told = computed(() => {
    const [points, row] = [this.now(), this.row()];
    const most = points?.reduce((best, point) => (point[1] > best[1] ? point : best), [0, -Infinity]);
    return row && most
      ? `${row.name}: at most ${most[1].toFixed(row.digits)} ${row.unit}, at ${most[0].toFixed(2)} seconds`
      : 'Nothing to draw';
  });

  constructor() {
    effect(() => {
      this.theme();
      this.draw();
    });
  }

  private draw(): void {
    const [chart, row, now] = [this.chart(), this.row(), this.now()];
    if (!chart || !row || !now) return;
    const style = getComputedStyle(this.host().nativeElement);
    const ink = (name: string): string => style.getPropertyValue(name).trim();
    const { from, to } = this.span();
    const axis = {
      axisLine: { lineStyle: { color: ink('--rule-strong') } },
      axisLabel: { color: ink('--faint-ink'), fontSize: 11, fontFamily: 'Spline Sans Mono' },
      splitLine: { lineStyle: { color: ink('--rule') } },
    };
    const line = (data: readonly (readonly [number, number])[], dashed: boolean) => ({
      type: 'line' as const,
      data: data as [number, number][],
      showSymbol: false,
      silent: true,
      lineStyle: {
        color: ink(dashed ? '--faint-ink' : '--sea'),
        width: dashed ? 1.3 : 2,
        type: dashed ? ('dashed' as const) : ('solid' as const),
      },
      ...(dashed ? {} : { areaStyle: { color: ink('--sea'), opacity: 0.14 } }),
    });
    const before = this.before();
    chart.setOption(
      {
        animation: false,
        grid: margin,
        xAxis: {
          type: 'value',
          min: from,
          max: to,
          ...axis,
          axisLabel: { ...axis.axisLabel, formatter: (t: number) => `${Number(t.toFixed(2))}` },
        },
        yAxis: { type: 'value', ...axis },
        series: [
          ...(before ? [line(before, true)] : []),
          {
            ...line(now, false),
            markLine: {
              symbol: 'none',
              silent: true,
              animation: false,
              label: { show: false },
              data: [
                { xAxis: 0, lineStyle: { color: ink('--contact'), width: 2, type: 'solid' } },
                { xAxis: Math.min(to, Math.max(from, this.time())), lineStyle: { color: ink('--ink'), width: 1, type: 'solid' } },
              ],
            },
          },
        ],
      },
      { notMerge: true },
    );
  }

  private courseOf(take: EngineTake | undefined): readonly (readonly [number, number])[] | undefined {
    const [name, row] = [this.courses.name(), this.row()];
    if (!take || !name || !row) return undefined;
    const { from, step, values } = readoutCourse(take, name, readoutOptions(this.project()));
    return [...values].map((value, i) => [from + i * step, Math.max(quietest, value * row.times)] as const);
  }

  protected jump(event: PointerEvent): void {
    const { left, width } = this.host().nativeElement.getBoundingClientRect();
    const share = (event.clientX - left - margin.left) / (width - margin.left - margin.right);
    const { from, to } = this.span();
    this.playback.scrub(Math.min(to, Math.max(from, from + share * (to - from))));
  }
}
