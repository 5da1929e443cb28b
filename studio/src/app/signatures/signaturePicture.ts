import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { drawSignature, tileAxis, tileHeight, tileRoom, tileWidth, type Signature } from './signature';

/** A sequence as the picture on its tile: its effects' channels around the contact line. */
@Component({
  selector: 'und-signature',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="viewBox" preserveAspectRatio="none" aria-hidden="true">
      @for (ink of drawing().inks; track ink.family) {
        <path [attr.d]="ink.path" [style.fill]="'var(--family-' + ink.family + ')'" />
      }
      <line x1="0" [attr.x2]="width" [attr.y1]="base" [attr.y2]="base" class="ground" />
      @for (notch of drawing().notches; track $index) {
        <rect class="notch" [attr.x]="notch.x" [attr.y]="base - 2" [attr.width]="notch.width" height="4" />
      }
      <line [attr.x1]="contact" [attr.x2]="contact" y1="0" [attr.y2]="height" class="contact" />
    </svg>
  `,
  styles: `
    :host {
      display: flex;
      flex: 1;
      min-height: 43px;
    }
    svg {
      width: 100%;
      flex: 1;
      display: block;
    }
    .ground {
      stroke: var(--rule-strong);
      stroke-width: 1;
      vector-effect: non-scaling-stroke;
    }
    .notch {
      fill: var(--family-time);
    }
    .contact {
      stroke: var(--contact);
      stroke-width: 1.4;
      vector-effect: non-scaling-stroke;
    }
  `,
})
export class SignaturePicture {
  /** Undefined until it is measured. */
  readonly signature = input.required<Signature | undefined>();
  /** The strength that fills the picture. */
  readonly scale = input.required<number>();

  protected readonly viewBox = `0 0 ${tileWidth} ${tileHeight}`;
  protected readonly height = tileHeight;
  protected readonly width = tileWidth;
  protected readonly base = tileRoom.base;
  protected readonly contact = tileAxis.x(0);
  protected readonly drawing = computed(() => {
    const signature = this.signature();
    return signature ? drawSignature(signature, this.scale(), tileRoom) : { inks: [], notches: [] };
  });
}
