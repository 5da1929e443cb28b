import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { bakedRow, ReadoutScan, type EngineTake, type ReadoutOptions, type Readouts } from '@undatio/core/internal';
import { debounceTime, map, Observable, of, switchMap, throttleTime } from 'rxjs';
import { FrameService } from '../../playback/frameService';
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
          <dt [title]="row.about">{{ row.name }}</dt>
          <dd class="number">{{ row.text }}</dd>
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
    dd {
      margin: 0;
      white-space: nowrap;
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
      switchMap(({ take }) => (take ? measured(take, this.options()) : of(undefined))),
    ),
  );

  protected readonly rows = computed(() => {
    const read = this.read();
    return read ? rowsOf(read) : [];
  });

  private options(): ReadoutOptions {
    const project = this.project();
    const { viewWidth = 960, viewHeight = 540 } = project?.conventions ?? {};
    const bodies = (['source', 'target'] as const).flatMap((role) => project?.actors.find((actor) => actor.role === role) ?? []);
    return { view: { width: viewWidth, height: viewHeight }, bodies, assets: project?.assets ?? [] };
  }

  protected readonly instant = computed(() =>
    Object.entries(this.row() ?? {}).map(([name, value]) => ({
      name,
      exact: String(value),
      text: typeof value === 'number' ? String(Number(value.toFixed(4))) : value,
    })),
  );
}

/** Milliseconds that one slice of the measuring may take. */
const sliceMilliseconds = 2;

/** Emits the take's readings once, when all of it has been looked at; gives up when unsubscribed. */
function measured(take: EngineTake, options: ReadoutOptions): Observable<Readouts> {
  return new Observable((subscriber) => {
    const scan = new ReadoutScan(take, options);
    let waiting = 0;
    const slice = (): void => {
      const until = performance.now() + sliceMilliseconds;
      while (performance.now() < until) {
        if (!scan.advance(1)) continue;
        subscriber.next(scan.result());
        subscriber.complete();
        return;
      }
      // One slice a frame: what is left of the frame belongs to the drag.
      waiting = requestAnimationFrame(slice);
    };
    waiting = requestAnimationFrame(slice);
    return () => cancelAnimationFrame(waiting);
  });
}

interface ReadoutRow {
  readonly name: string;
  readonly text: string;
  readonly about: string;
}

/** The readings in words and units; what nothing in the take comes to is left out. */
function rowsOf(read: Readouts): ReadoutRow[] {
  const row = (name: string, text: string, about: string, shown = true): ReadoutRow[] => (shown ? [{ name, text, about }] : []);
  const percent = (share: number): string => `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`;
  return [
    ...row('Visible', `${read.visibleTime.toFixed(2)} s`, 'From the first thing seen to the last.'),
    ...row(
      'Shift',
      `${read.peakShift.toFixed(read.peakShift < 10 ? 1 : 0)} px ${percent(read.shiftShare)}`,
      'Farthest the view is from rest, and of its width.',
    ),
    ...row('Hit-stop', `${(read.hitStopTotal * 1000).toFixed(0)} ms`, 'Time for which the target stands still.'),
    ...row('Slowed by', `${(read.slowedBy * 1000).toFixed(0)} ms`, 'What the target loses to slowing.', read.slowedBy > 0),
    ...row('Flash', `${(read.peakFlash * 100).toFixed(0)} %`, 'Highest flash amount on the target.'),
    ...row('Lit area', percent(read.flashArea), 'Largest share of the view lit at once.'),
    ...row('Flash rate', `${read.flashRate} /s`, 'Most flashes in any one second.'),
    ...row('Throw', `${read.peakThrow.toFixed(0)} px`, 'Farthest that a body is from rest.', read.peakThrow > 0),
    ...row('Zoom', percent(read.peakZoom), 'Most that the view zooms.', read.peakZoom > 0),
    ...row('Roll', `${read.peakRoll.toFixed(1)}°`, 'Farthest that the view turns.', read.peakRoll > 0),
    ...row('Particles', String(read.peakParticles), 'Most particles at once.'),
    ...row('Words', String(read.peakWords), 'Most numbers, letters and pictures at once.', read.peakWords > 0),
    ...row('Voices', String(read.peakVoices), 'Most sounds at once.'),
    ...row(
      'Loudness',
      Number.isFinite(read.loudness) ? `${read.loudness.toFixed(1)} dB` : 'silent',
      'All sounds together at their loudest, against full scale; above 0 they clip.',
    ),
    ...row('Rumble', percent(read.peakRumble), 'Strongest motor.', read.peakRumble > 0),
  ];
}
