import { ChangeDetectionStrategy, Component, computed, inject, input, resource, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Asset } from '@undatio/core';
import { isWav16 } from '@undatio/core/internal';
import { AudioService } from '../playback/audioService';
import { ProjectApi } from '../project/projectApi';
import { ProjectService } from '../project/projectService';
import { Choice, type Option } from '../shared/choice';
import { ScrubNumber } from '../shared/scrubNumber';
import { ImportService } from './importService';
import { between, peakOf, type Sound } from './soundReadings';

/** What is quieter than this for longer is worth cutting. */
const worthTrimming = 0.005;

/** One sound looked at closely: its readings, what may be done to its file, and how it goes together with another. */
@Component({
  selector: 'und-sound-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, ScrubNumber],
  templateUrl: './soundPanel.html',
  styleUrl: './soundPanel.scss',
})
export class SoundPanel {
  readonly asset = input.required<Sound>();

  private readonly api = inject(ProjectApi);
  private readonly audio = inject(AudioService);
  private readonly imports = inject(ImportService);
  private readonly project = toSignal(inject(ProjectService).project$);

  protected readonly peak = computed(() => peakOf(this.asset()));
  protected readonly silentFirst = computed(() => (this.asset().lead ?? 0) > worthTrimming);
  protected readonly leadMilliseconds = computed(() => Math.round((this.asset().lead ?? 0) * 1000));
  /** What its file is. */
  private readonly file = resource({
    params: () => this.api.assetUrl(this.project(), this.asset().id),
    loader: async ({ params: url, abortSignal }) => {
      const response = await fetch(url, { signal: abortSignal });
      if (!response.ok) throw new Error(response.statusText);
      const bytes = new Uint8Array(await response.arrayBuffer());
      return { size: bytes.length, isWav16: isWav16(bytes) };
    },
  });
  protected readonly known = computed(() => (this.file.hasValue() ? this.file.value() : undefined));
  protected readonly kind = computed(() => {
    const known = this.known();
    if (!known) return '';
    const ending = /\.([^.]+)$/.exec(this.asset().file)?.[1]?.toUpperCase() ?? '';
    return `${known.isWav16 ? '16-bit WAV' : ending}, ${(known.size / 1000).toFixed(1)} kB`;
  });

  protected readonly others = computed(() =>
    (this.project()?.assets ?? []).flatMap((asset): Option[] =>
      asset.type === 'sound' && asset.id !== this.asset().id ? [{ value: asset.id, label: asset.label }] : [],
    ),
  );
  private readonly wanted = signal<string | undefined>(undefined);
  protected readonly other = computed(() => {
    const id = this.wanted() ?? this.others().at(0)?.value;
    return this.project()?.assets.find((asset): asset is Sound => asset.id === id && asset.type === 'sound');
  });
  /** Seconds from the beginning of this one to that of the other. */
  protected readonly gap = signal(0.1);
  protected readonly read = computed(() => {
    const other = this.other();
    return other ? between(this.asset(), other, this.gap()) : [];
  });

  protected choose(id: string): void {
    this.wanted.set(id);
  }

  protected hearBoth(): void {
    const other = this.other();
    if (other) this.audio.previewTogether([this.asset().id, other.id], this.gap());
  }

  protected trim(): void {
    const asset = this.asset();
    void this.imports.rewrite(asset as Asset, `trim ${asset.label}`, asset.lead ?? 0);
  }

  protected convert(): void {
    void this.imports.rewrite(this.asset() as Asset, `${this.asset().label} as 16-bit WAV`, 0);
  }
}
