import { Rectangle, Texture } from 'pixi.js';
import type { Project } from '@undatio/core';
import { cellPlaces } from '@undatio/core/internal';
import { isPixelArt } from '../shared/cellBox';

/** The cells of the project's pictures as textures, cut when they are first asked for. */
export class CellTextures {
  private readonly kept = new Map<string, readonly Texture[]>();
  private readonly assets: ReadonlyMap<string, Project['assets'][number]>;

  constructor(
    assets: Project['assets'],
    /** Whole pictures; those that come later are found later. */
    private readonly textures: ReadonlyMap<string, Texture>,
  ) {
    this.assets = new Map(assets.map((asset) => [asset.id, asset]));
  }

  /** The project's pictures by their ids, in its order. */
  get pictures(): string[] {
    return [...this.assets.values()].flatMap(({ type, id }) => (type === 'picture' ? [id] : []));
  }

  /** Every cell of a picture in order; none while it is not there. */
  of(id: string): readonly Texture[] {
    const known = this.kept.get(id);
    if (known) return known;
    const texture = this.textures.get(id);
    const asset = this.assets.get(id);
    if (!texture || asset?.type !== 'picture') return [];
    const cells = cut(texture, asset);
    this.kept.set(id, cells);
    return cells;
  }

  /** Frees the cells. The pictures that they are cut from belong to the painter. */
  destroy(): void {
    for (const cells of this.kept.values()) for (const cell of cells) cell.destroy();
    this.kept.clear();
  }
}

function cut(texture: Texture, asset: Extract<Project['assets'][number], { type: 'picture' }>): readonly Texture[] {
  // A vector picture may be drawn larger than its file says.
  if (isPixelArt(asset)) texture.source.scaleMode = 'nearest';
  const [sx, sy] = [texture.width / (asset.width ?? texture.width), texture.height / (asset.height ?? texture.height)];
  return cellPlaces(asset, asset.width ?? texture.width, asset.height ?? texture.height).map(
    ({ x, y, width, height }) => new Texture({ source: texture.source, frame: new Rectangle(x * sx, y * sy, width * sx, height * sy) }),
  );
}
