import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { writeWhole } from './projectFolder.js';

/**
 * The last state of each document that a folder and the studio both had, kept in the data folder, so that what was changed on
 * either side while nobody watched is known for what it is. Of most documents a digest is kept; of settings their text.
 *
 * What is about to be brought over is written down before: killed in the middle, one side has it already and the other not, and
 * whichever has it has nothing of its own.
 */
export class Agreed {
  private constructor(
    private readonly file: string,
    private readonly folder: string,
    private readonly states: Map<string, string>,
    private intended: Map<string, string>,
  ) {}

  /** What is known of this folder; nothing when another was linked before. */
  static async open(data: string, project: string, folder: string): Promise<Agreed> {
    const file = join(data, 'folders', `${project}.json`);
    let states: Record<string, string> = {};
    let intended: Record<string, string> = {};
    try {
      const kept = JSON.parse(await readFile(file, 'utf8')) as { folder: string; states: typeof states; intended: typeof states };
      if (kept.folder === folder) ({ states, intended } = kept);
    } catch (error) {
      // Cut short or never written: then nothing is known, and what differs is shown to the person.
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT' && !(error instanceof SyntaxError)) throw error;
    }
    return new Agreed(file, folder, new Map(Object.entries(states)), new Map(Object.entries(intended)));
  }

  get(key: string): string | undefined {
    return this.states.get(key);
  }

  /** The last state that both had, where one of the two may have got further before the other was told. */
  before(key: string, folder: string | undefined, studio: string | undefined): string | undefined {
    const intended = this.intended.get(key);
    return intended !== undefined && (intended === folder || intended === studio) ? intended : this.states.get(key);
  }

  /** Writes down what is about to be brought over, by key. */
  async intend(states: ReadonlyMap<string, string>): Promise<void> {
    if (states.size === 0) return;
    this.intended = new Map(states);
    await this.write();
  }

  set(key: string, state: string | undefined): void {
    if (state === undefined) this.states.delete(key);
    else this.states.set(key, state);
  }

  keys(): string[] {
    return [...this.states.keys()];
  }

  forget(): void {
    this.states.clear();
    this.intended.clear();
  }

  /** Writes down what both have now. */
  async keep(): Promise<void> {
    this.intended.clear();
    await this.write();
  }

  private write(): Promise<void> {
    const { folder, states, intended } = this;
    const kept = { folder, states: Object.fromEntries(states), intended: Object.fromEntries(intended) };
    return writeWhole(this.file, Buffer.from(JSON.stringify(kept)));
  }
}
