import { writeFile } from 'node:fs/promises';
import { expect, test, type Studio } from './studio.js';
import type { Page, TestInfo } from '@playwright/test';

/** Of the view, how much may differ, and from which difference of a channel on a px counts as another. */
const allowed = { share: 0.02, channel: 64 };
/** Where on its axis a sequence is looked at. */
const shares = [0.2, 0.3, 0.4, 0.55, 0.8];
/** What is drawn over the stage to be dragged is no part of the picture. */
const bare = `und-stage *:not(und-painted-stage, und-painted-stage *, :has(und-painted-stage)) { visibility: hidden !important }`;

/** A sheet of rules for the page, as scripts may make them. */
function lay(page: Page, rules: string): Promise<void> {
  return page.evaluate((text) => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(text);
    document.adoptedStyleSheets.push(sheet);
  }, rules);
}

interface Shot {
  readonly png: Buffer;
  readonly width: number;
  readonly height: number;
  readonly scale: number;
  readonly t: number;
}

async function shotOfStage(page: Page): Promise<Shot> {
  const host = page.locator('und-painted-stage [data-scale]').first();
  const box = await host.boundingBox();
  if (!box) throw new Error('there is no stage');
  const png = await page.screenshot({ clip: box });
  // On Tune a clock says it, on Drills the line that is the playhead.
  const t = await page.evaluate(() => {
    const clock = document.querySelector<HTMLDataElement>('.clock data');
    return Number(clock ? clock.value : document.querySelector<SVGLineElement>('und-drill-lanes .playhead')?.dataset['time']);
  });
  return { png, width: box.width, height: box.height, scale: Number(await host.getAttribute('data-scale')), t };
}

/** The yard's picture of a sequence, or of a drill by `drill:` and its id, in a canvas like the studio's stage. */
async function shotOfYard(page: Page, what: string, { width, height, scale, t }: Shot, payload: string, seed: string): Promise<Buffer> {
  await page.evaluate(
    ([wide, high, zoom]) => {
      const canvas = document.querySelector('#arena') as HTMLCanvasElement;
      canvas.dataset['zoom'] = String(zoom);
      canvas.style.cssText = `position: fixed; left: 0; top: 0; width: ${wide}px; height: ${high}px; z-index: 9; border: 0; border-radius: 0; box-shadow: none`;
    },
    [width, height, scale],
  );
  await page.locator('#sequence').selectOption(what);
  for (const [id, value] of [
    ['payload', payload],
    ['seed', seed],
    ['time', String(t)],
  ])
    await page.locator(`#${id}`).evaluate((element: HTMLInputElement, text) => (element.value = text), value);
  await page.locator('#instant').evaluate((form: HTMLFormElement) => form.requestSubmit());
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  expect(await page.locator('#message').textContent()).toBe('');
  return page.screenshot({ clip: { x: 0, y: 0, width, height } });
}

/** The picture of a sequence's own page at the instant of another picture, in a canvas of its size. */
async function shotOfPage(page: Page, { width, height, scale, t }: Shot): Promise<Buffer> {
  await page.evaluate(
    ([wide, high, zoom, at]) => {
      const canvas = document.querySelector('#stage') as HTMLCanvasElement;
      canvas.dataset['zoom'] = String(zoom);
      canvas.style.cssText = `position: fixed; left: 0; top: 0; width: ${wide}px; height: ${high}px; min-height: 0; z-index: 9`;
      location.hash = `#at=${at}`;
    },
    [width, height, scale, t],
  );
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => requestAnimationFrame(done)))));
  return page.screenshot({ clip: { x: 0, y: 0, width, height } });
}

/** Which of the pictures a sequence's own page shows otherwise; both are kept then. */
async function apartOnPages(page: Page, address: string, shots: readonly Asked[], info: TestInfo): Promise<string[]> {
  const told: string[] = [];
  for (const id of new Set(shots.map((shot) => shot.id))) {
    const own = shots.filter((shot) => shot.id === id);
    const query = new URLSearchParams({ payload: own[0].payload, seed: '1' });
    const response = await fetch(`${address}/api/projects/elytra-league/show/${id}?${query.toString()}`);
    expect(response.status).toBe(200);
    const file = info.outputPath(`${id}.html`);
    await writeFile(file, await response.text());
    await page.goto(`file://${file}#at=0`);
    await expect(page.locator('#message')).toHaveText('');
    await page.evaluate(() => document.fonts.ready);
    await expect.poll(() => page.evaluate(() => (document.querySelector('#stage') as HTMLCanvasElement).width)).toBeGreaterThan(300);
    for (const shot of own) {
      const other = await shotOfPage(page, shot);
      const apart = await differing(page, shot.png, other);
      if (apart <= allowed.share) continue;
      told.push(`page of ${id} at ${shot.t}: ${(apart * 100).toFixed(2)} %`);
      await writeFile(info.outputPath(`${id} ${shot.t} studio.png`), shot.png);
      await writeFile(info.outputPath(`${id} ${shot.t} page.png`), other);
    }
  }
  return told;
}

