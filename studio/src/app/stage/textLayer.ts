import { CanvasTextMetrics, Container, RenderTexture, Text, TextStyle, type WebGLRenderer } from 'pixi.js';
import type { GlyphFrame, NumberFrame } from '@undatio/core';

/** Drawn once at this height and scaled, so that a growing number is not set anew in every frame. */
const drawnSize = 96;
/** Height of the font’s digits and capitals against its size. */
const capitalHeight = 0.672;

/** px of the outline at that height. */
const outlineWidth = 18;

const fontFamily = 'Atkinson Hyperlegible';
const fontWeight = '700';

/** Resolves when the font is there; without it texts are drawn in another. */
export async function fontOfTexts(): Promise<void> {
  await document.fonts.load(`${fontWeight} ${drawnSize}px "${fontFamily}"`).catch(() => undefined);
}

/** The middle of a digit as a share of the height of a line of text. Texts are placed by this point. */
function digitMiddle(): number {
  const { ascent, fontSize } = CanvasTextMetrics.measureFont(`${fontWeight} ${drawnSize}px "${fontFamily}", sans-serif`);
  return (outlineWidth / 2 + ascent - (drawnSize * capitalHeight) / 2) / (fontSize + outlineWidth);
}

let warm = false;

/** Draws a digit that nobody sees: what the first text of all needs is then there before a number flies. */
export function warmTexts(renderer: WebGLRenderer): void {
  if (warm) return;
  warm = true;
  const text = new Text({ text: '0', style: styleOf(0xffffff, 0) });
  const target = RenderTexture.create({ width: 1, height: 1 });
  renderer.render({ container: text, target });
  target.destroy(true);
  text.destroy();
}

/** A style for a colour and an outline, both 0xrrggbb. */
function styleOf(fill: number, outline: number): TextStyle {
  return new TextStyle({
    fontFamily: [fontFamily, 'sans-serif'],
    fontWeight,
    fontSize: drawnSize,
    padding: 14,
    fill,
    stroke: { color: outline, width: outlineWidth, join: 'round' },
  });
}

/** Numbers and words in flight, or the letters of captions. Texts are kept and reused from frame to frame. */
export class TextLayer {
  readonly view = new Container();
  private readonly kept: Text[] = [];
  /** One style for each pair of colours: texts that say the same in the same style share one picture. */
  private readonly styles = new Map<string, TextStyle>();

  show(frame: NumberFrame | GlyphFrame): void {
    for (const text of this.kept) text.visible = false;
    for (let i = 0; i < frame.count; i++) {
      const text = this.textFor(frame.text[i], frame.colour[i]);
      text.text = frame.text[i];
      const style = this.styleOf(frame.colour[i], frame.outline[i]);
      if (text.style !== style) text.style = style;
      text.position.set(frame.x[i], frame.y[i]);
      const scale = frame.size[i] / (drawnSize * capitalHeight);
      text.scale.set(scale);
      // A text much larger than its texture would be blurred: it gets a finer one, and keeps it until it is small again.
      const resolution = scale > 1.25 ? 3 : 1;
      if (text.resolution !== resolution && (resolution > 1 || scale < 1)) text.resolution = resolution;
      text.angle = 'rotation' in frame ? frame.rotation[i] : 0;
      text.alpha = frame.alpha[i];
      text.visible = true;
    }
  }

  /** A text that is free, one that says the same already if there is any: setting a text anew is what costs. */
  private textFor(wanted: string, colour: number): Text {
    const free = this.kept.filter(({ visible }) => !visible);
    return free.find(({ text, style }) => text === wanted && style.fill === colour) ?? free[0] ?? this.textAt(this.kept.length);
  }

  private textAt(index: number): Text {
    if (!this.kept[index]) {
      const text = new Text({ text: '', style: this.styleOf(0, 0) });
      text.anchor.set(0.5, digitMiddle());
      this.kept[index] = text;
      this.view.addChild(text);
    }
    return this.kept[index];
  }

  private styleOf(fill: number, outline: number): TextStyle {
    const key = `${fill} ${outline}`;
    let style = this.styles.get(key);
    if (!style) this.styles.set(key, (style = styleOf(fill, outline)));
    return style;
  }
}
