import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { test as base, expect, type BrowserContext, type Locator, type Page } from '@playwright/test';

/** The real server on a folder of its own, and the studio driven as a person drives it. */

export const root = fileURLToPath(new URL('../../', import.meta.url));
const bin = join(root, 'server/bin/undatio.mjs');

export interface Served {
  readonly address: string;
  readonly data: string;
  stop(): Promise<void>;
  /** Starts the server again on the same data and port. */
  start(options?: readonly string[]): Promise<void>;
}

async function serve(): Promise<Served & { dispose(): Promise<void> }> {
  const data = await mkdtemp(join(tmpdir(), 'undatio-e2e-'));
  let child: ChildProcess | undefined;
  let address = '';
  const start = (options: readonly string[] = []): Promise<void> =>
    new Promise((done, fail) => {
      const port = address ? new URL(address).port : '0';
      child = spawn(process.execPath, [bin, 'serve', ...options], {
        env: { ...process.env, UNDATIO_DATA: data, PORT: port, HOST: '127.0.0.1' },
      });
      child.stdout?.on('data', (chunk: Buffer) => {
        address = /http:\S+/.exec(chunk.toString())?.[0] ?? address;
        done();
      });
      child.once('exit', (code) => fail(new Error(`the server ended with ${code}`)));
    });
  const stop = (): Promise<void> =>
    new Promise((done) => {
      child?.once('exit', () => done());
      child?.kill('SIGTERM');
    });
  await start();
  return {
    get address() {
      return address;
    },
    data,
    start,
    stop,
    async dispose() {
      await stop();
      await rm(data, { recursive: true, force: true });
    },
  };
}

/** Runs one command line and returns what it printed. */
export function undatio(args: readonly string[], environment: NodeJS.ProcessEnv = {}): Promise<string> {
  return new Promise((done, fail) => {
    const child = spawn(process.execPath, [bin, ...args], { env: { ...process.env, ...environment } });
    let out = '';
    child.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
    child.on('close', (code) => (code === 0 ? done(out) : fail(new Error(`undatio ${args.join(' ')} ended with ${code}`))));
  });
}

export class Studio {
  constructor(
    readonly page: Page,
    private readonly server: Served,
  ) {}

  async open(sequence = 'lance-light'): Promise<void> {
    await this.page.goto(`${this.server.address}/projects/elytra-league/tune/${sequence}`);
    await expect(this.page.locator('und-stage canvas')).toBeVisible();
    await expect(this.page.locator('und-lane').first()).toBeVisible();
    // The stage paints as soon as its pictures are there.
    await this.settle();
  }