/** The share of px that differ, found out in the page. */
function differing(page: Page, one: Buffer, other: Buffer): Promise<number> {
  return page.evaluate(
    async ([first, second, channel]) => {
      const read = async (base64: string): Promise<ImageData> => {
        const bytes = Uint8Array.from(atob(base64), (character) => character.charCodeAt(0));
        const bitmap = await createImageBitmap(new Blob([bytes], { type: 'image/png' }));
        const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d') as OffscreenCanvasRenderingContext2D;
        context.drawImage(bitmap, 0, 0);
        return context.getImageData(0, 0, bitmap.width, bitmap.height);
      };
      const [a, b] = [await read(first), await read(second)];
      if (a.width !== b.width || a.height !== b.height) return 1;
      let count = 0;
      for (let i = 0; i < a.data.length; i += 4) if ([0, 1, 2].some((k) => Math.abs(a.data[i + k] - b.data[i + k]) > channel)) count++;
      return count / (a.data.length / 4);
    },
    [one.toString('base64'), other.toString('base64'), allowed.channel] as const,
  );
}

/** Puts the playhead at a share of the axis. */
async function scrubTo({ page }: Studio, axis: string, share: number): Promise<void> {
  const box = await page.locator(axis).first().boundingBox();
  if (!box) throw new Error('there is no axis');
  await page.mouse.move(box.x + box.width * share, box.y + 6);
  await page.mouse.down();
  await page.mouse.up();
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
}

/** A picture of the studio's, and what is asked of the yard for it. */
interface Asked extends Shot {
  readonly id: string;
  readonly payload: string;
}

/** With `PIXELS=one,other` only those are looked at. */
const isAsked = ({ id }: { readonly id: string }): boolean => (process.env['PIXELS'] ?? id).split(',').includes(id);

/** Which of the pictures the yard shows otherwise; both are kept then. */
async function apartInYard(page: Page, address: string, shots: readonly Asked[], info: TestInfo): Promise<string[]> {
  await page.goto(`${address}/yard/?project=elytra-league`);
  await expect(page.locator('#kit')).toContainText('sequences');
  const told: string[] = [];
  for (const shot of shots) {
    const other = await shotOfYard(page, shot.id, shot, shot.payload, '1');
    const apart = await differing(page, shot.png, other);
    if (apart <= allowed.share) continue;
    told.push(`${shot.id} at ${shot.t}: ${(apart * 100).toFixed(2)} %`);
    const name = shot.id.replace(':', ' ');
    await writeFile(info.outputPath(`${name} ${shot.t} studio.png`), shot.png);
    await writeFile(info.outputPath(`${name} ${shot.t} yard.png`), other);
  }
  return told;
}

/** Nothing in the demo sinks: here a body does, with a bright picture on it. */
const sunken = {
  id: 'sunken',
  label: 'Sunken',
  event: 'fall',
  effects: [
    { kind: 'sink', id: 'sink', duration: 1, depth: 0.8, envelope: [{ at: 0, value: 1 }] },
    { kind: 'overlay', id: 'light', picture: 'mosshell', duration: 1, size: 300, blend: 'add', envelope: [{ at: 0, value: 1 }] },
  ],
};

test.describe('what the studio shows', () => {
  test('the yard and the pages show: every sequence of the demo and a body that sinks, px by px', async ({
    studio,
    page,
    server,
  }, info) => {
    // Each picture waits for a display that draws in software: on a busy machine there is much to wait for.
    test.setTimeout(1_500_000);
    const put = await fetch(`${server.address}/api/projects/elytra-league/sequences/sunken`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json', 'If-None-Match': '*' },
      body: JSON.stringify(sunken),
    });
    expect(put.status).toBe(201);
    await studio.open('lance-light');
    await lay(page, bare);
    const { sequences } = (await (await fetch(`${server.address}/api/projects/elytra-league`)).json()) as { sequences: { id: string }[] };
    const shots: Asked[] = [];
    for (const { id } of sequences.filter(isAsked)) {
      await page.locator(`[data-sequence="${id}"]`).click();
      await expect(page).toHaveURL(new RegExp(`${id}$`));
      await studio.settle();
      const payload = await studio.payload();
      for (const share of shares) {
        await scrubTo(studio, 'und-playhead .ruler', share);
        shots.push({ ...(await shotOfStage(page)), id, payload });
      }
    }
    expect(await apartInYard(page, server.address, shots, info)).toEqual([]);
    expect(await apartOnPages(page, server.address, shots, info)).toEqual([]);
  });

  test('the yard shows: every drill of the demo, px by px', async ({ studio, page, server }, info) => {
    // Each picture waits for a display that draws in software: on a busy machine there is much to wait for.
    test.setTimeout(1_500_000);
    const { drills } = (await (await fetch(`${server.address}/api/projects/elytra-league`)).json()) as { drills: { id: string }[] };
    await page.goto(`${server.address}/projects/elytra-league/drills/${drills[0].id}`);
    await lay(page, bare);
    // What moves reach is shown to authors, and in no game.
    const reach = page.getByRole('button', { name: 'reach', exact: true });
    if ((await reach.getAttribute('aria-pressed')) === 'true') await reach.click();
    const shots: Asked[] = [];
    for (const { id } of drills.filter(isAsked)) {
      await page.locator(`a[href$="/drills/${id}"]`).first().click();
      await expect(page).toHaveURL(new RegExp(`${id}$`));
      await expect(page.locator('und-painted-stage [data-scale]').first()).toBeVisible();
      await studio.settle();
      for (const share of shares) {
        await scrubTo(studio, 'und-drill-lanes svg', share);
        shots.push({ ...(await shotOfStage(page)), id: `drill:${id}`, payload: '{}' });
      }
    }
    expect(await apartInYard(page, server.address, shots, info)).toEqual([]);
  });
});
