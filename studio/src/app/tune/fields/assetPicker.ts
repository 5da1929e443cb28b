import type { ElementRef } from '@angular/core';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { Asset } from '@undatio/core';
import { cellCount } from '@undatio/core/internal';
import { AudioService } from '../../playback/audioService';
import { ProjectApi } from '../../project/projectApi';
import { ProjectService } from '../../project/projectService';
import { matchesAsset } from './assetSearch';

/** Seconds for which the pointer rests on a sound before it is heard. */
const holdMilliseconds = 250;

/**
 * The assets an effect uses, and the choice of others inside the lane: found by name or tag, heard by P or by resting
 * the pointer on them, seen as waveform and length, several added to a pool at once.
 */
@Component({
  selector: 'und-asset-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './assetPicker.html',
  styleUrl: './assetPicker.scss',
})
export class AssetPicker {
  readonly label = input.required<string>();
  readonly type = input.required<Asset['type']>();
  /** Whether several make a pool. */
  readonly several = input(false);
  /** Whether nothing may be chosen. */
  readonly optional = input(false);
  readonly chosen = input.required<readonly string[]>();
  readonly assets = input.required<readonly Asset[]>();
  readonly changed = output<string[]>();

  private readonly audio = inject(AudioService);
  private readonly api = inject(ProjectApi);
  private readonly projects = inject(ProjectService);
  private readonly injector = inject(Injector);
  private readonly search = viewChild<ElementRef<HTMLInputElement>>('search');
  private readonly panel = viewChild<ElementRef<HTMLElement>>('panel');
  private readonly opener = viewChild<ElementRef<HTMLButtonElement>>('opener');
  private hold: ReturnType<typeof setTimeout> | undefined;

  protected readonly open = signal(false);
  protected readonly typed = signal('');
  /** Ticked and not yet added. */
  protected readonly ticked = signal<readonly string[]>([]);
  protected readonly pool = computed(() =>
    this.chosen()
      .filter((id) => id !== '')
      .map((id) => ({ id, asset: this.assets().find((asset) => asset.id === id && asset.type === this.type()) })),
  );
  protected readonly found = computed(() =>
    this.assets().filter((asset) => asset.type === this.type() && matchesAsset(asset, this.typed())),
  );

  protected toggle(): void {
    this.open.set(!this.open());
    this.typed.set('');
    this.ticked.set([]);
    if (!this.open()) return;
    afterNextRender(
      () => {
        this.search()?.nativeElement.focus();
        this.panel()?.nativeElement.scrollIntoView({ block: 'nearest' });
      },
      { injector: this.injector },
    );
  }

  /** Ticks one for a pool; takes it at once where there can be only one. */
  protected pick(id: string): void {
    if (!this.several()) {
      this.changed.emit([id]);
      this.close();
      return;
    }
    this.ticked.set(this.ticked().includes(id) ? this.ticked().filter((other) => other !== id) : [...this.ticked(), id]);
  }

  protected addTicked(): void {
    if (this.ticked().length > 0) this.changed.emit([...this.chosen(), ...this.ticked()]);
    this.close();
  }

  /** Makes the pool of what is ticked alone. */
  protected takeTicked(): void {
    if (this.ticked().length > 0) this.changed.emit([...this.ticked()]);
    this.close();
  }

  /** The first that is found, by Enter in the search box. */
  protected pickFirst(): void {
    const first = this.found().find(({ id }) => !this.chosen().includes(id));
    if (!first) return;
    this.pick(first.id);
  }

  protected remove(id: string): void {
    const rest = this.chosen().filter((other) => other !== id);
    if (rest.length > 0) this.changed.emit(rest);
    else if (this.optional()) this.changed.emit(['']);
  }

  protected close(): void {
    this.open.set(false);
    this.opener()?.nativeElement.focus();
  }

  protected hear(id: string): void {
    if (this.type() === 'sound') this.audio.preview(id);
  }

  protected rest(id: string): void {
    this.leave();
    if (this.type() === 'sound') this.hold = setTimeout(() => this.hear(id), holdMilliseconds);
  }

  protected leave(): void {
    clearTimeout(this.hold);
  }

  protected key(event: KeyboardEvent, id: string): void {
    if (event.key.toLowerCase() === 'p' && !event.ctrlKey && !event.metaKey) this.hear(id);
    else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') this.walk(event);
    else if (event.key === 'Escape') this.close();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  private walk(event: KeyboardEvent): void {
    const row = event.currentTarget as HTMLElement;
    const rows = [...(row.parentElement?.querySelectorAll<HTMLElement>('.row') ?? [])];
    rows[rows.indexOf(row) + (event.key === 'ArrowDown' ? 1 : -1)]?.focus();
  }

  protected pictureUrl(id: string): string {
    return this.api.assetUrl(this.projects.project, id);
  }

  /** The outline of a sound, mirrored about its middle, on a 64 × 20 field. */
  protected outline(asset: Asset): string {
    if (asset.type !== 'sound' || asset.peaks.length === 0) return '';
    const step = 64 / asset.peaks.length;
    const top = asset.peaks.map((peak, i) => `${(i * step).toFixed(1)} ${(10 - peak * 9).toFixed(1)}`);
    const foot = asset.peaks.map((peak, i) => `${(i * step).toFixed(1)} ${(10 + peak * 9).toFixed(1)}`).reverse();
    return `M${[...top, ...foot].join('L')}Z`;
  }

  protected length(asset: Asset): string {
    return asset.type === 'sound' ? `${asset.duration.toFixed(2)} s` : cellCount(asset) > 1 ? `${cellCount(asset)} cells` : '';
  }
}
