import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { DrillTake, firstDifference, laneDifferences } from '@undatio/core/internal';
import { SelectButtonModule } from 'primeng/selectbutton';
import { DrillService } from '../drills/drillService';
import { KeptService, turnRates } from '../playback/keptService';
import { StrikeService } from '../playback/strikeService';

/** What is kept, how it is looked at, and what becomes of it. */
@Component({
  selector: 'und-compare-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, SelectButtonModule],
  template: `
    @if (kept.kept(); as take) {
      <div class="bar" role="group" aria-label="Compare with the kept take">
        <span class="what" [title]="take.label"><span class="swatch" aria-hidden="true"></span>Kept: {{ take.label }}</span>
        <p-selectbutton
          [options]="kept.looks()"
          [allowEmpty]="false"
          size="small"
          [ngModel]="kept.look()"
          (ngModelChange)="kept.setLook($event)"
          ariaLabelledBy="kept-look"
        />
        <span id="kept-look" class="visually-hidden">How the kept take is looked at</span>
        @if (kept.look() === 'in turn') {
          <p-selectbutton
            [options]="rates"
            optionLabel="label"
            optionValue="value"
            [allowEmpty]="false"
            size="small"
            [ngModel]="kept.turnRate()"
            (ngModelChange)="kept.turnRate.set($event)"
            ariaLabelledBy="kept-rate"
          />
          <span id="kept-rate" class="field-label">turns/s</span>
        }
        @if (kept.what() === 'sequence') {
          <button
            type="button"
            class="plain"
            [attr.aria-pressed]="kept.alike()"
            title="Strike the kept take with the present payload and seed too, so that only the documents differ"
            (click)="kept.alike.set(!kept.alike())"
          >
            Same blow
          </button>
        }
        <button type="button" class="plain" [attr.aria-pressed]="kept.table()" (click)="kept.table.set(!kept.table())">
          {{ differing() === 0 ? 'Differences' : 'Differences ' + differing() }}
        </button>
        <button
          type="button"
          class="plain"
          title="Put the kept take in the place of the present one, and keep that (J)"
          (click)="kept.swap()"
        >
          Swap
        </button>
        <button type="button" class="plain" (click)="kept.drop()">Drop</button>
      </div>
      @if (kept.gone(); as gone) {
        <p class="gone" role="status">{{ gone }}: it still plays as it was kept.</p>
      }
      @if (logDifference(); as first) {
        <p class="gone" role="status">Kept and now part {{ first }}</p>
      }
    }
  `,
  styles: `
    .bar {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.3rem 0.4rem;
      padding: 0.25rem 0.75rem;
      border-bottom: 1px solid var(--rule-strong);
      background: var(--paper);
    }
    .what {
      flex: 1 1 8rem;
      min-width: 0;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-size: 0.8125rem;
    }
    .swatch {
      display: inline-block;
      width: 1.1rem;
      margin-right: 0.35rem;
      vertical-align: middle;
      border-top: 2px dashed var(--ink);
    }
    .gone {
      margin: 0;
      padding: 0.2rem 0.75rem;
      font-size: 0.75rem;
      background: var(--warn-wash);
      color: var(--warn);
    }
  `,
})
export class CompareBar {
  protected readonly kept = inject(KeptService);
  private readonly drills = inject(DrillService);
  private readonly stage = toSignal(inject(StrikeService).stage$);
  protected readonly rates = turnRates.map((value) => ({ value, label: String(value) }));
  protected readonly differing = computed(() => {
    const [kept, now] = [this.kept.kept(), this.stage()];
    if (this.kept.what() !== 'sequence') return this.kept.changed().length;
    return kept && now ? laneDifferences(kept.sequence, now.sequence).reduce((sum, { fields }) => sum + Math.max(1, fields.length), 0) : 0;
  });
  /** Where the logs of two drills first part. */
  protected readonly logDifference = computed(() => {
    const [kept, now] = [this.kept.kept()?.stage.run, this.stage()?.run];
    if (!(kept instanceof DrillTake) || !(now instanceof DrillTake)) return undefined;
    return kept === now ? undefined : firstDifference(kept.run.log, now.run.log, this.drills.names());
  });
}
