import { Injectable, type OnDestroy } from '@angular/core';
import type { CellPlace } from '@undatio/core';
import { Observable } from 'rxjs';

/** Looks into pictures for what is cut from them. */
@Injectable({ providedIn: 'root' })
export class CellsService implements OnDestroy {
  private worker: Worker | undefined;
  private asked = 0;

  /** Emits once: the places of a picture in which nothing is drawn. Nobody waits any more: nothing is emitted. */
  empty(url: string, size: { readonly width: number; readonly height: number }, places: readonly CellPlace[]): Observable<number[]> {
    return new Observable((seen) => {
      const number = this.asked++;
      const worker = (this.worker ??= new Worker(new URL('./cells.worker', import.meta.url), { type: 'module' }));
      const told = ({ data }: MessageEvent<{ number: number; empty: number[] }>): void => {
        if (data.number !== number) return;
        seen.next(data.empty);
        seen.complete();
      };
      worker.addEventListener('message', told);
      void bitmapOf(url, size).then(
        (picture) => (seen.closed ? picture.close() : worker.postMessage({ number, picture, places }, [picture])),
        (error: unknown) => seen.error(error),
      );
      return () => worker.removeEventListener('message', told);
    });
  }

  ngOnDestroy(): void {
    this.worker?.terminate();
  }
}

/** The picture as drawn, a vector one in the size that its asset states. */
async function bitmapOf(url: string, { width, height }: { readonly width: number; readonly height: number }): Promise<ImageBitmap> {
  const image = new Image();
  image.src = url;
  await image.decode();
  return createImageBitmap(image, { resizeWidth: width, resizeHeight: height });
}
