import { defaultFilterVert, Filter, GlProgram } from 'pixi.js';
import type { FlashMode } from '@undatio/core/internal';

/** The engine's flash formulas on encoded values, alpha kept; pixels arrive and leave premultiplied. */
const fragment = `
in vec2 vTextureCoord;
out vec4 finalColor;
uniform sampler2D uTexture;
uniform vec3 uColour;
uniform float uAmount;
uniform float uMode;

void main(void) {
  vec4 pixel = texture(uTexture, vTextureCoord);
  vec3 c = pixel.a > 0.0 ? pixel.rgb / pixel.a : vec3(0.0);
  vec3 mixed = c + (uColour - c) * uAmount;
  vec3 multiplied = c * (1.0 + (uColour - 1.0) * uAmount);
  vec3 added = min(vec3(1.0), c + uColour * uAmount);
  vec3 lit = uMode < 0.5 ? mixed : uMode < 1.5 ? multiplied : added;
  finalColor = vec4(lit * pixel.a, pixel.a);
}
`;

const modes: Readonly<Record<FlashMode, number>> = { mix: 0, multiply: 1, add: 2 };

export class FlashFilter extends Filter {
  private readonly values: { uColour: Float32Array; uAmount: number; uMode: number };

  constructor() {
    super({
      glProgram: GlProgram.from({ vertex: defaultFilterVert, fragment, name: 'flash' }),
      resources: {
        flash: {
          uColour: { value: new Float32Array([1, 1, 1]), type: 'vec3<f32>' },
          uAmount: { value: 0, type: 'f32' },
          uMode: { value: 0, type: 'f32' },
        },
      },
      resolution: 'inherit',
    });
    this.values = (this.resources as { flash: { uniforms: FlashFilter['values'] } }).flash.uniforms;
  }

  set(mode: FlashMode, colour: number, amount: number): void {
    const { uColour } = this.values;
    uColour[0] = (colour >> 16) / 255;
    uColour[1] = ((colour >> 8) & 255) / 255;
    uColour[2] = (colour & 255) / 255;
    this.values.uAmount = amount;
    this.values.uMode = modes[mode];
  }
}
