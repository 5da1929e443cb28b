import type { CDPSession, Page } from 'playwright-core';
import type { Line } from './engine.js';
import { median } from './measure.js';

interface TraceEvent {
  name: string;
  cat: string;
  ts: number;
  dur?: number;
  /** What of it the thread truly ran: software drawing takes both cores, and waiting for one is no script. */
  tdur?: number;
  args: { data?: { type?: string } };
}

/** Runs `work` under Chromium's tracing and returns the events. */
export async function traced(session: CDPSession, work: () => Promise<void>): Promise<TraceEvent[]> {
  const events: TraceEvent[] = [];
  const collect = ({ value }: { value: object[] }): void => {
    events.push(...(value as TraceEvent[]));
  };
  session.on('Tracing.dataCollected', collect);
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: { includedCategories: ['devtools.timeline', 'disabled-by-default-devtools.timeline.frame', 'blink.user_timing'] },
  });
  await work();
  const complete = new Promise((done) => session.once('Tracing.tracingComplete', done));
  await session.send('Tracing.end');
  await complete;
  session.off('Tracing.dataCollected', collect);
  return events.sort((a, b) => a.ts - b.ts);
}

/** ms from the last dispatch of `type` to the end of the animation frame that first drew the stage after it. */
export function toFirstDraw(events: readonly TraceEvent[], type: string): number {
  const input = events.filter(({ name, args }) => name === 'EventDispatch' && args.data?.type === type).at(-1);
  const draw = input && events.find(({ name, ts }) => name === 'stage draw' && ts > input.ts);
  const frame = draw && events.find(({ name, ts, dur }) => name === 'FireAnimationFrame' && ts <= draw.ts && ts + (dur ?? 0) >= draw.ts);
  if (!input || !draw) throw new Error(`no stage draw after ${type} in the trace`);
  return ((frame ? frame.ts + (frame.dur ?? 0) : draw.ts) - input.ts) / 1000;
}

/** How long a person waits, from Chromium's own trace. Drawing is in software here; a GPU only shortens it. */
export async function latencyLines(page: Page): Promise<Line[]> {
  const session = await page.context().newCDPSession(page);
  const rest = (): Promise<unknown> => page.evaluate(() => new Promise((done) => setTimeout(done, 400)));
  const strikes: number[] = [];
  const drops: number[] = [];
  for (let run = 0; run < 9; run++) {
    await page.getByRole('slider', { name: 'Playhead' }).focus();
    await page.keyboard.press('Home');
    await rest();
    strikes.push(
      toFirstDraw(
        await traced(session, async () => {
          await page.keyboard.press('Space');
          await rest();
        }),
        'keydown',
      ),
    );
    await page.keyboard.press('0');
    await page.keyboard.press('ArrowRight');
    await rest();
    const block = await page.locator('und-lane[data-effect="shake"] .block').boundingBox();
    if (!block) throw new Error('no block to drag');
    await page.mouse.move(block.x + 20, block.y + 20);
    await page.mouse.down();
    // Held, Alt frees the drag from snapping, so that every drop is a change.
    await page.keyboard.down('Alt');
    await page.mouse.move(block.x + 30, block.y + 20);
    await rest();
    drops.push(
      toFirstDraw(
        await traced(session, async () => {
          await page.mouse.move(block.x + (run % 2 ? -25 : 65), block.y + 20);
          await page.mouse.up();
          await rest();
        }),
        'pointermove',
      ),
    );
    await page.keyboard.up('Alt');
  }
  const told = (all: number[]): string =>
    `${median(all).toFixed(1)} ms (median of ${all.length}, ${Math.min(...all).toFixed(1)} to ${Math.max(...all).toFixed(1)})`;
  return [
    { what: 'Space to the first changed frame', value: told(strikes), target: 'reported' },
    { what: 'dropping a dragged block to the stage showing it', value: told(drops), target: 'reported' },
  ];
}

