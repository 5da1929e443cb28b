import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Actor, Project } from '@undatio/core';
import { ProjectApi } from '../project/projectApi';
import { partTransform, wholeTransform, type PoseName } from './actorEdits';

/** An actor in SVG, its middle at the origin: its parts as a pose moves them, or its picture. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[undActorFigure]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg:g [attr.transform]="whole()">
      @for (piece of pieces(); track piece.id) {
        <svg:image
          preserveAspectRatio="none"
          [attr.href]="piece.href"
          [attr.x]="-actor().width / 2"
          [attr.y]="-actor().height / 2"
          [attr.width]="actor().width"
          [attr.height]="actor().height"
          [attr.transform]="piece.transform"
          [attr.opacity]="lit() === undefined || lit() === piece.id ? 1 : 0.25"
        />
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

  private readonly api = inject(ProjectApi);
  protected readonly whole = computed(() => wholeTransform(this.actor(), this.pose(), this.amount()));
  protected readonly pieces = computed(() => {
    const [actor, project, pose, amount] = [this.actor(), this.project(), this.pose(), this.amount()];
    const href = (picture: string): string => this.api.assetUrl(project as Project, picture);
    if (actor.parts.length === 0) return [{ id: 'whole', href: href(actor.picture), transform: '' }];
    return actor.parts.map((part) => ({ id: part.id, href: href(part.picture), transform: partTransform(actor, part, pose, amount) }));
  });
}
