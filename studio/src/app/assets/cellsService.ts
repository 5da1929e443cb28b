import { Injectable, type OnDestroy } from '@angular/core';
import type { CellPlace } from '@undatio/core';
import { from, map, switchMap, type Observable } from 'rxjs';
import { AskedWorker } from '../shared/askedWorker';

/** Looks into pictures for what is cut from them. */
@Injectable({ providedIn: 'root' })
export class CellsService implements OnDestroy {
  private readonly worker = new AskedWorker<{ picture: ImageBitmap; places: readonly CellPlace[] }, { empty: number[] }>(
    () => new Worker(new URL('./cells.worker', import.meta.url), { type: 'module' }),
    'what is cut from the picture could not be looked at',
  );

  /** Emits once: the places of a picture in which nothing is drawn. Nobody waits any more: nothing is emitted. Fails with a sentence. */
  empty(url: string, size: { readonly width: number; readonly height: number }, places: readonly CellPlace[]): Observable<number[]> {
    return from(bitmapOf(url, size)).pipe(
      switchMap((picture) => this.worker.ask({ picture, places }, [picture])),
      map(({ empty }) => empty),
    );
  }

  ngOnDestroy(): void {
    this.worker.close();
  }
}

/** The picture as drawn, a vector one in the size that its asset states. */
async function bitmapOf(url: string, { width, height }: { readonly width: number; readonly height: number }): Promise<ImageBitmap> {
  const image = new Image();
  image.src = url;
  await image.decode();
  return createImageBitmap(image, { resizeWidth: width, resizeHeight: height });
}
