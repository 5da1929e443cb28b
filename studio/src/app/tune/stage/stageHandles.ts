import { ChangeDetectionStrategy, Component, computed, ElementRef, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Effect } from '@undatio/core';
import { StrikeService } from '../../playback/strikeService';
import { ProjectService } from '../../project/projectService';
import { PointerDrag, type Drag } from '../../shared/pointerDrag';
import { stageWindow } from '../../stage/stageWindow';
import { OpenLane } from '../openLane';
import { withEffect } from '../sequenceEdits';
import { shapeOf, type ShapeHandle } from './shapes';

/** World px that an arrow key moves a handle by. */
const keyStep = 4;

/** The shape of the open lane's effect, drawn on the stage and shaped there by dragging. */
@Component({
  selector: 'und-stage-handles',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PointerDrag],
  template: `
    @if (shape(); as drawn) {
      <svg role="group" [attr.aria-label]="'Shape of ' + name()">
        <g [attr.transform]="window.transform()">
          @for (path of drawn.guides; track $index) {
            <path class="guide" [attr.d]="path" />
          }
          @for (path of drawn.outlines; track $index) {
            <path class="outline" [attr.d]="path" />
          }
        </g>
        @for (handle of drawn.handles; track handle.name) {
          <g
            class="handle"
            role="slider"
            tabindex="0"
            [attr.aria-label]="handle.name"
            [attr.aria-valuetext]="handle.value"
            aria-valuenow="0"
            [attr.transform]="placed(handle)"
            (undDrag)="drag($event, handle)"
            (keydown)="key($event, handle)"
          >
            <circle r="11" class="catch" />
            <circle r="5.5" />
            <text x="10" y="-8">{{ handle.name }} {{ handle.value }}</text>
          </g>
        }
      </svg>
    }
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0;
      pointer-events: none;
    }
    svg {
      width: 100%;
      height: 100%;
      display: block;
    }
    path {
      fill: none;
      stroke: #fdf3d8;
      stroke-width: 1.2;
      stroke-dasharray: 4 3;
      vector-effect: non-scaling-stroke;
    }
    .guide {
      stroke: #ff8468;
      stroke-width: 2;
      stroke-dasharray: none;
    }
    .handle {
      pointer-events: auto;
      cursor: move;
      touch-action: none;
    }
    circle {
      fill: #0d1a24;
      stroke: #fdf3d8;
      stroke-width: 2;
    }
    .catch {
      fill: transparent;
      stroke: none;
    }
    .handle:hover circle:not(.catch),
    .handle:focus-visible circle:not(.catch) {
      fill: #ff8468;
    }
    text {
      font-size: 12px;
      fill: #fdf3d8;
      paint-order: stroke;
      stroke: #0d1a24;
      stroke-width: 3px;
      visibility: hidden;
      pointer-events: none;
    }
    .handle:hover text,
    .handle:focus-visible text,
    .handle:active text {
      visibility: visible;
    }
  `,
})
export class StageHandles {
  private readonly strikes = inject(StrikeService);
  private readonly projects = inject(ProjectService);
  private readonly opened = inject(OpenLane);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly stage = toSignal(this.strikes.stage$);
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  protected readonly window = stageWindow();
  private readonly project = computed(() => this.window.onStage()?.project);

  private readonly effect = computed(() => this.stage()?.sequence.effects.find(({ id }) => id === this.opened.id()));
  protected readonly name = computed(() => this.effect()?.label ?? this.effect()?.id ?? '');
  protected readonly shape = computed(() => {
    const effect = this.effect();
    const project = this.project();
    if (!effect || !project) return undefined;
    const { payload } = this.settings();
    const direction = this.stage()?.event?.fields.find(({ type }) => type === 'direction');
    const blow = direction && Number(payload[direction.name] ?? direction.default);
    return shapeOf(effect, { standing: this.projects.compileContext(project).standing, blow });
  });
  protected placed({ x, y }: ShapeHandle): string {
    const at = this.window.toWindow({ x, y });
    return `translate(${at.x} ${at.y})`;
  }

  protected drag({ phase, event, gesture }: Drag, handle: ShapeHandle): void {
    // The browser would begin to select text.
    if (phase === 'start') event.preventDefault();
    if (phase !== 'move') return;
    const { left, top } = this.element.nativeElement.getBoundingClientRect();
    const { x, y } = this.window.toWorld({ x: event.clientX - left, y: event.clientY - top });
    this.change(handle, x, y, gesture);
  }

  protected key(event: KeyboardEvent, handle: ShapeHandle): void {
    const moves: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    const step = event.shiftKey ? 5 * keyStep : keyStep;
    this.change(handle, handle.x + move[0] * step, handle.y + move[1] * step, `shape keys ${handle.name}`);
  }

  private change(handle: ShapeHandle, x: number, y: number, gesture: string): void {
    const sequence = this.stage()?.sequence;
    const id = this.opened.id();
    if (!sequence || !id) return;
    const fields = handle.drag(x, y);
    this.projects.edit(
      sequence.id,
      `shape ${this.name()}`,
      (before) => withEffect(before, id, (effect) => ({ ...effect, ...fields }) as Effect),
      `${id} ${gesture}`,
    );
  }
}
