import { writeFile } from 'node:fs/promises';
import { DocumentError } from '@undatio/core';
import type { ProjectSource } from '../projectFile.js';
import { showPage, type PageShown } from '../showPage.js';
import { parsePayload, parseSeed } from './bake.js';
import { UsageError, usableProject } from './projectArgument.js';
import { sink } from './sink.js';

export interface ShowOptions {
  sequence: string;
  payload?: string;
  seed?: string;
  out: string;
}

/** `undatio show`: a page of one sequence, to send to somebody who has nothing installed. */
export async function show(argument: string, options: ShowOptions): Promise<void> {
  const source = await usableProject(argument);
  const { sequences } = source.project;
  const page = await pageOf(source, { sequence: options.sequence, payload: parsePayload(options.payload), seed: parseSeed(options.seed) });
  if (page === undefined)
    throw new UsageError(`expected --sequence to be one of ${sequences.map(({ id }) => id).join(', ')}, found "${options.sequence}"`);
  await writeFile(options.out, page);
  sink.tell(`${options.out}, ${(page.length / 1000).toFixed(0)} kB: it plays by itself, wherever it is opened`);
}

async function pageOf(source: ProjectSource, shown: PageShown): Promise<string | undefined> {
  try {
    return await showPage(source, shown);
  } catch (error) {
    throw error instanceof DocumentError ? new UsageError(error.message) : error;
  }
}
