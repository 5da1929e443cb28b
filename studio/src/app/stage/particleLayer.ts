import { Container, Particle, ParticleContainer, Rectangle, Texture, type TextureSource } from 'pixi.js';
import type { ParticleFrame } from '@undatio/core';
import { particlePictures } from '@undatio/core/internal';
import type { CellTextures } from './cellTextures';
import { drawParticlePictures, pictureSize } from './particlePictures';

/** A picture that particles are drawn from: its cells, all of one source. */
interface Look {
  readonly cells: readonly Texture[];
  readonly source: TextureSource;
}

/** Atlas of the built-in particle pictures, shared by all stages. */
let ownPictures: Texture | undefined;

/**
 * Every particle of a frame: those that cover in the frame's order, under those that add. A particle container draws from a single
 * source, so that each run of particles of one source has a container of its own; what adds may be drawn in any order. Containers
 * and particles are kept and reused from frame to frame.
 */
export class ParticleLayer {
  readonly view = new Container();
  private readonly normal = new Container();
  private readonly additive = new Container();
  private readonly own: readonly Look[];
  private readonly looks: readonly Look[];
  private readonly covering = new Map<TextureSource, Pool>();
  private readonly adding = new Map<TextureSource, Pool>();
  private readonly used: Layer[] = [];
  private plain: Look | undefined;

  constructor(pictureCells: CellTextures) {
    this.view.addChild(this.normal, this.additive);
    const { source }: { source: TextureSource } = (ownPictures ??= Texture.from(drawParticlePictures()));
    this.own = particlePictures.map((_, i) => ({
      source,
      cells: [new Texture({ source, frame: new Rectangle(i * pictureSize, 0, pictureSize, pictureSize) })],
    }));
    // In the order in which frames number them.
    this.looks = [...this.own, ...pictureCells.pictures.map((id) => this.look(pictureCells, id))];
  }

  /** Cut when the first particle asks for it and it is there: most pictures are never drawn from. */
  private look(pictureCells: CellTextures, id: string): Look {
    let made: Look | undefined;
    const now = (): Look => {
      const cells = made ? made.cells : pictureCells.of(id);
      // One that is still on its way is a plain square until it comes.
      if (cells.length === 0) return (this.plain ??= { cells: [Texture.WHITE], source: Texture.WHITE.source });
      return (made ??= { cells, source: cells[0].source });
    };
    return {
      get cells() {
        return now().cells;
      },
      get source() {
        return now().source;
      },
    };
  }

  show(frame: ParticleFrame): void {
    for (const pools of [this.covering, this.adding]) for (const pool of pools.values()) pool.used = 0;
    this.used.length = 0;
    this.normal.removeChildren();
    this.additive.removeChildren();
    let last: TextureSource | undefined;
    let run: Layer | undefined;
    for (let i = 0; i < frame.count; i++) {
      const { cells, source } = this.looks[frame.picture[i]];
      const adds = frame.blend[i] === 1;
      if (!adds && (source !== last || !run)) {
        run = this.begin(this.covering, source, 'normal', this.normal);
        last = source;
      }
      const layer = adds ? this.addingOf(source) : run;
      if (layer) put(layer.next(), cells[frame.cell[i]] ?? cells[0], frame, i);
    }
    for (const layer of this.used) layer.end();
  }

  /** Frees the layers and textures. The view itself is destroyed with the stage. */
  destroy(): void {
    for (const pools of [this.covering, this.adding]) for (const { layers } of pools.values()) for (const layer of layers) layer.destroy();
    for (const { cells } of this.own) for (const cell of cells) cell.destroy();
  }

  private addingOf(source: TextureSource): Layer {
    const pool = this.adding.get(source);
    return pool && pool.used > 0 ? pool.layers[0] : this.begin(this.adding, source, 'add', this.additive);
  }

  private begin(pools: Map<TextureSource, Pool>, source: TextureSource, blend: 'normal' | 'add', into: Container): Layer {
    let pool = pools.get(source);
    if (!pool) pools.set(source, (pool = { layers: [], used: 0 }));
    const layer = (pool.layers[pool.used] ??= new Layer(new Texture({ source }), blend));
    pool.used++;
    layer.begin();
    into.addChild(layer.view);
    this.used.push(layer);
    return layer;
  }
}

/** Containers of one source, and how many of them show something. */
interface Pool {
  readonly layers: Layer[];
  used: number;
}

function put(particle: Particle, texture: Texture, frame: ParticleFrame, i: number): void {
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

  /** A layer that the last frame did not use is not on the stage, so it is not destroyed with it. */
  destroy(): void {
    if (!this.view.destroyed) this.view.destroy();
    this.texture.destroy();
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
