import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Project, StageSetUp } from '@undatio/core';
import { ProjectApi } from '../project/projectApi';
import { ProjectService } from '../project/projectService';
import { withPlace, type Picture } from './actorEdits';
import { ActorFigure } from './actorFigure';
import { edgeSides, type EdgeSide } from '../shared/edgeFields';
import { Handle, type HandleMove } from '../shared/handle';
import { withBackdrop, withBodyPut, withStage, type Standing } from './setUpEdits';

/** A stage in SVG, the contact point at the origin: what is behind it, the game's view, and who stands there, to be moved. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[undStagePaper]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ActorFigure, Handle],
  templateUrl: './stagePaper.html',
  styleUrl: './stagePaper.scss',
})
export class StagePaper {
  readonly project = input.required<Project>();
  readonly setUp = input.required<StageSetUp | undefined>();
  readonly standing = input.required<readonly Standing[]>();
  readonly here = input.required<Standing | undefined>();
  /** px of the stage for one of the screen. */
  readonly unit = input.required<number>();
  /** Something is being dragged, or not any more. */
  readonly held = output<boolean>();
  readonly picked = output<Standing>();

  private readonly projects = inject(ProjectService);
  private readonly api = inject(ProjectApi);

  protected readonly view = computed(() => {
    const { viewWidth, viewHeight } = this.project().conventions;
    return { x: -viewWidth / 2, y: -viewHeight / 2, width: viewWidth, height: viewHeight };
  });
  protected readonly colour = computed(() => {
    const behind = this.setUp()?.background;
    return behind?.of === 'colour' ? behind.colour : undefined;
  });
  protected readonly backdrop = computed(() => {
    const behind = this.setUp()?.background;
    if (behind?.of !== 'picture') return undefined;
    const picture = this.project().assets.find((asset): asset is Picture => asset.type === 'picture' && asset.id === behind.picture);
    if (!picture) return undefined;
    const { width = 16, height = 9 } = picture;
    return { ...behind, height: (behind.width * height) / width, href: this.api.assetUrl(this.project(), picture.id) };
  });

  /** Puts somebody elsewhere: on this stage, or, where every actor stands as it is, for good. */
  protected move({ at, actor }: Standing, { to, gesture }: HandleMove): void {
    if (at === undefined) {
      this.projects.editDocument(`actors/${actor.id}`, `${actor.label}: place`, (before) => withPlace(before as typeof actor, to), gesture);
    } else this.edit(`place of ${actor.label}`, (stage) => withBodyPut(stage, at, to), gesture);
  }

  /** The stage's edges as far as the game's view goes, each with where it is taken hold of. */
  protected readonly edges = computed(() => {
    const { x, y, width, height } = this.view();
    const { edges = {} } = this.setUp() ?? {};
    return edgeSides.flatMap((side) => {
      const at = edges[side];
      if (at === undefined) return [];
      const isUpright = side === 'left' || side === 'right';
      return [
        isUpright
          ? { side, x1: at, x2: at, y1: y, y2: y + height, grip: { x: at, y: y + height * 0.25 } }
          : { side, x1: x, x2: x + width, y1: at, y2: at, grip: { x: x + width * 0.25, y: at } },
      ];
    });
  });

  protected moveEdge(side: EdgeSide, { to, gesture }: HandleMove): void {
    const at = Math.round(side === 'left' || side === 'right' ? to.x : to.y);
    this.edit(`edge, ${side}`, (stage) => ({ ...stage, edges: { ...stage.edges, [side]: at } }), gesture);
  }

  protected moveBackdrop({ to, gesture }: HandleMove): void {
    this.edit('background', (stage) => withBackdrop(stage, to), gesture);
  }

  private edit(what: string, change: (stage: StageSetUp) => StageSetUp, gesture: string): void {
    const setUp = this.setUp();
    this.projects.editSettings(`${setUp?.label ?? 'stage'}: ${what}`, (settings) => withStage(settings, setUp?.id, change), gesture);
  }
}
