import type { Page } from 'playwright-core';
import type { Line } from './engine.js';
import { scriptPerFrame, toFirstDraw, traced } from './latency.js';
import { median } from './measure.js';

/** What comparing costs: small stages in step, the kept take, and the film strip. */

const rest = (page: Page, ms = 500): Promise<void> => page.waitForTimeout(ms);

/** Frames forward that are taken together: what one costs is small beside what a browser does besides. */
const steps = 30;

/** ms of processor time, of the page and of whatever draws for it, that one frame forward takes. */
async function perInstant(page: Page): Promise<number> {
  const browser = page.context().browser();
  if (!browser) throw new Error('no browser');
  const session = await browser.newBrowserCDPSession();
  const spent = async (): Promise<number> => {
    const { processInfo } = await session.send('SystemInfo.getProcessInfo');
    return processInfo.reduce((sum, { type, cpuTime }) => sum + (type === 'GPU' || type === 'renderer' ? cpuTime : 0), 0);
  };
  const stepping = async (take: boolean): Promise<number> => {
    const before = await spent();
    for (let i = 0; i < steps; i++) {
      if (take) await page.keyboard.press(i % 2 === 0 ? ']' : '[');
      await rest(page, 120);
    }
    return ((await spent()) - before) * 1000;
  };
  // What the browser spends anyway is taken off.
  const idle = await stepping(false);
  return Math.max(0, (await stepping(true)) - idle) / steps;
}

/** A sheet of `count` small stages over a number of a lane. */
async function openSheet(page: Page, count: number): Promise<void> {
  await page.keyboard.press('t');
  const sheet = page.locator('und-trial-sheet');
  const many = sheet.getByRole('textbox', { name: 'How many values, axis 1' });
  await many.fill(String(count));
  await many.press('Enter');
  await sheet
    .locator('.cell')
    .nth(count - 1)
    .waitFor();
  await sheet.locator('.cell').first().focus();
  await rest(page, 1500);
}

/** ms from an edit until every picture of the film strip is drawn anew. */
async function filledIn(page: Page): Promise<number> {
  const save = page.locator('und-film-strip').getByRole('button', { name: 'Save PNG' });
  const whole = save.and(page.locator(':enabled'));
  await whole.waitFor();
  await page.locator('und-lane[data-effect="shake"] .block').focus();
  await rest(page, 300);
  // Told by the page itself: who asks from outside asks only now and then.
  const took = save.evaluate(
    (button: HTMLButtonElement) =>
      new Promise<number>((done) => {
        let begun = NaN;
        let wasEmptied = false;
        addEventListener('keydown', (event) => (begun = event.timeStamp), { once: true, capture: true });
        const watch = new MutationObserver(() => {
          wasEmptied ||= button.disabled;
          if (button.disabled || !wasEmptied) return;
          watch.disconnect();
          requestAnimationFrame(() => setTimeout(() => done(performance.now() - begun)));
        });
        watch.observe(button, { attributes: true, attributeFilter: ['disabled'] });
      }),
  );
  await rest(page, 50);
  await page.keyboard.press('+');
  return took;
}

/** Small stages against a large one, the page's longest frame under twenty-five, and what a person waits for when comparing. */
export async function compareLines(page: Page, address: string): Promise<Line[]> {
  await page.goto(`${address}/tune/lance-light`);
  await page.locator('und-stage canvas').waitFor();
  await rest(page, 2000);
  await page.keyboard.press('Space');
  await rest(page, 1500);
  await page.keyboard.press('Home');
  const large = await perInstant(page);
  await openSheet(page, 9);
  const nine = await perInstant(page);
  await page.keyboard.press('t');
  await openSheet(page, 25);
  const frames = await scriptPerFrame(page, async () => {
    await page.keyboard.press('Space');
    await rest(page, 3000);
  });
  await page.keyboard.press('t');
  await rest(page, 1500);

  const session = await page.context().newCDPSession(page);
  const waited = async (type: string, work: () => Promise<void>): Promise<string> => {
    const events = await traced(session, async () => {
      await work();
      await rest(page, 1500);
    });
    return `${toFirstDraw(events, type).toFixed(0)} ms`;
  };
  const keep = await waited('keydown', () => page.keyboard.press('k'));
  await page.keyboard.press('c');
  await rest(page);
  const wiper = await page.getByRole('slider', { name: /^Wiper/ }).boundingBox();
  if (!wiper) throw new Error('no wiper');
  await page.mouse.move(wiper.x + 4, wiper.y + 40);
  await page.mouse.down();
  const wiping = await scriptPerFrame(page, async () => {
    for (let i = 0; i < 20; i++) {
      await page.mouse.move(wiper.x + 4 + i * 8, wiper.y + 40);
      await page.evaluate(() => new Promise(requestAnimationFrame));
    }
  });
  await page.mouse.up();
  const swap = await waited('keydown', () => page.keyboard.press('j'));

  await page.locator('und-compare-bar').getByRole('button', { name: 'Drop' }).click();
  await page.keyboard.press('v');
  await page.locator('und-film-strip .frame').first().waitFor();
  const count = await page.locator('und-film-strip .frame').count();
  const films: number[] = [];
  for (let i = 0; i < 5; i++) films.push(await filledIn(page));
  await page.keyboard.press('v');
  return [
    {
      what: 'nine small stages against one large one, an instant',
      value: `${(nine / large).toFixed(2)} × (${nine.toFixed(0)} ms and ${large.toFixed(0)} ms of processor time, drawing with it)`,
      target: '<= 1.5 ×',
    },
    {
      what: 'script while twenty-five small stages play',
      value: `${median(frames).toFixed(1)} ms a frame (median of ${frames.length}, worst ${Math.max(...frames).toFixed(1)})`,
      target: 'nothing freezes',
    },
    { what: 'keep, swap: to the first changed picture', value: `${keep}, ${swap}`, target: '< 100 ms' },
    {
      what: 'script while wiping',
      value: `${median(wiping).toFixed(1)} ms a frame (worst ${Math.max(...wiping).toFixed(1)})`,
      target: '< 100 ms',
    },
    {
      what: `film strip of ${count} frames, from an edit on`,
      value: `${median(films).toFixed(0)} ms (median of ${films.length}, worst ${Math.max(...films).toFixed(0)})`,
      target: '< 1000 ms for 60',
    },
  ];
}
