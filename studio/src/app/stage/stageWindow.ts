import { afterNextRender, computed, DestroyRef, ElementRef, inject, signal, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Place } from '@undatio/core';
import type { Sight } from '@undatio/core/internal';
import { StageSetUps, type OnStage } from './stageSetUps';
import { contactPlace, stageScale } from './stageView';

/** How what lies over a stage is placed on it: between px of its window and those of the world about the contact point. */
export interface StageWindow {
  readonly onStage: Signal<OnStage | undefined>;
  /** px of the window for one of the world's. */
  readonly scale: Signal<number>;
  /** The part of the world that is seen. */
  readonly seen: Signal<{ readonly x: number; readonly y: number; readonly width: number; readonly height: number }>;
  /** The same as an SVG transform, of what is drawn in the world's px. */
  readonly transform: Signal<string>;
  toWindow(place: Place): Place;
  toWorld(place: Place): Place;
}

/** The window that the component which asks for it covers; `sight` is what must be seen of the world. For where it is constructed. */
export function stageWindow(sight: () => Sight | undefined = () => undefined): StageWindow {
  const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  const destroyed = inject(DestroyRef);
  const onStage = toSignal(inject(StageSetUps).onStage$);
  const size = signal({ width: 1, height: 1 });
  const scale = computed(() => {
    const { project, setUp } = onStage() ?? {};
    const conventions = project?.conventions ?? { viewWidth: 960, viewHeight: 540 };
    return stageScale({ conventions, ...size(), zoom: setUp?.zoom, sight: sight() });
  });
  const contact = computed(() => ({ x: size().width * contactPlace.x, y: size().height * contactPlace.y }));
  afterNextRender(() => {
    const watch = new ResizeObserver(([{ contentRect }]) => size.set({ width: contentRect.width, height: contentRect.height }));
    watch.observe(host);
    destroyed.onDestroy(() => watch.disconnect());
  });
  return {
    onStage,
    scale,
    seen: computed(() => ({
      x: -contact().x / scale(),
      y: -contact().y / scale(),
      width: size().width / scale(),
      height: size().height / scale(),
    })),
    transform: computed(() => `translate(${contact().x} ${contact().y}) scale(${scale()})`),
    toWindow: ({ x, y }) => ({ x: contact().x + x * scale(), y: contact().y + y * scale() }),
    toWorld: ({ x, y }) => ({ x: (x - contact().x) / scale(), y: (y - contact().y) / scale() }),
  };
}