/** Puts a new sequence into the project. */
async function putSequence(address: string, id: string, effects: readonly object[]): Promise<void> {
  const response = await fetch(`${address}/api/projects/elytra-league/sequences/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json', 'If-None-Match': '*' },
    body: JSON.stringify({ id, label: id, event: 'lance-hit', effects }),
  });
  if (!response.ok) throw new Error(await response.text());
}

/** Puts a sequence of `count` lanes into the project, and turns the page to it. */
export async function openCrowd(page: Page, address: string, count: number): Promise<void> {
  const kinds = ['flash', 'shake', 'burst', 'squash', 'ring', 'number'];
  const effects = Array.from({ length: count }, (_, i) => ({ kind: kinds[i % kinds.length], id: `lane-${i}`, delay: (i % 40) / 60 }));
  await putSequence(address, 'crowd', effects);
  await page.goto(`${address}/tune/crowd`);
  await page.locator('und-stage canvas').waitFor();
  await page.waitForLoadState('networkidle');
  // What a browser does once, making its canvases and compiling shaders, is not what is measured.
  await page.waitForTimeout(2000);
}

/** How often the stage is drawn while 20,000 particles live, by a loop of four seconds. Drawing is in software here. */
export async function stageRateLine(page: Page, address: string): Promise<Line> {
  const burst = {
    kind: 'burst',
    id: 'crowd',
    count: 20000,
    life: 4,
    speed: { range: [20, 400] },
    gravity: 20,
    drag: 1,
    direction: { mode: 'any', angle: 0, spread: 360 },
  };
  await putSequence(address, 'particles', [burst]);
  await page.goto(`${address}/tune/particles`);
  await page.locator('und-stage canvas').waitFor();
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(2000);
  await page.keyboard.press('Space');
  await page.waitForTimeout(500);
  const rate = await page.evaluate(
    () =>
      new Promise<number>((done) => {
        const start = performance.now();
        let frames = 0;
        const count = (now: number): void => {
          frames++;
          if (now - start > 2500) done((frames * 1000) / (now - start));
          else requestAnimationFrame(count);
        };
        requestAnimationFrame(count);
      }),
  );
  return { what: 'stage with 20000 live particles, drawn in software', value: `${rate.toFixed(1)} frames a second`, target: 'reported' };
}

const scripts = ['EventDispatch', 'FireAnimationFrame', 'TimerFire', 'RunMicrotasks', 'FunctionCall'];

/** Script of a page on which nothing moves, as a share of five seconds. */
export async function idleLine(page: Page): Promise<Line> {
  await page.waitForTimeout(1500);
  const session = await page.context().newCDPSession(page);
  const events = await traced(session, () => page.waitForTimeout(5000));
  const ran = events.filter(({ name, dur }) => dur !== undefined && scripts.includes(name));
  const busy = ran.reduce((sum, { dur }) => sum + (dur ?? 0) / 1000, 0);
  return {
    what: 'script while nothing moves, over five seconds',
    value: `${((busy / 5000) * 100).toFixed(2)} % (${ran.length} calls${ran.length > 0 ? `: ${[...new Set(ran.map(({ name }) => name))].join(', ')}` : ''})`,
    target: '0 %',
  };
}

/** Microseconds between two frames. */
const frameTime = 1e6 / 60;

/** Microseconds within which what is asked for at a frame follows one another. */
const sameFrame = 2000;

/**
 * ms of script in each frame of `work`: the input's own handlers, timers and microtasks, and all that was asked for at the
 * frame. Where nothing was, a frame is over when the next would have been due.
 */
export async function scriptPerFrame(page: Page, work: () => Promise<void>): Promise<number[]> {
  const session = await page.context().newCDPSession(page);
  const events = await traced(session, work);
  const script = events.filter(({ name, dur }) => dur !== undefined && scripts.includes(name) && name !== 'FunctionCall');
  const frames: number[] = [];
  let sum = 0;
  let begun = 0;
  let end = 0;
  let drawing = false;
  for (const { name, ts, dur, tdur } of script) {
    // What runs inside another is already counted with it.
    if (ts < end) continue;
    if (sum > 0 && (drawing ? ts - end > sameFrame : ts - begun > frameTime)) {
      frames.push(sum);
      sum = 0;
    }
    if (sum === 0) {
      begun = ts;
      drawing = false;
    }
    end = ts + (dur ?? 0);
    sum += (tdur ?? dur ?? 0) / 1000;
    drawing ||= name === 'FireAnimationFrame';
  }
  if (sum > 0) frames.push(sum);
  return frames;
}

/** Scrubbing and dragging among many lanes. */
export async function crowdLines(page: Page): Promise<Line[]> {
  const ruler = await page.getByRole('slider', { name: 'Playhead' }).boundingBox();
  const block = await page.locator('und-lane[data-effect="lane-1"] .block').boundingBox();
  if (!ruler || !block) throw new Error('no ruler or block');
  const sweep = async (x: number, y: number): Promise<void> => {
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 0; i < 25; i++) {
      await page.mouse.move(x + i * 6, y);
      await page.evaluate(() => new Promise(requestAnimationFrame));
    }
    await page.mouse.up();
  };
  const told = (frames: number[]): string =>
    `${median(frames).toFixed(1)} ms a frame (median of ${frames.length}, worst ${Math.max(...frames).toFixed(1)})`;
  const scrubbing = told(await scriptPerFrame(page, () => sweep(ruler.x + 200, ruler.y + 10)));
  const dragging = told(await scriptPerFrame(page, () => sweep(block.x + 10, block.y + 15)));
  const opening = told(
    await scriptPerFrame(page, async () => {
      for (const lane of [2, 3, 4, 5]) {
        // Found by hand: the driver's own search among 300 lanes would be counted as script of the page.
        const place = await page.evaluate((id) => {
          const head = document.querySelector(`und-lane[data-effect="${id}"] .head .name`);
          // One that is open stands high: the next may lie below what is in sight.
          head?.scrollIntoView({ block: 'nearest' });
          const found = head?.getBoundingClientRect();
          return found && { x: found.x + 20, y: found.y + found.height / 2 };
        }, `lane-${lane}`);
        if (!place) throw new Error(`lane-${lane} is not there`);
        await page.mouse.click(place.x, place.y);
        await page.waitForTimeout(1000);
        const isOpen = (id: string): boolean => document.querySelector(`und-lane[data-effect="${id}"] und-effect-inspector`) !== null;
        if (!(await page.evaluate(isOpen, `lane-${lane}`))) throw new Error(`lane-${lane} has not opened`);
      }
    }),
  );
  return [
    {
      what: 'script while scrubbing 300 lanes',
      value: scrubbing,
      target: '< 8 ms, worst <= 16',
    },
    {
      what: 'script while dragging among 300 lanes',
      value: dragging,
      target: '< 8 ms, worst <= 16',
    },
    {
      what: 'script while opening lanes among 300',
      value: opening,
      target: '< 8 ms, worst <= 16',
    },
  ];
}
