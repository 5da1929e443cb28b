import { FolderLink } from '../folder/folderLink.js';
import { AssetStore } from '../store/assetStore.js';
import { DocumentStore } from '../store/documentStore.js';
import type { Sequence } from '@undatio/core';

/** A process that keeps a folder and a store the same until it is killed: what `serve --folder` is, without its HTTP. */

export interface AskedWrite {
  readonly id: string;
  readonly note: string;
}

/** What the process says: that it is ready, with the documents that wait to be decided, or of a write, on top of which state it was made. */
export type Said =
  | { readonly ready: true; readonly conflicts: readonly string[] }
  | { readonly about: 'attempted' | 'acknowledged'; readonly note: string; readonly parent: string };

const [data = '', folder = '', project = ''] = process.argv.slice(2);
const say = (said: Said): void => void process.send?.(said);

const documents = await DocumentStore.open(data);
const link = await FolderLink.open({ folder, project, documents, assets: await AssetStore.open(data), data });
// Nobody is there any more who would end it.
process.on('disconnect', () => process.exit());
process.on('message', ({ id, note }: AskedWrite) => void write(id, note));
say({ ready: true, conflicts: link.state.conflicts.map(({ key }) => key) });

async function write(id: string, note: string): Promise<void> {
  const stored = await documents.get(project, 'sequences', id);
  // Removed by a file that was away for a moment.
  if (!stored) return;
  const before = stored.document as Sequence;
  const parent = before.note;
  say({ about: 'attempted', note, parent });
  const result = await documents.replace(project, 'sequences', id, (etag) => etag === stored.etag, { ...before, note });
  if ('stored' in result) say({ about: 'acknowledged', note, parent });
}
