import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { DocumentStore } from '../store/documentStore.js';
import { replaceFile, undatio, withFolder } from '../testing.js';
import { withSink } from './sink.js';
import { watchExport } from './watchExport.js';

/** What is told, message by message, as it comes. */
class Told {
  private readonly messages: string[] = [];
  private waiting: (() => void) | undefined;

  readonly sink = {
    out: () => Promise.resolve(),
    tell: (message: string): void => {
      this.messages.push(message);
      this.waiting?.();
    },
  };

  async next(): Promise<string> {
    while (this.messages.length === 0) await new Promise<void>((done) => (this.waiting = done));
    return this.messages.shift() ?? '';
  }
}

describe('export --watch', () => {
  const labelIn = async (out: string): Promise<string> =>
    (JSON.parse(await readFile(join(out, 'kit.json'), 'utf8')) as { label: string }).label;

  it('writes the kit again after each change of a folder, and keeps it while the project cannot be used', async () => {
    await withFolder(async (root) => {
      const [folder, out] = [join(root, 'league'), join(root, 'kit')];
      await undatio(['save', 'demo', '--out', folder]);
      const settings = join(folder, 'settings.json');
      const text = await readFile(settings, 'utf8');
      const told = new Told();
      let stop = (): void => undefined;
      const running = withSink(told.sink, () => watchExport(folder, { out }, new Promise((done) => (stop = done))));
      expect(await told.next()).toContain('files in');
      await replaceFile(settings, text.replace('"Elytra League"', '"Renamed"'));
      expect(await told.next()).toContain('files in');
      expect(await labelIn(out)).toBe('Renamed');
      await replaceFile(settings, text.replace('"label"', '"lable"'));
      expect(await told.next()).toMatch(/^error: settings.json: /);
      expect(await labelIn(out)).toBe('Renamed');
      stop();
      await running;
    });
  }, 60_000);

  it('follows what the studio stores', async () => {
    await withFolder(async (root) => {
      const out = join(root, 'kit');
      const data = { UNDATIO_DATA: join(root, 'data') };
      await undatio(['load', 'demo'], data);
      process.env['UNDATIO_DATA'] = data.UNDATIO_DATA;
      const told = new Told();
      let stop = (): void => undefined;
      const running = withSink(told.sink, () => watchExport('saved:elytra-league', { out }, new Promise((done) => (stop = done))));
      try {
        expect(await told.next()).toContain('files in');
        const documents = await DocumentStore.open(data.UNDATIO_DATA);
        const stored = await documents.get('elytra-league', 'settings', 'elytra-league');
        await documents.replace('elytra-league', 'settings', 'elytra-league', () => true, {
          ...(stored?.document as object),
          label: 'Stored',
        });
        await documents.close();
        // Opening the database may count as a change as well.
        do expect(await told.next()).toContain('files in');
        while ((await labelIn(out)) !== 'Stored');
      } finally {
        stop();
        await running;
        Reflect.deleteProperty(process.env, 'UNDATIO_DATA');
      }
    });
  }, 60_000);
});
