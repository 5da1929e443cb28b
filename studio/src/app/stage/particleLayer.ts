import { Container, Particle, ParticleContainer, Rectangle, Texture, type TextureSource } from 'pixi.js';
import type { ParticleFrame } from '@undatio/core';
import { particlePictures } from '@undatio/core/internal';
import type { CellTextures } from './cellTextures';
import { drawParticlePictures, pictureSize } from './particlePictures';

/** A picture that particles are drawn from: its cells, and how much higher than wide one is. */
interface Look {
  readonly cells: readonly Texture[];
  /** A particle container draws from a single source, so each source has layers of its own. */
  readonly layers: readonly [Layer, Layer];
}

/** Every particle of a frame, normal ones under additive ones. Particles are kept and reused from frame to frame. */
export class ParticleLayer {
  readonly view = new Container();
  private readonly normal = new Container();
  private readonly additive = new Container();
  private readonly looks: Look[];
  private readonly all: Layer[] = [];
  private plain: Look | undefined;

  constructor(pictureCells: CellTextures) {
    this.view.addChild(this.normal, this.additive);
    const source: TextureSource = Texture.from(drawParticlePictures()).source;
    const layers = this.addLayers(source);
    const own: Look[] = particlePictures.map((_, i) => ({
      layers,
      cells: [new Texture({ source, frame: new Rectangle(i * pictureSize, 0, pictureSize, pictureSize) })],
    }));
    // In the order in which frames number them.
    this.looks = [...own, ...pictureCells.pictures.map((id) => this.look(pictureCells, id))];
  }

  /** Cut, and given its layers, when the first particle asks for it and it is there: most pictures are never drawn from. */
  private look(pictureCells: CellTextures, id: string): Look {
    let made: Look | undefined;
    const now = (): Look => {
      const cells = made ? made.cells : pictureCells.of(id);
      // One that is still on its way is a plain square until it comes.
      if (cells.length === 0) return (this.plain ??= { cells: [Texture.WHITE], layers: this.addLayers(Texture.WHITE.source) });
      return (made ??= { cells, layers: this.addLayers(cells[0].source) });
    };
    return {
      get cells() {
        return now().cells;
      },
      get layers() {
        return now().layers;
      },
    };
  }

  private addLayers(source: TextureSource): Look['layers'] {
    const texture = new Texture({ source });
    const layers = [new Layer(texture, 'normal'), new Layer(texture, 'add')] as const;
    this.normal.addChild(layers[0].view);
    this.additive.addChild(layers[1].view);
    this.all.push(...layers);
    return layers;
  }

  show(frame: ParticleFrame): void {
    for (const layer of this.all) layer.begin();
    for (let i = 0; i < frame.count; i++) {
      const { cells, layers } = this.looks[frame.picture[i]];
      const particle = layers[frame.blend[i]].next();
      const texture = cells[frame.cell[i]] ?? cells[0];
      const size = frame.size[i] / texture.width;
      particle.texture = texture;
      particle.x = frame.x[i];
      particle.y = frame.y[i];
      particle.scaleX = size;
      particle.scaleY = size;
      particle.rotation = (frame.rotation[i] * Math.PI) / 180;
      particle.tint = (Math.round(frame.r[i] * 255) << 16) | (Math.round(frame.g[i] * 255) << 8) | Math.round(frame.b[i] * 255);
      particle.alpha = frame.a[i];
    }
    for (const layer of this.all) layer.end();
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
