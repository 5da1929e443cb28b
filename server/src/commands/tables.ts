import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { setImmediate } from 'node:timers/promises';
import { stringify } from 'csv-stringify/sync';
import { bakedColumns } from '@undatio/core';
import { writeOut } from './output.js';

/** Tables of numbers and words, written as they are made. */

export type Cell = number | string;
type Row = Readonly<Record<string, Cell>>;
/** Which of the tables it is; it has its columns even where it has no row. */
export type TableName = 'frames' | 'particles';

/** A particle at an instant. */
export const particleColumns = ['t', 'id', 'effect', 'picture', 'cell', 'blend', 'x', 'y', 'size', 'rotation', 'r', 'g', 'b', 'a'] as const;

const columnsOf: Readonly<Record<TableName, readonly string[]>> = { frames: bakedColumns, particles: particleColumns };

/** Columns that hold words; all others hold numbers. */
const words = new Set([
  'effect',
  'picture',
  ...['target', 'source'].flatMap((party) => [`${party}.flashColour`, `${party}.flashMode`]),
  'view.flashColour',
]);

/** Rows that are put into words, or into a batch, together. */
const rowsAtOnce = 4096;

function* inBatches(rows: Iterable<Row>): Generator<Row[]> {
  let batch: Row[] = [];
  for (const row of rows) {
    batch.push(row);
    if (batch.length < rowsAtOnce) continue;
    yield batch;
    batch = [];
  }
  if (batch.length > 0) yield batch;
}

export function* csvText(name: TableName, rows: Iterable<Row>): Generator<string> {
  const columns = [...columnsOf[name]];
  yield stringify([], { header: true, columns });
  for (const batch of inBatches(rows)) yield stringify(batch, { columns });
}

function* jsonText(rows: Iterable<Row>): Generator<string> {
  let between = '[\n ';
  for (const row of rows) {
    yield between + JSON.stringify(row);
    between = ',\n ';
  }
  yield between.startsWith('[') ? '[]\n' : '\n]\n';
}

/** An Arrow IPC file: numbers as 64-bit floats, words as dictionaries, in record batches. */
async function writeArrow(file: string, name: TableName, rows: Iterable<Row>): Promise<void> {
  // Only whoever asks for it waits for it to be loaded.
  const arrow = await import('apache-arrow');
  const columns = columnsOf[name];
  const builderOf = (column: string) =>
    words.has(column)
      ? arrow.makeBuilder({ type: new arrow.Dictionary(new arrow.Utf8(), new arrow.Int32()), nullValues: [null] })
      : arrow.makeBuilder({ type: new arrow.Float64(), nullValues: [null] });
  // One builder a column throughout: a dictionary goes on from batch to batch.
  const builders = columns.map(builderOf);
  const schema = new arrow.Schema(columns.map((column, i) => new arrow.Field(column, builders[i].type, true)));
  const batchOf = (batch: readonly Row[]) => {
    const children = columns.map((column, i) => {
      // What a row has nothing to say of is empty in words, and no number here.
      for (const row of batch) builders[i].append((row[column] === '' && !words.has(column) ? null : row[column]) as never);
      return builders[i].flush();
    });
    const data = arrow.makeData({ type: new arrow.Struct(schema.fields), length: batch.length, nullCount: 0, children });
    return new arrow.RecordBatch(schema, data);
  };
  const writer = new arrow.RecordBatchFileWriter();
  writer.reset(undefined, schema);
  const written = pipeline(writer.toNodeStream(), createWriteStream(file));
  for (const batch of inBatches(rows)) {
    writer.write(batchOf(batch));
    await setImmediate();
  }
  writer.finish();
  await written;
}

/** How each format is written to a file. */
export const tableFormats = {
  csv: (file: string, name: TableName, rows: Iterable<Row>) => writeOut(csvText(name, rows), file),
  json: (file: string, _name: TableName, rows: Iterable<Row>) => writeOut(jsonText(rows), file),
  arrow: writeArrow,
} as const;
export type TableFormat = keyof typeof tableFormats;
