import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Actor, Place, Project } from '@undatio/core';
import { cellCount } from '@undatio/core/internal';
import { ProjectService } from '../project/projectService';
import { Choice, type Option } from '../shared/choice';
import { ScrubNumber, type NumberChange } from '../shared/scrubNumber';
import { isEverybodys, resized, spotPlace, spotsOf, withCell, withLooks, withNewSpot, withSpot, type Picture } from './actorEdits';

/** What an actor's body is: its picture, its size, and the spots that effects hang on. */
@Component({
  selector: 'und-actor-body',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, ScrubNumber],
  templateUrl: './actorBody.html',
  styleUrl: './actorBody.scss',
})
export class ActorBody {
  readonly actor = input.required<Actor>();
  readonly project = input.required<Project>();

  private readonly projects = inject(ProjectService);

  protected readonly axes = ['x', 'y'] as const;
  protected readonly spotsOf = spotsOf;
  protected readonly isEverybodys = isEverybodys;
  private readonly pictures = computed(() => this.project().assets.filter((asset): asset is Picture => asset.type === 'picture'));
  protected readonly pictureOptions = computed(() => this.pictures().map(({ id, label }): Option => ({ value: id, label })));
  protected readonly sides = [
    { name: 'width', word: 'wide', label: 'Width' },
    { name: 'height', word: 'high', label: 'Height' },
  ] as const;
  protected readonly looksOptions: readonly Option[] = [
    { value: '', label: 'where it faces' },
    { value: 'right', label: 'to the right' },
    { value: 'left', label: 'to the left' },
  ];
  /** How many cells its picture has. */
  protected readonly pictureCells = computed(() => {
    const picture = this.pictures().find(({ id }) => id === this.actor().picture);
    return picture ? cellCount(picture) : 1;
  });

  protected place(actor: Actor, spot: string): Place {
    return spotPlace(actor, spot);
  }

  protected setPicture(actor: Actor, picture: string): void {
    this.edit(actor, `${actor.label}: picture`, ({ cell: _, ...before }) => ({ ...before, picture }));
  }

  protected setCell(actor: Actor, { value, gesture }: NumberChange): void {
    this.edit(actor, `${actor.label}: cell`, (before) => withCell(before, Math.round(value)), gesture);
  }

  protected setLooks(actor: Actor, looks: string): void {
    this.edit(actor, `${actor.label}: looks`, (before) => withLooks(before, (looks || undefined) as Actor['looks']));
  }

  protected setSize(actor: Actor, side: 'width' | 'height', { value, gesture }: NumberChange): void {
    const label = `${actor.label}: ${side}`;
    this.edit(
      actor,
      label,
      (before) => resized(before, side === 'width' ? value : before.width, side === 'height' ? value : before.height),
      gesture,
    );
  }

  protected setSpot(actor: Actor, spot: string, axis: 'x' | 'y', { value, gesture }: NumberChange): void {
    const place = { ...spotPlace(actor, spot), [axis]: value };
    this.edit(actor, `${actor.label}: ${spot}`, (before) => withSpot(before, spot, place), gesture);
  }

  protected resetSpot(actor: Actor, spot: string): void {
    this.edit(actor, `${actor.label}: ${spot} on its edge`, (before) => withSpot(before, spot, undefined));
  }

  protected addSpot(actor: Actor, box: HTMLInputElement): void {
    const typed = box.value.trim();
    box.value = '';
    // It asks for a name before it adds anything.
    if (typed === '') box.focus();
    else this.edit(actor, `${actor.label}: spot ${typed}`, (before) => withNewSpot(before, typed));
  }

  protected units(px: number): string {
    const per = this.project().conventions.unitsPerPixel;
    return per === 1 ? '' : `${Number((px * per).toPrecision(4))} units`;
  }

  private edit(actor: Actor, label: string, change: (actor: Actor) => Actor, gesture?: string): void {
    this.projects.editDocument(`actors/${actor.id}`, label, (before) => change(before as Actor), gesture);
  }
}
