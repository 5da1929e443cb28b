// Plays every vector with the runtime in `folder` and tells the first that it does not give.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { parentPort, workerData } from 'node:worker_threads';
import { arenaDiffers, differs, scriptDiffers } from '@undatio/core/internal';

const { folder, vectors } = workerData;
const read = (name) => JSON.parse(readFileSync(join(vectors, name), 'utf8'));
const { openKit } = await import(pathToFileURL(join(folder, 'runtime.js')).href);
const { files, player, arena, defaults } = read('index.json');

/** The first of some vectors that is not given, with what is other. */
function firstOf(file, vectors, differs) {
  for (const vector of vectors) {
    let first;
    try {
      first = differs(vector, openKit, defaults);
    } catch (error) {
      first = `it threw: ${error.message}`;
    }
    if (first !== undefined) return `${file}: ${vector.about}${first}`;
  }
  return undefined;
}

function firstDifference() {
  for (const { file } of files) {
    const first = firstOf(file, read(file).vectors, differs);
    if (first !== undefined) return first;
  }
  return firstOf(player.file, read(player.file).scripts, scriptDiffers) ?? firstOf(arena.file, read(arena.file).scripts, arenaDiffers);
}

parentPort.postMessage(firstDifference());
