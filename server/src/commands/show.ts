import { writeFile } from 'node:fs/promises';
import { DocumentError } from '@undatio/core';
import { compileContext, compileSequence } from '@undatio/core/internal';
import { showPage } from '../showPage.js';
import { parsePayload, parseSeed, strikeWith } from './bake.js';
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
  const { project } = source;
  const index = project.sequences.findIndex(({ id }) => id === options.sequence);
  if (index < 0)
    throw new UsageError(
      `expected --sequence to be one of ${project.sequences.map(({ id }) => id).join(', ')}, found "${options.sequence}"`,
    );
  const [payload, seed] = [parsePayload(options.payload), parseSeed(options.seed)];
  try {
    // What the page could not strike is told here, not there.
    strikeWith(compileSequence(project.sequences[index], ['sequences', index], compileContext(project)), payload, seed);
  } catch (error) {
    throw error instanceof DocumentError ? new UsageError(error.message) : error;
  }
  const page = await showPage(source, { sequence: options.sequence, payload, seed });
  if (page === undefined) throw new UsageError(`there is no sequence "${options.sequence}"`);
  await writeFile(options.out, page);
  sink.tell(`${options.out}, ${(page.length / 1000).toFixed(0)} kB: it plays by itself, wherever it is opened`);
}
