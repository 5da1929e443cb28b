import { DestroyRef, effect, ElementRef, inject, signal, untracked, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { distinctUntilChanged } from 'rxjs';
import { ProjectApi } from '../project/projectApi';
import { CellPainter, type CellSize } from './cellPainter';
import { looksAlike } from './looksAlike';
import { StageSetUps, type OnStage } from './stageSetUps';
import type { StageBackground } from './stageView';

/** What a component draws its small stages with. */
export interface SmallStages {
  /** Undefined until it is there; another one once somebody else stands on the stage. */
  readonly painter: Signal<CellPainter | undefined>;
  /** Why nothing can be drawn. */
  readonly failed: Signal<string | undefined>;
}

/**
 * A painter of small stages with who stands on the stage now, or with `others`, before a background and in a size that may change. It lives as long
 * as the component. For where that is constructed: whoever draws draws anew when the background or the size has changed.
 */
export function smallStages(
  background: () => StageBackground,
  size: () => CellSize,
  others: () => OnStage | undefined = () => undefined,
): SmallStages {
  const [api, destroyed] = [inject(ProjectApi), inject(DestroyRef)];
  const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  // An edit that changes nothing of how the stage looks makes no painter anew.
  const onStage = toSignal(inject(StageSetUps).onStage$.pipe(distinctUntilChanged(looksAlike)));
  const painter = signal<CellPainter | undefined>(undefined);
  const failed = signal<string | undefined>(undefined);
  let asked = 0;

  const furnish = async (on: OnStage): Promise<void> => {
    const mine = ++asked;
    try {
      const picture = (asset: string): string => api.assetUrl(on.project, asset);
      const [before, scenery] = [painter(), untracked(background)];
      const made = await (before?.restaged(on, scenery, picture) ?? CellPainter.create(host, on, scenery, untracked(size), picture));
      if (destroyed.destroyed || mine !== asked) return made.destroy();
      painter()?.destroy();
      painter.set(made);
      failed.set(undefined);
    } catch (error) {
      failed.set(`The stage cannot be drawn: ${error instanceof Error ? error.message : String(error)}`);
    }
  };

  effect(() => {
    const on = others() ?? onStage();
    if (on) untracked(() => void furnish(on));
  });
  effect(() => painter()?.setBackground(background()));
  effect(() => painter()?.size(size()));
  destroyed.onDestroy(() => painter()?.destroy());
  return { painter, failed };
}
