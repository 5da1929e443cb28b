import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { bakedRow, readOut } from '@undatio/core';
import { combineLatest, map, auditTime } from 'rxjs';
import { PlaybackService } from '../playback/playbackService';
import { StrikeService } from '../playback/strikeService';

/** What a person argues about, in units; and the numbers of the instant that is shown. */
@Component({
  selector: 'und-readout-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dl aria-label="Readouts of the take">
      @for (row of rows(); track row.name) {
        <div>
          <dt>{{ row.name }}</dt>
          <dd class="number">{{ row.text }}</dd>
        </div>
      }
    </dl>
    <details>
      <summary>This instant</summary>
      <dl class="instant">
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
      padding-top: 0.4rem;
    }
    dl {
      margin: 0;
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 0.1rem 0.9rem;
    }
    .instant {
      grid-template-columns: 1fr;
    }
    dl div {
      display: flex;
      justify-content: space-between;
      gap: 0.4rem;
      font-size: 0.75rem;
    }
    dt {
      color: var(--faint-ink);
      white-space: nowrap;
    }
    dd {
      margin: 0;
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
  private readonly playback = inject(PlaybackService);
  private readonly stage = toSignal(this.strikes.stage$);
  private readonly row = toSignal(
    combineLatest([this.strikes.stage$, this.playback.playhead$]).pipe(
      auditTime(50),
      map(([{ take }, t]) => (take ? bakedRow(take.sample(t, take.createFrame())) : undefined)),
    ),
  );

  protected readonly rows = computed(() => {
    const take = this.stage()?.take;
    if (!take) return [];
    const { visibleTime, peakShift, hitStopTotal, peakFlash, peakParticles, peakVoices } = readOut(take);
    return [
      { name: 'Visible', text: `${visibleTime.toFixed(2)} s` },
      { name: 'Peak shift', text: `${peakShift.toFixed(1)} px` },
      { name: 'Hit-stop', text: `${(hitStopTotal * 1000).toFixed(0)} ms` },
      { name: 'Peak flash', text: `${(peakFlash * 100).toFixed(0)} %` },
      { name: 'Particles', text: String(peakParticles) },
      { name: 'Voices', text: String(peakVoices) },
    ];
  });

  protected readonly instant = computed(() =>
    Object.entries(this.row() ?? {}).map(([name, value]) => ({
      name,
      exact: String(value),
      text: typeof value === 'number' ? String(Number(value.toFixed(4))) : value,
    })),
  );
}
