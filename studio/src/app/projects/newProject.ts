import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import type { Settings } from '@undatio/core';
import { RadioKeys } from '../shared/radioKeys';
import { ShelfApi, toldOf } from './shelfApi';

interface View {
  readonly width: number;
  readonly height: number;
}

const views: readonly View[] = [
  { width: 320, height: 180 },
  { width: 960, height: 540 },
  { width: 1920, height: 1080 },
];

/** px of the picture that shows a view; the largest fills it. */
const pictureWidth = 96;

/** What a game differs in, each shown as what it does to a picture. */
@Component({
  selector: 'und-new-project',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RadioKeys],
  templateUrl: './newProject.html',
  styleUrl: './newProject.scss',
})
export class NewProjectPanel {
  readonly begun = output<Settings>();
  readonly closed = output();

  private readonly api = inject(ShelfApi);
  protected readonly views = views;
  protected readonly ways = ['down', 'up'] as const;
  protected readonly label = signal('');
  protected readonly own = signal(false);
  protected readonly view = signal<View>(views[1]);
  protected readonly axis = signal<'down' | 'up'>('down');
  protected readonly pixelsPerUnit = signal(1);
  protected readonly seen = signal<'side' | 'above'>('side');
  protected readonly refused = signal('');
  protected readonly beginning = signal(false);
  /** The game's own grid against a body in the picture: one unit a square, as many as can be told apart. */
  protected readonly unit = computed(() => Math.min(60, Math.max(6, this.pixelsPerUnit() * 0.75)));

  /** A view in the picture, on a scale that keeps the smallest in sight. */
  protected drawn({ width, height }: View): { width: number; height: number } {
    const across = pictureWidth * Math.min(1, (width / 1920) ** 0.5);
    return { width: across, height: Math.min(54, (across * height) / width) };
  }

  protected isView(view: View): boolean {
    return !this.own() && this.view().width === view.width && this.view().height === view.height;
  }

  protected choose(view: View): void {
    this.own.set(false);
    this.view.set(view);
  }

  protected setOwn(part: Partial<View>): void {
    const kept = Object.fromEntries(Object.entries(part).filter(([, value]) => Number.isFinite(value) && value >= 16 && value <= 20000));
    this.view.update((view) => ({ ...view, ...kept }));
  }

  protected setPixels(value: number): void {
    if (Number.isFinite(value) && value >= 0.001 && value <= 10000) this.pixelsPerUnit.set(value);
  }

  protected begin(): void {
    if (this.beginning()) return;
    this.beginning.set(true);
    const { width, height } = this.view();
    this.api
      .start({
        label: this.label().trim() || 'My game',
        viewWidth: width,
        viewHeight: height,
        axis: this.axis(),
        pixelsPerUnit: this.pixelsPerUnit(),
        seen: this.seen(),
      })
      .subscribe({
        next: (settings) => this.begun.emit(settings),
        error: (error: unknown) => {
          this.beginning.set(false);
          this.refused.set(toldOf(error));
        },
      });
  }
}
