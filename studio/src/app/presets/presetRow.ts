import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Effect } from '@undatio/core';
import { effectKinds, fieldsOfKind } from '@undatio/core/internal';
import { StrikeService } from '../playback/strikeService';
import { PresetService } from './presetService';

/** Which preset a lane follows, in what it is apart from it, and what is done about that. */
@Component({
  selector: 'und-preset-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (following(); as link) {
      <span class="field-label">follows</span>
      <button type="button" class="plain name" title="Presets" (click)="presets.open.set(true)">{{ link.preset.label }}</button>
      @if (link.apart.length > 0) {
        <span class="apart" role="status">apart in {{ words(link.apart) }}</span>
        <button type="button" class="plain" title="As the preset has it" (click)="bringBack()">Bring back</button>
        <button
          type="button"
          class="plain"
          [title]="'Make the preset as this lane is: ' + link.others + ' more lanes follow it'"
          (click)="takeOver()"
        >
          Into the preset, {{ link.others }} more
        </button>
      }
      <button type="button" class="plain" title="Let it follow nothing" (click)="setFree()">Set free</button>
    } @else if (effect().preset; as lost) {
      <span class="apart" role="status">follows “{{ lost.of }}”, which is gone</span>
      <button type="button" class="plain" (click)="setFree()">Set free</button>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0.35rem;
      padding: 0 0.6rem;
      font-size: 0.75rem;
    }
    :host:empty {
      display: none;
    }
    .name {
      border-style: double;
      border-width: 3px;
      padding: 0 0.35rem;
    }
    .apart {
      padding: 0 0.3rem;
      background: var(--warn-wash);
      color: var(--warn);
    }
  `,
})
export class PresetRow {
  readonly effect = input.required<Effect>();

  protected readonly presets = inject(PresetService);
  private readonly stage = toSignal(inject(StrikeService).stage$);
  protected readonly following = computed(() => {
    const sequence = this.stage()?.sequence;
    // Read so that a change of the preset elsewhere is seen here.
    this.presets.all();
    return sequence && this.presets.following(this.effect(), sequence);
  });

  protected words(apart: readonly string[]): string {
    const fields = fieldsOfKind(effectKinds[this.effect().kind]);
    const names = apart.map((name) => (Object.hasOwn(fields, name) ? fields[name].label.toLowerCase() : name));
    return names.length > 3 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ');
  }

  protected bringBack(): void {
    const sequence = this.stage()?.sequence;
    if (sequence) this.presets.bringBack(sequence, this.effect());
  }

  protected takeOver(): void {
    const sequence = this.stage()?.sequence;
    if (sequence) this.presets.takeOver(sequence, this.effect());
  }

  protected setFree(): void {
    const sequence = this.stage()?.sequence;
    if (sequence) this.presets.setFree(sequence, this.effect());
  }
}
