// Plays every vector with the runtime in `folder` and tells the first that it does not give.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { parentPort, workerData } from 'node:worker_threads';
import { differs } from '@undatio/core/internal';

const { folder, vectors } = workerData;
const read = (name) => JSON.parse(readFileSync(join(vectors, name), 'utf8'));
const { openKit } = await import(pathToFileURL(join(folder, 'runtime.js')).href);
const { files, defaults } = read('index.json');

function firstDifference() {
  for (const { file } of files) {
    for (const vector of read(file).vectors) {
      let first;
      try {
        first = differs(vector, openKit, defaults);
      } catch (error) {
        first = `it threw: ${error.message}`;
      }
      if (first !== undefined) return `${file}: ${vector.about}${first}`;
    }
  }
  return undefined;
}

parentPort.postMessage(firstDifference());