  /** Waits for the browser to have painted what was last asked for. */
  async settle(): Promise<void> {
    await this.page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done, 60)))));
  }

  lane(effect: string): Locator {
    return this.page.locator(`und-lane[data-effect="${effect}"]`);
  }

  block(effect: string): Locator {
    return this.lane(effect).locator('.block');
  }

  /** Scrolls the strip until the lane is drawn: only those in sight are. */
  async reveal(effect: string): Promise<void> {
    const lanes = this.page.locator('und-impact-strip .lanes');
    for (let top = 0; (await this.lane(effect).count()) === 0 && top < 4000; top += 150) {
      await lanes.evaluate((element, y) => element.scrollTo(0, y), top);
      await this.settle();
    }
  }

  async openLane(effect: string): Promise<void> {
    await this.reveal(effect);
    await this.lane(effect).locator('.head .name').click();
    await expect(this.lane(effect).locator('und-effect-inspector')).toBeVisible();
  }

  readonly playhead = (): Locator => this.page.getByRole('slider', { name: 'Playhead' });

  /** Puts the playhead `frames` frames from contact, by keyboard. */
  async goTo(frames: number): Promise<void> {
    await this.playhead().focus();
    await this.page.keyboard.press('0');
    for (let i = 0; i < Math.abs(frames); i++) await this.page.keyboard.press(frames < 0 ? 'ArrowLeft' : 'ArrowRight');
    await this.settle();
  }

  /** The numbers of the shown instant, exactly. */
  async instant(): Promise<Record<string, string>> {
    const details = this.page.locator('und-readout-list details');
    await this.unfold(details);
    await expect(details.locator('data').first()).toBeVisible();
    await this.settle();
    return details
      .locator('data')
      .evaluateAll((cells: HTMLDataElement[]) => Object.fromEntries(cells.map((cell) => [cell.dataset['column'], cell.value])));
  }

  /** The numbers that the strike pad stands at, as a payload. */
  async payload(): Promise<string> {
    const names = { Damage: 'damage', Amount: 'amount', Spores: 'count', Direction: 'direction' };
    const payload: Record<string, number> = {};
    for (const [label, name] of Object.entries(names)) {
      const field = this.page.locator('und-strike-pad').getByRole('textbox', { name: label, exact: true });
      if ((await field.count()) > 0) payload[name] = Number(await field.inputValue());
    }
    const health = this.page.locator('und-strike-pad').getByRole('meter');
    if ((await health.count()) > 0) {
      payload['healthBefore'] = Number(await health.getAttribute('data-before'));
      payload['healthAfter'] = Number(await health.getAttribute('data-after'));
    }
    return JSON.stringify(payload);
  }

  /** Opens what is folded away on the page: everything about a lane, or the set-up of a blow. */
  async unfold(fold: Locator): Promise<void> {
    if (!(await fold.evaluate((element: HTMLDetailsElement) => element.open))) await fold.locator('summary').click();
  }

  setUp(): Promise<void> {
    return this.unfold(this.page.locator('details.setup'));
  }

  everythingElse(effect: string): Promise<void> {
    return this.unfold(this.lane(effect).locator('details.fold'));
  }

  /** How a number of a lane comes about, chosen from its words. */
  async chooseHow(cell: Locator, how: string): Promise<void> {
    await cell.locator('.how').click();
    await this.page.getByRole('menuitem', { name: how }).click();
  }

  /** Waits until everything edited so far is stored. */
  async saved(): Promise<void> {
    await this.settle();
    await expect(this.page.locator('und-save-chip [role=status]')).toHaveText('Saved');
  }

  /** The stored sequence, asked of the server. */
  async stored(
    sequence: string,
  ): Promise<{ etag: string; document: { label: string; note: string; effects: ({ id: string } & Record<string, unknown>)[] } }> {
    const response = await fetch(`${this.server.address}/api/projects/elytra-league/sequences/${sequence}`);
    if (!response.ok) throw new Error(`${sequence} cannot be read: ${response.status} ${await response.text()}`);
    return { etag: response.headers.get('etag') ?? '', document: (await response.json()) as never };
  }

  /** The colour of one point of the stage, in world px from contact while the view rests, as [r, g, b]. */
  async stagePixel(worldX: number, worldY: number): Promise<[number, number, number]> {
    const box = await this.page.locator('und-stage').boundingBox();
    if (!box) throw new Error('the stage is not there');
    // Contact is at 0.42 and 0.6 of the stage, and 1.2 px are drawn for one of the world.
    const x = box.width * 0.42 + worldX * 1.2;
    const y = box.height * 0.6 + worldY * 1.2;
    const png = await this.page.screenshot({ clip: { x: box.x + x - 2, y: box.y + y - 2, width: 5, height: 5 } });
    return this.page.evaluate(async (base64) => {
      const bytes = Uint8Array.from(atob(base64), (character) => character.charCodeAt(0));
      const bitmap = await createImageBitmap(new Blob([bytes], { type: 'image/png' }));
      const context = new OffscreenCanvas(5, 5).getContext('2d');
      context?.drawImage(bitmap, 0, 0);
      const { data } = context?.getImageData(2, 2, 1, 1) ?? { data: [0, 0, 0] };
      return [data[0], data[1], data[2]];
    }, png.toString('base64'));
  }
}

interface Shared {
  /** One server for all tests of a worker. */
  running: Served;
  /** One browser’s cache for all tests of a worker: scripts are read and compiled once. What a page keeps is forgotten between. */
  visited: BrowserContext;
}

interface Fixtures {
  /** The running server, with the demo as it ships. */
  server: Served;
  studio: Studio;
  /** Complaints that a test expects; everything else on the console fails it. */
  expected: RegExp[];
}

export const test = base.extend<Fixtures, Shared>({
  running: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const server = await serve();
      await use(server);
      await server.dispose();
    },
    { scope: 'worker' },
  ],
  visited: [
    async ({ browser, running: _ }, use) => {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme: 'light', acceptDownloads: true });
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  page: async ({ visited, server }, use) => {
    const page = await visited.newPage();
    const session = await visited.newCDPSession(page);
    await session.send('Storage.clearDataForOrigin', { origin: server.address, storageTypes: 'local_storage,indexeddb,cookies' });
    await session.detach();
    await use(page);
    await page.close();
  },
  server: async ({ running }, use) => {
    const restored = await fetch(`${running.address}/api/demo`, { method: 'POST' });
    if (!restored.ok) throw new Error(`the demo was not restored: ${restored.status}`);
    // What another test has put on the shelf would be in this one's way.
    const all = (await (await fetch(`${running.address}/api/projects`)).json()) as { id: string }[];
    for (const { id } of all) if (id !== 'elytra-league') await fetch(`${running.address}/api/projects/${id}`, { method: 'DELETE' });
    await use(running);
    // A test may have stopped it.
    if (!(await fetch(`${running.address}/api/health`).catch(() => undefined))) await running.start();
  },
  // eslint-disable-next-line no-empty-pattern
  expected: async ({}, use) => {
    await use([]);
  },
  studio: async ({ page, server, expected }, use) => {
    const complaints: string[] = [];
    page.on('pageerror', (error) => complaints.push(error.message));
    page.on('console', (message) => {
      if (message.type() === 'error') complaints.push(message.text());
    });
    await use(new Studio(page, server));
    expect(complaints.filter((complaint) => !expected.some((pattern) => pattern.test(complaint)))).toEqual([]);
  },
});

export { expect };
