import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { storedSettingsOf, usesOfActor, usesOfSequence, type Asset } from '@undatio/core';
import { cellCount, withAssetReplaced, withPictureReplaced } from '@undatio/core/internal';
import { AudioService } from '../playback/audioService';
import type { DocumentState } from '../project/documentKey';
import { ProjectApi } from '../project/projectApi';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { FileDrop } from '../shared/fileDrop';
import { tagsFromText } from '../shared/tagText';
import { ImportService } from './importService';
import { SheetCutter } from './sheetCutter';
import { SoundPanel } from './soundPanel';

interface User {
  readonly label: string;
  /** Where it is edited. */
  readonly link: string[];
}

/** Rows that are made at once, and those that follow in each frame. */
const firstRows = 40;
const rowsPerFrame = 8;

/** The project's sounds and pictures: found, heard, seen, brought in, replaced and thrown out. */
@Component({
  selector: 'und-assets-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, SheetCutter, SoundPanel],
  templateUrl: './assetsPage.html',
  styleUrl: './assetsPage.scss',
  hostDirectives: [FileDrop],
})
export class AssetsPage {
  private readonly projects = inject(ProjectService);
  private readonly api = inject(ProjectApi);
  private readonly audio = inject(AudioService);
  private readonly address = inject(ScreenAddress);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly imports = inject(ImportService);
  protected readonly project = toSignal(this.projects.project$);
  private readonly heard = toSignal(this.audio.state$, { requireSync: true });

  protected readonly type = signal<Asset['type']>('sound');
  protected readonly wanted = signal('');
  protected readonly unusedOnly = signal(false);
  /** The row that the keyboard is on. */
  protected readonly here = signal('');
  /** The asset that is looked into: a picture to be cut, or a sound to be read. */
  protected readonly opened = signal('');
  /** A removal that waits, because others use the asset. */
  protected readonly removing = signal('');

  protected readonly counts = computed(() => {
    const all = this.project()?.assets ?? [];
    const sounds = all.filter(({ type }) => type === 'sound').length;
    return { sound: sounds, picture: all.length - sounds };
  });
  /** Who uses each asset. */
  protected readonly users = computed(() => {
    const users = new Map<string, User[]>();
    const { sequences = [], actors = [], stages = [] } = this.project() ?? {};
    const note = (ids: readonly { readonly collection: string; readonly id: string }[], user: User): void => {
      for (const id of new Set(ids.flatMap((use) => (use.collection === 'assets' ? [use.id] : []))))
        users.set(id, [...(users.get(id) ?? []), user]);
    };
    for (const sequence of sequences) note(usesOfSequence(sequence), { label: sequence.label, link: this.address.of('tune', sequence.id) });
    for (const actor of actors) note(usesOfActor(actor), { label: actor.label, link: this.address.of('actors', actor.id) });
    for (const { label, background } of stages)
      if (background?.of === 'picture')
        note([{ collection: 'assets', id: background.picture }], { label, link: this.address.of('actors') });
    return users;
  });
  protected readonly shown = computed(() => {
    const words = this.wanted().trim().toLowerCase().split(/\s+/).filter(Boolean);
    const all = this.project()?.assets.filter(({ type }) => type === this.type()) ?? [];
    return all.filter((asset) => {
      const text = `${asset.id} ${asset.label} ${asset.tags.join(' ')}`.toLowerCase();
      return words.every((word) => text.includes(word)) && !(this.unusedOnly() && this.users().has(asset.id));
    });
  });

  /** How many of the rows are made so far: a few in each frame, so that a thousand of them never hold up what moves. */
  private readonly made = signal(firstRows);
  protected readonly rows = computed(() => this.shown().slice(0, this.made()));

  constructor() {
    effect((onCleanup) => {
      if (this.made() >= this.shown().length) return;
      const asked = requestAnimationFrame(() => this.made.update((count) => count + rowsPerFrame));
      onCleanup(() => cancelAnimationFrame(asked));
    });
    effect(() => {
      // Another kind, or another search, begins from the top.
      this.type();
      this.wanted();
      this.made.set(firstRows);
    });
    inject(FileDrop).dropped.subscribe(({ files }) => void this.imports.take([...files]));
  }

  protected url(id: string): string {
    return this.api.assetUrl(this.project(), id);
  }

  protected isMissing(id: string): boolean {
    return this.heard().missing.includes(id);
  }

  private readonly outlines = new WeakMap<readonly number[], string>();

  /** A sound's outline as a path about its middle, 100 by 24; made once. */
  protected outline(asset: Asset): string {
    if (asset.type !== 'sound' || asset.peaks.length === 0) return '';
    let path = this.outlines.get(asset.peaks);
    if (path === undefined) this.outlines.set(asset.peaks, (path = outlineOf(asset.peaks)));
    return path;
  }

