import { Op, QueryTypes, type Transaction } from 'sequelize';
import { changeWords, patched, patchOf, type Collection, type StatePatch } from '@undatio/core/internal';
import type { Database, HistoryRow } from './database.js';
import { digestOfState, historyFormat, keepsHistory, type ArchivedHistory, type ArchivedState, type ReadHistory } from './historyFormat.js';
import { staying } from './thinning.js';

/** Where a document lies. */
export interface Place {
  readonly project: string;
  readonly collection: Collection;
  readonly id: string;
}

/** A kept state as it is listed. */
export interface KeptState {
  readonly number: number;
  readonly at: Date;
  /** What changed since the one before, a line each. */
  readonly words: readonly string[];
  readonly mark: string | undefined;
}

/** No state needs more changes than this to be put together. */
const wholeEach = 100;
/** A document's history is thinned each time so many states of it are kept. */
const thinEach = 64;
interface Stretch {
  readonly number: number;
  readonly whole: boolean;
  readonly body: string;
}

/**
 * Every stored state of a document with what changed, in words. A state is what turns the one before into it, so that it takes
 * about as much as was changed; each hundredth is whole. Old ones are thinned, marked ones never.
 */
export class History {
  constructor(
    private readonly database: Database,
    private readonly now: () => Date = () => new Date(),
  ) {}

  /** Keeps the state that a document has now; `before` is the one that was stored until now, where there was one. */
  async record(place: Place, before: object | undefined, after: object, transaction: Transaction): Promise<void> {
    if (!keepsHistory(place.collection)) return;
    const last = await this.database.history.findOne({ where: { ...place }, order: [['number', 'DESC']], transaction });
    // What was stored before anything was kept, or otherwise than through here, is kept first.
    const follows = before !== undefined && last?.digest === digestOfState(before);
    if (before && !follows) await this.add(place, undefined, before, [last ? 'as it was brought in' : 'as it was'], 0, transaction);
    const since = follows ? last.since + 1 : before ? 1 : 0;
    const words = before ? changeWords(before, after) : [last ? 'there again' : 'made'];
    if (before && words.length === 0) return;
    await this.add(place, since >= wholeEach ? undefined : before, after, words, since, transaction);
    const count = await this.database.history.count({ where: { ...place }, transaction });
    if (count % thinEach === 0) await this.thin(place, transaction);
  }

  /** Keeps the states of documents that were not there until now. */
  async recordFresh(made: readonly { readonly place: Place; readonly state: object }[], transaction: Transaction): Promise<void> {
    const kept = made.filter(({ place }) => keepsHistory(place.collection));
    if (kept.length === 0) return;
    const [{ place: first }] = kept;
    const known = new Set(
      (
        await this.database.sequelize.query<{ key: string }>(
          "SELECT DISTINCT collection || '/' || id AS key FROM history WHERE project = ?",
          { replacements: [first.project], type: QueryTypes.SELECT, transaction },
        )
      ).map(({ key }) => key),
    );
    const rows = kept
      .filter(({ place }) => !known.has(`${place.collection}/${place.id}`))
      .map(({ place, state }) => this.rowOf(place, undefined, state, ['made'], 0));
    for (let i = 0; i < rows.length; i += rowsAtOnce)
      await this.database.history.bulkCreate(rows.slice(i, i + rowsAtOnce), { transaction });
    // Those that were there once go on where they ended.
    for (const { place, state } of kept)
      if (known.has(`${place.collection}/${place.id}`)) await this.record(place, undefined, state, transaction);
  }

  private async add(
    place: Place,
    before: object | undefined,
    after: object,
    words: readonly string[],
    since: number,
    transaction: Transaction,
  ): Promise<void> {
    await this.database.history.create(this.rowOf(place, before, after, words, since), { transaction });
  }

  private rowOf(place: Place, before: object | undefined, after: object, words: readonly string[], since: number) {
    const patch = before && patchOf(before, after);
    return {
      ...place,
      at: this.now(),
      whole: patch === undefined,
      since: patch === undefined ? 0 : since,
      digest: digestOfState(after),
      body: JSON.stringify(patch ?? after),
      words: words.join('\n'),
      mark: null,
    };
  }

  /** All kept states of a document, the newest first. */
  async list({ project, collection, id }: Place): Promise<KeptState[]> {
    const rows = await this.database.sequelize.query<{ number: number; at: string; words: string; mark: string | null }>(
      'SELECT number, at, words, mark FROM history WHERE project = ? AND collection = ? AND id = ? ORDER BY number DESC',
      { replacements: [project, collection, id], type: QueryTypes.SELECT },
    );
    return rows.map(({ number, at, words, mark }) => ({
      number,
      at: new Date(at),
      words: words.split('\n').filter(Boolean),
      mark: mark ?? undefined,
    }));
  }

