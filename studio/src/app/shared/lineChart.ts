import { afterNextRender, DestroyRef, inject, signal, type ElementRef, type Signal } from '@angular/core';
import type { EChartsType } from 'echarts/core';

/**
 * A chart of lines in an element, with the script that draws it: loaded with the first that is shown, and no more of it than lines
 * need. It follows the element's size and goes with its component. For where that is constructed.
 */
export function lineChart(host: Signal<ElementRef<HTMLElement>>): Signal<EChartsType | undefined> {
  const destroyed = inject(DestroyRef);
  const made = signal<EChartsType | undefined>(undefined);
  afterNextRender(async () => {
    const [core, { LineChart }, { GridComponent, LegendComponent, MarkLineComponent }, { CanvasRenderer }] = await Promise.all([
      import('echarts/core'),
      import('echarts/charts'),
      import('echarts/components'),
      import('echarts/renderers'),
    ]);
    core.use([LineChart, GridComponent, LegendComponent, MarkLineComponent, CanvasRenderer]);
    if (destroyed.destroyed) return;
    const chart = core.init(host().nativeElement, null);
    const watch = new ResizeObserver(() => chart.resize());
    watch.observe(host().nativeElement);
    destroyed.onDestroy(() => {
      watch.disconnect();
      chart.dispose();
    });
    made.set(chart);
  });
  return made.asReadonly();
}
