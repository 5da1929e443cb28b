import { Graphics } from 'pixi.js';
import { outlineOf, type PlacedReach } from '@undatio/core/internal';

/** Ink that stands out from any stage. */
const ink = 0xf4efe2;
const live = 0xff6a3d;

/** What moves reach: all that a contact sweeps over, and its blade while it is live. */
export class ReachLayer {
  readonly view = new Graphics();

  show(reaches: readonly PlacedReach[]): void {
    this.view.clear();
    for (const { x, y, reach, blade, live: isLive } of reaches) {
      const colour = isLive ? live : ink;
      this.view
        .poly(outlineOf(reach).map((corner) => ({ x: x + corner.x, y: y + corner.y })))
        .fill({ color: colour, alpha: isLive ? 0.22 : 0.07 })
        .stroke({ color: colour, width: 1.5, alpha: isLive ? 0.9 : 0.45 });
      if (blade === undefined || !isLive) continue;
      const radians = (blade * Math.PI) / 180;
      this.view
        .moveTo(x, y)
        .lineTo(x + Math.cos(radians) * reach.length, y + Math.sin(radians) * reach.length)
        .stroke({ color: live, width: 3 });
    }
  }
}
