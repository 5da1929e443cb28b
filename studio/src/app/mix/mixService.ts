import { inject, Injectable } from '@angular/core';
import type { Project, SoundCue } from '@undatio/core';
import { DrillTake } from '@undatio/core/internal';
import { from, map, Observable, switchMap } from 'rxjs';
import type { Run } from '../playback/stageTake';
import { ProjectApi } from '../project/projectApi';
import type { MixDone, MixWork } from './mix.worker';

/** Steps of the outline that is shown. */
const outlineSteps = 640;

/** Puts the sounds of a run together, off the page's thread. */
@Injectable({ providedIn: 'root' })
export class MixService {
  private readonly api = inject(ProjectApi);

  /** Emits the mix once, or an error that says which file could not be fetched; gives up when unsubscribed. */
  mix(project: Project, run: Run): Observable<MixDone> {
    const cues = run instanceof DrillTake ? run.soundsWithin(0, run.duration) : run.sounds;
    return from(this.files(project, cues)).pipe(switchMap((files) => this.work({ cues, files, outlineSteps })));
  }

  private async files(project: Project, cues: readonly SoundCue[]): Promise<MixWork['files']> {
    const ids = [...new Set(cues.map(({ clip }) => clip))].filter((id) => project.assets.some((asset) => asset.id === id));
    return Promise.all(
      ids.map(async (id) => {
        const response = await fetch(this.api.assetUrl(project, id));
        if (!response.ok) throw new Error(`the sound “${id}” is missing`);
        return [id, await response.arrayBuffer()] as const;
      }),
    );
  }

  private work(work: MixWork): Observable<MixDone> {
    return new Observable<MessageEvent<MixDone>>((subscriber) => {
      const worker = new Worker(new URL('./mix.worker', import.meta.url), { type: 'module' });
      worker.onmessage = (event: MessageEvent<MixDone>) => {
        subscriber.next(event);
        subscriber.complete();
      };
      worker.onerror = (event) => subscriber.error(new Error(event.message || 'the sounds could not be put together'));
      worker.postMessage(
        work,
        work.files.map(([, bytes]) => bytes),
      );
      return () => worker.terminate();
    }).pipe(map(({ data }) => data));
  }
}
