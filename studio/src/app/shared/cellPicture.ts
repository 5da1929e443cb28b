import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Asset } from '@undatio/core';
import { ProjectApi } from '../project/projectApi';
import { cellBox, isPixelArt } from './cellBox';

/** One cell of a picture, in an SVG of whatever size it is given. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'svg[undCell]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[attr.viewBox]': 'box().viewBox', '[style.image-rendering]': 'rendering()', 'aria-hidden': 'true' },
  template: `<svg:image preserveAspectRatio="none" [attr.href]="href()" [attr.width]="box().width" [attr.height]="box().height" />`,
})
export class CellPicture {
  readonly asset = input.required<Asset>();
  readonly cell = input.required<number>();

  private readonly api = inject(ProjectApi);
  protected readonly box = computed(() => cellBox(this.asset(), this.cell()));
  protected readonly rendering = computed(() => (isPixelArt(this.asset()) ? 'pixelated' : null));
  protected readonly href = computed(() => this.api.assetUrl({ assets: [this.asset()] }, this.asset().id));
}
