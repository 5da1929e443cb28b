import 'pixi.js/unsafe-eval';
import { Ticker, WebGLRenderer } from 'pixi.js';
import { skies } from '@undatio/core/internal';
import { KeptPictures } from './keptPictures';
import { drawsInSoftware } from './softwareDrawing';

/** Textures of a batch where there is no graphics card. */
const fewTextures = 3;

/**
 * The WebGL context of one stage window, and its loaded pictures. Browsers limit the number of contexts, so all painters of a window
 * share one. It is freed when its last holder releases it.
 */
export class StageCanvas {
  readonly pictures = new KeptPictures();
  private holders = 1;

  private constructor(
    readonly renderer: WebGLRenderer,
    readonly host: HTMLElement,
  ) {
    host.append(renderer.canvas);
  }

  /** Creates the canvas inside `host`. The caller holds it. Rejects if there is no WebGL. */
  static async create(host: HTMLElement): Promise<StageCanvas> {
    const renderer = new WebGLRenderer();
    await renderer.init({
      background: skies.dark,
      width: host.clientWidth,
      height: host.clientHeight,
      // Without a graphics card smooth edges cost as much again as the whole picture; it is better shown in time.
      antialias: !drawsInSoftware(),
      // Nothing in the picture is pointed at: looking for what lies under the pointer would cost every frame.
      eventMode: 'none',
      eventFeatures: { move: false, globalMove: false, click: false, wheel: false },
      resolution: Math.min(2, window.devicePixelRatio),
      autoDensity: true,
    });
    // Its housekeeping would run with every frame of the display; it runs with every picture instead.
    Ticker.system.autoStart = false;
    Ticker.system.stop();
    // In software every pixel reads every texture that a batch may have: more, smaller batches draw twice as fast.
    if (drawsInSoftware()) renderer.limits.maxBatchableTextures = fewTextures;
    return new StageCanvas(renderer, host);
  }

  /** Adds a holder, who must call `release` once. */
  hold(): this {
    this.holders++;
    return this;
  }

  /** Removes a holder. Returns true if it was the last one; the context is then freed. */
  release(): boolean {
    if (--this.holders > 0) return false;
    this.renderer.destroy({ removeView: true });
    return true;
  }

  /** Resizes the canvas to its host. Returns false if the host has no size. */
  resizeToHost(): boolean {
    const { clientWidth, clientHeight } = this.host;
    if (clientWidth === 0 || clientHeight === 0) return false;
    const { width, height } = this.renderer.screen;
    if (width !== clientWidth || height !== clientHeight) this.renderer.resize(clientWidth, clientHeight);
    return true;
  }
}
