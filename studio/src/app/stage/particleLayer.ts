import { Container, Particle, ParticleContainer, Rectangle, Texture, type TextureSource } from 'pixi.js';
import type { ParticleFrame } from '@undatio/core';
import { particlePictures } from '@undatio/core';
import { drawParticlePictures, pictureSize } from './particlePictures';

/** Every particle of a frame, normal ones under additive ones. Particles are kept and reused from frame to frame. */
export class ParticleLayer {
  readonly view = new Container();
  private readonly textures: Texture[];
  private readonly layers: readonly [Layer, Layer];

  constructor() {
    // One atlas for all pictures: a particle container draws from a single source.
    const source: TextureSource = Texture.from(drawParticlePictures()).source;
    this.textures = particlePictures.map(
      (_, i) => new Texture({ source, frame: new Rectangle(i * pictureSize, 0, pictureSize, pictureSize) }),
    );
    this.layers = [new Layer(this.textures[0], 'normal'), new Layer(this.textures[0], 'add')];
    this.view.addChild(...this.layers.map((layer) => layer.view));
  }

  show(frame: ParticleFrame): void {
    for (const layer of this.layers) layer.begin();
    for (let i = 0; i < frame.count; i++) {
      const particle = this.layers[frame.blend[i]].next();
      const size = frame.size[i] / pictureSize;
      particle.texture = this.textures[frame.picture[i]];
      particle.x = frame.x[i];
      particle.y = frame.y[i];
      particle.scaleX = size;
      particle.scaleY = size;
      particle.rotation = (frame.rotation[i] * Math.PI) / 180;
      particle.tint = (Math.round(frame.r[i] * 255) << 16) | (Math.round(frame.g[i] * 255) << 8) | Math.round(frame.b[i] * 255);
      particle.alpha = frame.a[i];
    }
    for (const layer of this.layers) layer.end();
  }
}

class Layer {
  readonly view: ParticleContainer;
  private readonly kept: Particle[] = [];
  private used = 0;

  constructor(
    private readonly texture: Texture,
    blendMode: 'normal' | 'add',
  ) {
    this.view = new ParticleContainer({
      texture,
      blendMode,
      dynamicProperties: { position: true, vertex: true, rotation: true, color: true, uvs: true },
    });
  }

  begin(): void {
    this.used = 0;
  }

  next(): Particle {
    if (this.used === this.kept.length) this.kept.push(new Particle({ texture: this.texture, anchorX: 0.5, anchorY: 0.5 }));
    return this.kept[this.used++];
  }

  end(): void {
    const shown = this.view.particleChildren;
    shown.length = 0;
    for (let i = 0; i < this.used; i++) shown.push(this.kept[i]);
    this.view.update();
  }
}
