import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import type { Actor, Project } from '@undatio/core';
import { cellCount, identifierPattern } from '@undatio/core/internal';
import { ProjectService } from '../project/projectService';
import { CellPicture } from '../shared/cellPicture';
import { cellsFromText, textOfCells } from '../shared/cellText';
import { heldPer } from '../shared/heldPer';
import { Choice, type Option } from '../shared/choice';
import { RadioKeys } from '../shared/radioKeys';
import { ScrubNumber, type NumberChange } from '../shared/scrubNumber';
import { poseNames, type Picture, type PoseName } from './actorEdits';
import type { Cell } from './actorFigure';
import { clipsOf, placeInLoop, withClip, withNewClip, withoutClip, withPoseClip, type Clip } from './clipEdits';

/** An actor's clips: named runs of cells, played beside on its body, and the poses that show them. */
@Component({
  selector: 'und-actor-clips',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CellPicture, Choice, RadioKeys, ScrubNumber],
  templateUrl: './actorClips.html',
  styleUrl: './actorClips.scss',
})
export class ActorClips {
  readonly actor = input.required<Actor>();
  readonly project = input.required<Project>();
  /** The cell that is played now; undefined where there is no clip. */
  readonly showing = output<Cell | undefined>();

  private readonly projects = inject(ProjectService);

  protected readonly poseNames = poseNames;
  protected readonly clips = computed(() => clipsOf(this.actor()));
  private readonly wanted = signal<string | undefined>(undefined);
  protected readonly clip = computed(() => this.clips().find(({ id }) => id === this.wanted()) ?? this.clips().at(0));
  protected readonly pictures = computed(() => this.project().assets.filter((asset): asset is Picture => asset.type === 'picture'));
  protected readonly pictureOptions = computed(() =>
    // Sheets first: a clip of one cell is rare.
    [...this.pictures()]
      .sort((a, b) => Number(cellCount(b) > 1) - Number(cellCount(a) > 1))
      .map((asset): Option => ({
        value: asset.id,
        label: cellCount(asset) > 1 ? `${asset.label}, ${cellCount(asset)} cells` : asset.label,
      })),
  );
  protected readonly sheet = computed(() => this.pictures().find(({ id }) => id === this.clip()?.picture));
  protected readonly sheetCells = computed(() => Array.from({ length: cellCount(this.sheet() ?? { cells: 0 }) }, (_, i) => i));
  protected readonly run = computed(() => textOfCells(this.clip()?.cells ?? []));
  protected readonly seconds = computed(() => {
    const clip = this.clip();
    return clip ? (clip.cells.length / clip.rate).toFixed(2) : '';
  });

  /** Whoever wants less motion steps through it instead. */
  protected readonly playing = signal(!matchMedia('(prefers-reduced-motion: reduce)').matches);
  protected readonly at = heldPer(
    () => this.clip()?.id,
    () => 0,
  );
  protected readonly here = computed(() => Math.min(this.at(), (this.clip()?.cells.length ?? 1) - 1));

  constructor() {
    effect((onCleanup) => {
      const clip = this.clip();
      if (!clip || !this.playing()) return;
      const began = performance.now();
      let asked = 0;
      const step = (now: number): void => {
        this.at.set(placeInLoop(clip, Math.max(0, now - began) / 1000));
        asked = requestAnimationFrame(step);
      };
      asked = requestAnimationFrame(step);
      onCleanup(() => cancelAnimationFrame(asked));
    });
    effect(() => {
      const clip = this.clip();
      this.showing.emit(clip && { picture: clip.picture, cell: clip.cells[this.here()] });
    });
  }

  protected pick(clip: Clip): void {
    this.wanted.set(clip.id);
  }

  protected add(picture: string): void {
    const found = this.pictures().find(({ id }) => id === picture);
    if (!found) return;
    this.edit('add a clip', (before) => {
      const after = withNewClip(before, found);
      this.wanted.set(clipsOf(after).at(-1)?.id);
      return after;
    });
  }

  protected remove(clip: Clip): void {
    this.edit(`remove ${clip.id}`, (before) => withoutClip(before, clip.id));
  }

  protected rename(clip: Clip, box: HTMLInputElement): void {
    const id = box.value.trim();
    if (!identifierPattern.test(id) || this.clips().some((other) => other.id === id)) {
      box.value = clip.id;
      return;
    }
    this.change(clip, `rename ${clip.id}`, { id });
    this.wanted.set(id);
  }

  protected setPicture(clip: Clip, picture: string): void {
    const found = this.pictures().find(({ id }) => id === picture);
    if (!found) return;
    const count = cellCount(found);
    const cells = clip.cells.filter((cell) => cell < count);
    this.change(clip, 'picture', { picture, cells: cells.length > 0 ? cells : [0] });
  }

  protected write(clip: Clip, box: HTMLInputElement): void {
    const cells = cellsFromText(box.value, this.sheetCells().length);
    if (cells.length === 0) box.value = this.run();
    else this.change(clip, 'cells', { cells });
  }

  protected append(clip: Clip, cell: number): void {
    if (clip.cells.length < 256) this.change(clip, 'cells', { cells: [...clip.cells, cell] });
  }

  protected take(clip: Clip, place: number): void {
    if (clip.cells.length > 1) this.change(clip, 'cells', { cells: clip.cells.filter((_, i) => i !== place) });
  }

  protected turnRound(clip: Clip): void {
    this.change(clip, 'backwards', { cells: [...clip.cells].reverse() });
  }

  protected setRate(clip: Clip, { value, gesture }: NumberChange): void {
    this.change(clip, 'rate', { rate: value }, gesture);
  }

  protected setLoop(clip: Clip, loop: boolean): void {
    this.change(clip, loop ? 'begin again' : 'stay on the last cell', { loop });
  }

  protected setPose(pose: PoseName, clip: string): void {
    this.edit(`${pose} shows ${clip || 'no clip'}`, (before) => withPoseClip(before, pose, clip || undefined));
  }

  /** What a pose may show. */
  protected readonly poseOptions = computed(() => [
    { value: '', label: 'moved parts alone' },
    ...this.clips().map(({ id }): Option => ({ value: id, label: id })),
  ]);

  protected step(by: 1 | -1): void {
    const count = this.clip()?.cells.length ?? 1;
    this.playing.set(false);
    this.at.set((this.here() + by + count) % count);
  }

  private change(clip: Clip, what: string, change: Partial<Clip>, gesture?: string): void {
    this.edit(`${clip.id}, ${what}`, (before) => withClip(before, clip.id, change), gesture);
  }

  private edit(what: string, change: (before: Actor) => Actor, gesture?: string): void {
    const { id, label } = this.actor();
    this.projects.editDocument(`actors/${id}`, `${label}: ${what}`, (before) => change(before as Actor), gesture);
  }
}