  /** A document as it was in one of its kept states; undefined when there is no such state. */
  async state(place: Place, number: number): Promise<object | undefined> {
    const { history } = this.database;
    const first = await history.max<number | null, HistoryRow>('number', {
      where: { ...place, whole: true, number: { [Op.lte]: number } },
    });
    if (first === null) return undefined;
    const rows = await history.findAll({
      where: { ...place, number: { [Op.between]: [first, number] } },
      order: ['number'],
      attributes: ['number', 'whole', 'body'],
    });
    if (rows.at(-1)?.number !== number) return undefined;
    return [...statesOf(rows)].at(-1)?.state;
  }

  /** Names a state, so that it is found again and never thinned; undefined takes the name away. False when there is none. */
  async mark(place: Place, number: number, mark: string | undefined, transaction: Transaction): Promise<boolean> {
    const [changed] = await this.database.history.update({ mark: mark ?? null }, { where: { ...place, number }, transaction });
    return changed > 0;
  }

  /** Lets old states go, and puts what is left of them together anew. */
  private async thin(place: Place, transaction: Transaction): Promise<void> {
    const { history } = this.database;
    const rows = await history.findAll({ where: { ...place }, order: ['number'], transaction });
    const stays = staying(
      rows.map(({ number, at, mark, body }) => ({ number, at, marked: mark !== null, size: body.length })),
      this.now(),
    );
    if (stays.size === rows.length) return;
    let [before, since, words]: [object | undefined, number, string[]] = [undefined, 0, []];
    for (const [i, { state }] of [...statesOf(rows)].entries()) {
      const row = rows[i];
      words.push(row.words);
      if (!stays.has(row.number)) {
        await row.destroy({ transaction });
        continue;
      }
      const patch = before && since + 1 < wholeEach ? patchOf(before, state) : undefined;
      since = patch ? since + 1 : 0;
      // What went with those that are gone is told by the one that stays.
      const told = words.length === 1 || !before ? words.at(-1) : changeWords(before, state).join('\n');
      await row.update({ whole: !patch, since, body: JSON.stringify(patch ?? state), words: told }, { transaction });
      [before, words] = [state, []];
    }
  }

  /** Everything that is kept of a project's documents, for an archive. */
  async all(project: string): Promise<ArchivedHistory> {
    const rows = await this.database.history.findAll({ where: { project }, order: ['number'] });
    const documents: Record<string, ArchivedState[]> = {};
    for (const { collection, id, at, whole, body, words, mark } of rows)
      (documents[`${collection}/${id}`] ??= []).push({
        at: at.toISOString(),
        words: words.split('\n').filter(Boolean),
        ...(mark !== null && { mark }),
        ...(whole ? { whole: JSON.parse(body) as object } : { patch: JSON.parse(body) as StatePatch }),
      });
    return { format: historyFormat, documents };
  }

  /** Puts an archived history, as it was read, in the place of a project's; its states keep their order. */
  async replace(project: string, { documents }: ReadHistory, transaction: Transaction): Promise<void> {
    const { history } = this.database;
    await history.destroy({ where: { project }, transaction });
    for (const [key, states] of Object.entries(documents)) {
      const [collection, id] = key.split('/') as [Collection, string];
      const rows = states.map((state) => ({ ...state, project, collection, id, at: new Date(state.at), mark: state.mark ?? null }));
      for (let i = 0; i < rows.length; i += rowsAtOnce) await history.bulkCreate(rows.slice(i, i + rowsAtOnce), { transaction });
    }
  }

  /** Takes a project's history along to another key. */
  async move(from: string, to: string, transaction: Transaction): Promise<void> {
    await this.database.history.update({ project: to }, { where: { project: from }, transaction });
  }

  async forget(project: string, transaction: Transaction): Promise<void> {
    await this.database.history.destroy({ where: { project }, transaction });
  }
}

const rowsAtOnce = 200;

/** The states that rows come to, one after another; the first must be whole. */
function* statesOf(rows: readonly Stretch[]): Generator<{ readonly state: object }> {
  let state: unknown;
  for (const { whole, body } of rows) {
    const read = JSON.parse(body) as unknown;
    state = whole ? read : patched(state, read as StatePatch);
    yield { state: state as object };
  }
}
