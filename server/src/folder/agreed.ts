import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { writeWhole } from './writeWhole.js';

/** Where a state is brought to. */
export type Receiver = 'folder' | 'studio';

/** A state on its way; null for a document that is to be removed. */
export interface UnderWay {
  readonly to: Receiver;
  readonly state: string | null;
}

/** States that are on their way, by key. */
type Intended = Map<string, UnderWay>;

interface Kept {
  readonly folder: string;
  readonly states: Record<string, string>;
  readonly underWay?: Record<string, UnderWay>;
}

/**
 * The last state of each document that a folder and the studio both had, kept in the data folder, so that what was changed on
 * either side while nobody watched is known for what it is. Of most documents a digest is kept; of settings their text.
 *
 * What is about to be brought over is written down before, with the side that is to receive it. Killed in the middle, the
 * receiving side tells whether it got that far: only where it has the state that it was to receive do both have that state. The
 * other side has it in any case, and that says nothing.
 */
export class Agreed {
  private constructor(
    private readonly file: string,
    private readonly folder: string,
    private readonly states: Map<string, string>,
    private intended: Intended,
  ) {}

  /** What is known of this folder; nothing when another was linked before. */
  static async open(data: string, project: string, folder: string): Promise<Agreed> {
    const file = join(data, 'folders', `${project}.json`);
    let states: Kept['states'] = {};
    let underWay: Kept['underWay'] = {};
    try {
      const kept = JSON.parse(await readFile(file, 'utf8')) as Kept;
      if (kept.folder === folder) ({ states, underWay = {} } = kept);
    } catch (error) {
      // Cut short or never written: then nothing is known, and what differs is shown to the person.
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT' && !(error instanceof SyntaxError)) throw error;
    }
    return new Agreed(file, folder, new Map(Object.entries(states)), new Map(Object.entries(underWay)));
  }

  /** The last state that both had, where one of the two may have got further before the other was told. */
  before(key: string, folder: string | undefined, studio: string | undefined): string | undefined {
    const intended = this.intended.get(key);
    const received = intended?.to === 'folder' ? folder : studio;
    if (intended === undefined || (intended.state ?? undefined) !== received) return this.states.get(key);
    return intended.state ?? undefined;
  }

  /** Writes down what is about to be brought over, by key. */
  async intend(states: Intended): Promise<void> {
    if (states.size === 0) return;
    this.intended = states;
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
    const kept: Kept = { folder, states: Object.fromEntries(states), underWay: Object.fromEntries(intended) };
    return writeWhole(this.file, Buffer.from(JSON.stringify(kept)));
  }
}
