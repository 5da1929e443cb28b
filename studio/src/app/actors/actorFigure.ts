import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Actor, Project } from '@undatio/core';
import { ProjectApi } from '../project/projectApi';
import { cellBox, isPixelArt } from '../shared/cellBox';
import { isMirrored, partTransform, wholeTransform, type PoseName } from './actorEdits';

/** A cell of a picture. */
export interface Cell {
  readonly picture: string;
  readonly cell: number;
}

/** An actor in SVG, its middle at the origin: its parts as a pose moves them, its picture, or one cell in their place. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[undActorFigure]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg:g [attr.transform]="whole()">
      @for (piece of pieces(); track piece.id) {
        <svg:g [attr.transform]="piece.transform" [attr.opacity]="lit() === undefined || lit() === piece.id ? 1 : 0.25">
          <svg:svg
            preserveAspectRatio="none"
            [attr.viewBox]="piece.box.viewBox"
            [attr.x]="-actor().width / 2"
            [attr.y]="-actor().height / 2"
            [attr.width]="actor().width"
            [attr.height]="actor().height"
          >
            <svg:image
              preserveAspectRatio="none"
              [style.image-rendering]="piece.rendering"
              [attr.href]="piece.href"
              [attr.width]="piece.box.width"
              [attr.height]="piece.box.height"
            />
          </svg:svg>
        </svg:g>
      }
    </svg:g>
  `,
  styles: `
    image {
      pointer-events: none;
    }
  `,
})
export class ActorFigure {
  readonly actor = input.required<Actor>();
  readonly project = input.required<Pick<Project, 'assets'>>();
  readonly pose = input<PoseName>();
  /** How far it is in the pose, 0 to 1. */
  readonly amount = input(1);
  /** The part that is looked at; the others step back. */
  readonly lit = input<string>();
  /** A cell that is shown in place of its picture and parts. */
  readonly shown = input<Cell>();
  /** Whether it is seen as it stands on the stage: mirrored where it faces the other way than its pictures look. */
  readonly onStage = input(false);

  private readonly api = inject(ProjectApi);
  protected readonly whole = computed(() =>
    `${this.onStage() && isMirrored(this.actor()) ? 'scale(-1 1) ' : ''}${wholeTransform(this.actor(), this.pose(), this.amount())}`.trim(),
  );
  protected readonly pieces = computed(() => {
    const [actor, pose, amount] = [this.actor(), this.pose(), this.amount()];
    const shown = this.shown();
    if (shown || actor.parts.length === 0) {
      const { picture, cell } = shown ?? { picture: actor.picture, cell: actor.cell ?? 0 };
      return [this.piece('whole', picture, cell, '')];
    }
    return actor.parts.map((part) => this.piece(part.id, part.picture, 0, partTransform(actor, part, pose, amount)));
  });

  private piece(id: string, picture: string, cell: number, transform: string) {
    const { assets } = this.project();
    const asset = assets.find((one) => one.id === picture);
    return {
      id,
      transform,
      href: this.api.assetUrl({ assets }, picture),
      box: cellBox(asset, cell),
      rendering: isPixelArt(asset) ? 'pixelated' : null,
    };
  }
}
