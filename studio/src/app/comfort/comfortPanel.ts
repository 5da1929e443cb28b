import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import type { Comfort } from '@undatio/core';
import { comfortFindings } from '@undatio/core/internal';
import { SliderModule } from 'primeng/slider';
import { StrikeService } from '../playback/strikeService';
import { ProjectService } from '../project/projectService';

/** What a game's player may set, with its bounds. */
const scalers = [
  { name: 'shake', label: 'Shake', about: 'Every motion of the view, and its colours parting.', most: 1 },
  { name: 'flash', label: 'Flash', about: 'Flashes of bodies and of the view, and dark corners.', most: 1 },
  { name: 'hitStop', label: 'Hit-stop', about: 'How long stops and slows last.', most: 1 },
  { name: 'rumble', label: 'Rumble', about: 'Both motors.', most: 1 },
  { name: 'text', label: 'Text size', about: 'Numbers and captions.', most: 4 },
] as const satisfies readonly { name: keyof Comfort; label: string; about: string; most: number }[];

/** What is struck as somebody sees it who has turned something down; and what of it nobody is told any more then. */
@Component({
  selector: 'und-comfort-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, SliderModule],
  template: `
    <div class="head">
      <span class="field-label">As players may set it</span>
      <button type="button" class="plain" [disabled]="isAsAuthored()" (click)="strikes.setComfort({})">As authored</button>
    </div>
    @for (one of scalers; track one.name) {
      <div class="row">
        <span class="field-label" [id]="'comfort-' + one.name" [title]="one.about">{{ one.label }}</span>
        <p-slider
          [ngModel]="valueOf(one.name)"
          (ngModelChange)="set(one.name, $event)"
          [min]="one.name === 'text' ? 0.25 : 0"
          [max]="one.most"
          [step]="0.05"
          [ariaLabelledBy]="'comfort-' + one.name"
        />
        <span class="number">{{ (valueOf(one.name) * 100).toFixed(0) }} %</span>
      </div>
    }
    @for (finding of findings(); track finding.scaler) {
      <p class="finding">This sequence {{ finding.message }}.</p>
    } @empty {
      <p class="field-label">Whatever a player turns to 0, this sequence is told by something else as well.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.3rem;
      width: 16rem;
      border-top: 1px solid var(--rule-strong);
      padding-top: 0.5rem;
    }
    .head,
    .row {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 0.6rem;
    }
    .row .field-label {
      flex: 0 0 4.2rem;
    }
    p-slider {
      flex: 1;
    }
    .number {
      flex: 0 0 3rem;
      text-align: right;
      font-size: 0.75rem;
    }
    p {
      margin: 0;
    }
    .finding {
      padding: 0.2rem 0.4rem;
      background: var(--warn-wash);
      color: var(--warn);
      font-size: 0.8125rem;
    }
  `,
})
export class ComfortPanel {
  protected readonly strikes = inject(StrikeService);
  protected readonly scalers = scalers;
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  private readonly project = toSignal(inject(ProjectService).project$);
  protected readonly isAsAuthored = computed(() => Object.values(this.settings().comfort).every((factor) => factor === 1));
  protected readonly findings = computed(() => {
    const [project, { sequence }] = [this.project(), this.settings()];
    const at = project?.sequences.findIndex(({ id }) => id === sequence) ?? -1;
    return project ? comfortFindings(project).filter((finding) => finding.at === at) : [];
  });

  protected valueOf(name: keyof Comfort): number {
    return this.settings().comfort[name] ?? 1;
  }

  protected set(name: keyof Comfort, value: number): void {
    this.strikes.setComfort({ ...this.settings().comfort, [name]: value });
  }
}
