import type { Project } from '@undatio/core';
import { ReadoutScan, type EngineTake, type ReadoutOptions, type Readouts } from '@undatio/core/internal';
import { filter, map, type Observable } from 'rxjs';
import { inSlices } from './inSlices';

/** What a project's readings are held against. */
export function readoutOptions(project: Project | undefined): ReadoutOptions {
  const { viewWidth = 960, viewHeight = 540 } = project?.conventions ?? {};
  const bodies = (['source', 'target'] as const).flatMap((role) => project?.actors.find((actor) => actor.role === role) ?? []);
  return { view: { width: viewWidth, height: viewHeight }, bodies, assets: project?.assets ?? [] };
}

/** Emits the take's readings once, when all of it has been looked at; gives up when unsubscribed. */
export function measured(take: EngineTake, options: ReadoutOptions): Observable<Readouts> {
  const scan = new ReadoutScan(take, options);
  return inSlices(advance(scan)).pipe(
    filter((step) => step === 'done'),
    map(() => scan.result()),
  );
}

function* advance(scan: ReadoutScan): Generator<undefined, void> {
  while (!scan.advance(1)) yield undefined;
}
