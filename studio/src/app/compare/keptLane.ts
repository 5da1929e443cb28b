import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Effect } from '@undatio/core';
import { effectKinds, type TimedFiring } from '@undatio/core/internal';
import { KeptService } from '../playback/keptService';
import { FamilyGlyph } from '../shared/familyGlyph';
import { drawChannel } from '../tune/strip/channelPath';
import { firingsOf } from '../tune/strip/firingsOf';
import type { TimeAxis } from '../tune/strip/timeAxis';

const height = 34;

/** A lane that only the kept take has, to be taken back. */
@Component({
  selector: 'und-kept-lane',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FamilyGlyph],
  template: `
    <div class="head">
      <und-family-glyph [family]="kind().family" />
      <span class="name">{{ name() }}</span>
      <button type="button" class="plain" [attr.aria-label]="'Adopt ' + name() + ' from the kept take'" (click)="kept.adopt(effect().id)">
        Adopt
      </button>
    </div>
    <svg [attr.width]="axis().width" height="34" aria-hidden="true" [style.color]="'var(--family-' + kind().family + ')'">
      <path class="ghost" [attr.d]="path()" />
    </svg>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: var(--lane-head) 1fr;
      border-bottom: 1px dashed var(--rule-strong);
      overflow: hidden;
    }
    .head {
      display: flex;
      align-items: center;
      gap: 0.2rem;
      padding: 0 0.4rem 0 0.6rem;
      border-right: 1px solid var(--rule-strong);
      min-width: 0;
      color: var(--faint-ink);
    }
    .name {
      flex: 1;
      min-width: 0;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-style: italic;
    }
    .plain {
      font-size: 0.6875rem;
      padding: 0.05rem 0.3rem;
      color: var(--ink);
    }
    .ghost {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.2;
      stroke-dasharray: 4 3;
    }
  `,
})
export class KeptLane {
  readonly effect = input.required<Effect>();
  /** Firings of the kept take, of all effects. */
  readonly firings = input.required<readonly TimedFiring[]>();
  readonly axis = input.required<TimeAxis>();

  protected readonly kept = inject(KeptService);
  protected readonly kind = computed(() => effectKinds[this.effect().kind]);
  protected readonly name = computed(() => this.effect().label ?? this.effect().id);
  protected readonly path = computed(() => drawChannel(firingsOf(this.firings(), this.effect().id), this.axis(), { height }).path);
}
