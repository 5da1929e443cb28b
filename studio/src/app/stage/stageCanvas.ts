import 'pixi.js/unsafe-eval';
import { Ticker, WebGLRenderer } from 'pixi.js';
import { skies } from '@undatio/core/internal';
import { KeptPictures } from './keptPictures';
import { drawsInSoftware } from './softwareDrawing';

/** Textures of a batch where there is no graphics card. */
const fewTextures = 3;

/**
 * A window's graphics context and the pictures that are loaded for it. A browser has few of these contexts, so that the painters of
 * one window share it, each after the other: it is there as long as somebody holds it.
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

  /** A canvas inside `host`, held by whoever asks for it. Rejects when there is no WebGL. */
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

  /** Holds it once more; each holder releases it once. */
  hold(): this {
    this.holders++;
    return this;
  }

  /** Lets it go; the last holder's release frees the graphics context and answers true. */
  release(): boolean {
    if (--this.holders > 0) return false;
    this.renderer.destroy({ removeView: true });
    return true;
  }

  /** Fits the window that it is in; false while that has no size. */
  fit(): boolean {
    const { clientWidth, clientHeight } = this.host;
    if (clientWidth === 0 || clientHeight === 0) return false;
    const { width, height } = this.renderer.screen;
    if (width !== clientWidth || height !== clientHeight) this.renderer.resize(clientWidth, clientHeight);
    return true;
  }
}