  protected told(asset: Asset): string {
    if (asset.type === 'sound')
      return `${asset.duration.toFixed(2)} s${asset.loudness === undefined ? '' : ` · ${asset.loudness.toFixed(1)} LUFS`}`;
    const size = asset.width ? `${asset.width} × ${asset.height} px` : '';
    const cells = cellCount(asset);
    return [size, cells > 1 ? `${cells} cells` : ''].filter(Boolean).join(' · ');
  }

  protected hear(id: string): void {
    this.here.set(id);
    this.audio.preview(id);
  }

  protected key(event: KeyboardEvent, id: string): void {
    if (event.target !== event.currentTarget) return;
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const ids = this.shown().map((asset) => asset.id);
    const next = ids[ids.indexOf(id) + step];
    if (event.key === ' ' || event.key === 'Enter') this.hear(id);
    else if (event.key === 'Delete') this.askRemove(id);
    else if (step !== 0 && next !== undefined) {
      this.element.nativeElement.querySelector<HTMLElement>(`[data-asset="${next}"]`)?.focus();
      if (this.type() === 'sound') this.hear(next);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  }

  protected relabel(asset: Asset, box: HTMLInputElement): void {
    const label = box.value.trim();
    if (label === '') box.value = asset.label;
    else if (label !== asset.label) this.edit(asset, `rename ${asset.label}`, { label });
  }

  protected retag(asset: Asset, text: string): void {
    const tags = tagsFromText(text);
    if (tags.join() !== asset.tags.join()) this.edit(asset, `tag ${asset.label}`, { tags });
  }

  /** Gives all that are shown one more tag, in one step. */
  protected tagShown(box: HTMLInputElement): void {
    const tag = box.value.trim().slice(0, 40);
    const changed = this.shown().filter(({ tags }) => !tags.includes(tag) && tags.length < 32);
    box.value = '';
    // It asks for a tag before it gives any.
    if (tag === '') box.focus();
    if (tag === '' || changed.length === 0) return;
    const states = changed.map((asset): DocumentState => [`assets/${asset.id}`, { ...asset, tags: [...asset.tags, tag] }]);
    this.projects.change(`tag ${changed.length} assets`, states);
  }

  private edit(asset: Asset, label: string, part: object): void {
    this.projects.editDocument(`assets/${asset.id}`, label, (before) => ({ ...before, ...part }) as Asset);
  }

  protected others(id: string): readonly Asset[] {
    return this.project()?.assets.filter((asset) => asset.type === this.type() && asset.id !== id) ?? [];
  }

  protected askRemove(id: string): void {
    if (this.users().has(id)) this.removing.set(id);
    else this.remove(id, []);
  }

  /** Puts another in its place everywhere, and takes it out. */
  protected removeFor(id: string, other: string): void {
    const project = this.project();
    if (!project || other === '') return;
    const states: DocumentState[] = [
      ...project.sequences.flatMap((sequence): DocumentState[] => {
        const after = withAssetReplaced(sequence, id, other);
        return after === sequence ? [] : [[`sequences/${sequence.id}`, after]];
      }),
      ...project.presets.flatMap((preset): DocumentState[] => {
        const after = withAssetReplaced(preset, id, other);
        return after === preset ? [] : [[`presets/${preset.id}`, after]];
      }),
      ...project.actors.flatMap((actor): DocumentState[] => {
        const after = withPictureReplaced(actor, id, other);
        return after === actor ? [] : [[`actors/${actor.id}`, after]];
      }),
    ];
    const settings = storedSettingsOf(project);
    const stages = settings.stages?.map((stage) =>
      stage.background?.of === 'picture' && stage.background.picture === id
        ? { ...stage, background: { ...stage.background, picture: other } }
        : stage,
    );
    if (stages?.some((stage, i) => stage !== settings.stages?.[i])) states.push([`settings/${project.id}`, { ...settings, stages }]);
    this.remove(id, states);
  }

  private remove(id: string, others: readonly DocumentState[]): void {
    this.removing.set('');
    const label = this.project()?.assets.find((asset) => asset.id === id)?.label ?? id;
    this.projects.remove(`remove ${label}`, [`assets/${id}`], others);
  }

  protected chosen(input: HTMLInputElement): void {
    void this.imports.take([...(input.files ?? [])]);
    input.value = '';
  }

  protected replaced(asset: Asset, input: HTMLInputElement): void {
    const [file] = input.files ?? [];
    if (file) void this.imports.replace(asset, file);
    input.value = '';
  }
}

function outlineOf(peaks: readonly number[]): string {
  const step = 100 / peaks.length;
  const upper = peaks.map((peak, i) => `${(i * step).toFixed(1)} ${(12 - peak * 11).toFixed(1)}`);
  const lower = peaks.map((peak, i) => `${(i * step).toFixed(1)} ${(12 + peak * 11).toFixed(1)}`).reverse();
  return `M${upper.join('L')}L${lower.join('L')}Z`;
}
