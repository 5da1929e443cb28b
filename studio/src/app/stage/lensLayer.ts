import { Container, defaultFilterVert, Filter, GlProgram, Graphics, Sprite, Texture } from 'pixi.js';
import type { ViewFrame } from '@undatio/core';

const fragment = `
in vec2 vTextureCoord;
out vec4 finalColor;
uniform sampler2D uTexture;
uniform highp vec4 uInputSize;
uniform float uSplit;

void main(void) {
  vec2 shift = vec2(uSplit * uInputSize.z, 0.0);
  vec4 middle = texture(uTexture, vTextureCoord);
  finalColor = vec4(texture(uTexture, vTextureCoord - shift).r, middle.g, texture(uTexture, vTextureCoord + shift).b, middle.a);
}
`;

/** Texture of the vignette, shared by all stages. */
let darkCorners: Texture | undefined;

/** What the view is seen through: red and blue parted, corners darkened, a flash over everything. */
export class LensLayer {
  readonly view = new Container();
  private readonly vignette = new Sprite((darkCorners ??= Texture.from(drawVignette())));
  private readonly flash = new Graphics().rect(0, 0, 1, 1).fill(0xffffff);
  private readonly splitFilter: Filter;
  private readonly values: { uSplit: number };

  constructor(private readonly world: Container) {
    this.splitFilter = new Filter({
      glProgram: GlProgram.from({ vertex: defaultFilterVert, fragment, name: 'split' }),
      resources: { split: { uSplit: { value: 0, type: 'f32' } } },
    });
    this.values = (this.splitFilter.resources as { split: { uniforms: { uSplit: number } } }).split.uniforms;
    this.view.addChild(this.vignette, this.flash);
  }

  /** `width` and `height` of the window and `zoom` of the world, in px. */
  show(view: ViewFrame, width: number, height: number, zoom: number): void {
    this.vignette.setSize(width, height);
    this.vignette.alpha = view.vignette;
    this.vignette.visible = view.vignette > 0;
    this.flash.scale.set(width, height);
    this.flash.tint = view.flashColour;
    this.flash.alpha = view.flash;
    this.flash.visible = view.flash > 0;
    this.values.uSplit = view.split * zoom;
    const splitting = view.split > 0.01;
    if (splitting !== this.world.filters?.length > 0) this.world.filters = splitting ? [this.splitFilter] : [];
  }
}

/** Clear in the middle, dark in the corners. */
function drawVignette(): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = 256;
  const context = canvas.getContext('2d');
  const gradient = context?.createRadialGradient(128, 128, 60, 128, 128, 182);
  if (!context || !gradient) throw new Error('this browser has no 2D canvas');
  gradient.addColorStop(0, 'rgb(4 10 16 / 0)');
  gradient.addColorStop(1, 'rgb(4 10 16 / 1)');
  context.fillStyle = gradient;
  context.fillRect(0, 0, 256, 256);
  return canvas;
}
