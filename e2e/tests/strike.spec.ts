import { expect, test } from './studio.js';

/** Points of the world: on the target's body, on the source's, on the bystander's. */
const target = [80, 2] as const;
const source = [-132, -7] as const;
const bystander = [259, 39] as const;

test.describe('striking', () => {
  test('Space strikes: the target flashes and nobody else, and it plays to its end', async ({ studio, page }) => {
    await studio.open('lance-heavy');
    await studio.goTo(-12);
    const rest = { target: await studio.stagePixel(...target), bystander: await studio.stagePixel(...bystander) };
    await studio.goTo(0);
    const hit = {
      target: await studio.stagePixel(...target),
      bystander: await studio.stagePixel(...bystander),
      source: await studio.stagePixel(...source),
    };
    expect(hit.target.every((channel) => channel > 245)).toBe(true);
    expect(rest.target.every((channel) => channel > 245)).toBe(false);
    // The view shakes, so a neighbouring point may show: but none of them turns white.
    expect(hit.bystander.every((channel) => channel > 200)).toBe(false);
    expect(hit.source.every((channel) => channel > 200)).toBe(false);

    const seconds = page.locator('.clock data');
    await page.locator('body').press('Space');
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
    expect(Number(await seconds.getAttribute('value'))).toBeGreaterThan(1);
  });

  test('the flash is the engine’s formula on the screen', async ({ studio }) => {
    await studio.open('lance-light');
    await studio.goTo(-4);
    const rest = await studio.stagePixel(...target);
    await studio.goTo(0);
    const { 'target.flash': amount, 'view.x': x, 'view.y': y } = await studio.instant();
    const lit = await studio.stagePixel(target[0] - Number(x), target[1] - Number(y));
    for (const channel of [0, 1, 2]) {
      const expected = rest[channel] + (255 - rest[channel]) * Number(amount);
      expect(Math.abs(lit[channel] - expected)).toBeLessThan(12);
    }
  });

  test('the background turns from night to grey to bright', async ({ studio, page }) => {
    await studio.open('lance-light');
    const sky = async (name: string): Promise<number> => {
      await page.getByRole('button', { name: /^View/ }).click();
      await page.getByRole('group', { name: 'Background' }).getByText(name, { exact: true }).click();
      await page.keyboard.press('Escape');
      await studio.settle();
      return (await studio.stagePixel(185, -152)).reduce((sum, channel) => sum + channel, 0) / 3;
    };
    const [mid, bright, dark] = [await sky('mid'), await sky('bright'), await sky('dark')];
    expect(dark).toBeLessThan(60);
    expect(mid).toBeGreaterThan(100);
    expect(mid).toBeLessThan(160);
    expect(bright).toBeGreaterThan(215);
  });

  test('sounds play with the strike, after the first gesture, at the chosen speed', async ({ studio, page }) => {
    await page.addInitScript(() => {
      const started: { rate: number; when: number }[] = [];
      Object.assign(window, { started });
      const start = AudioBufferSourceNode.prototype.start;
      AudioBufferSourceNode.prototype.start = function (this: AudioBufferSourceNode, when = 0) {
        started.push({ rate: this.playbackRate.value, when });
        return start.call(this, when);
      };
    });
    const started = (): Promise<{ rate: number; when: number }[]> =>
      page.evaluate(() => (window as never as { started: { rate: number; when: number }[] }).started.splice(0));
    await studio.open('lance-heavy');
    await page.waitForLoadState('networkidle');
    expect(await started()).toEqual([]);
    await page.locator('body').press('Space');
    await expect(page.locator('[data-played="3"]')).toBeVisible();
    const full = await started();
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
    await page.getByText('¼', { exact: true }).click();
    await page.locator('body').press('Space');
    await expect(page.locator('[data-played="6"]')).toBeVisible();
    const quarter = await started();
    expect(full.length).toBe(3);
    for (let i = 0; i < 3; i++) expect(quarter[i].rate).toBeCloseTo(full[i].rate / 4, 5);
    // The crack comes 0.23 s after the whirr, four times as late at a quarter of the speed. Between the two, whose times are
    // counted from one instant: the output's own clock runs on while they are handed over.
    const apart = (cues: { when: number }[]): number => cues[1].when - cues[0].when;
    expect(apart(quarter) / apart(full)).toBeCloseTo(4, 3);
    await page.getByRole('button', { name: 'Mute', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Mute', exact: true })).toHaveAttribute('aria-pressed', 'true');
  });

  test('the payload decides: damage drives what the stage shows, direction turns it', async ({ studio, page }) => {
    await studio.open('lance-heavy');
    await studio.goTo(14);
    const before = await studio.instant();
    const damage = page.locator('und-strike-pad').getByRole('textbox', { name: 'Damage' });
    await damage.fill('50');
    await damage.press('Enter');
    const after = await studio.instant();
    expect(Number(after['particles'])).toBeGreaterThan(Number(before['particles']));
    const dial = page.getByRole('slider', { name: 'Direction' });
    await dial.focus();
    await page.keyboard.press('PageUp');
    await expect(dial).toHaveAttribute('aria-valuenow', '45');
    await page.getByRole('radio', { name: 'ember' }).click();
    await studio.goTo(1);
    expect((await studio.instant())['target.flashColour']).toBe('#ffb45e');
  });

  test('a pinned seed repeats, a re-rolled one varies', async ({ studio, page }) => {
    await studio.open('lance-heavy');
    await studio.goTo(3);
    const first = await studio.instant();
    await page.locator('body').press('Space');
    await studio.goTo(3);
    expect(await studio.instant()).toEqual(first);
    await studio.setUp();
    await page.getByRole('button', { name: 'Re-roll' }).click();
    await studio.goTo(3);
    expect((await studio.instant())['view.x']).not.toBe(first['view.x']);
  });

  test('strikes wear the practice target down, and it is mended', async ({ studio, page }) => {
    await studio.open('lance-light');
    const health = page.getByRole('meter', { name: 'Health of the practice target after this blow' });
    // Damage 12 of the 100 that it takes.
    await expect(health).toHaveAttribute('data-after', '0.88');
    await page.locator('body').press('Space');
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
    await page.locator('body').press('Space');
    await expect(health).toHaveAttribute('data-before', '0.88');
    await expect(health).toHaveAttribute('data-after', '0.76');
    await page.getByRole('button', { name: 'Restore health' }).click();
    await expect(health).toHaveAttribute('data-before', '1');
  });

  test('the page is shared out by dragging, stays so, and F leaves the stage alone', async ({ studio, page }) => {
    await studio.open('lance-light');
    const divider = page.getByRole('separator', { name: 'Height of the strip' });
    const y = async (): Promise<number> => (await divider.boundingBox())?.y ?? 0;
    const before = await y();
    await page.mouse.move(600, before + 2);
    await page.mouse.down();
    await page.mouse.move(600, before - 78, { steps: 5 });
    await page.mouse.up();
    await expect.poll(y).toBeLessThan(before - 50);
    const dragged = await y();
    await page.reload();
    await expect(divider).toBeVisible();
    expect(Math.abs((await y()) - dragged)).toBeLessThan(1);
    await divider.dblclick();
    await expect.poll(y).toBe(before);

    await page.locator('body').press('f');
    await expect.poll(async () => (await page.locator('und-stage').boundingBox())?.width).toBe(1280);
    await page.keyboard.press('Escape');
    await expect.poll(async () => (await page.locator('und-stage').boundingBox())?.width).toBeLessThan(1280);
  });

  test('loop strikes again by itself, and frame stepping stops it', async ({ studio, page }) => {
    await studio.open('lance-light');
    await page.waitForLoadState('networkidle');
    await page.locator('body').press('l');
    await page.locator('body').press('Space');
    await expect(page.locator('[data-played="3"]')).toBeVisible();
    await page.locator('body').press(']');
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  });
});

test.describe('scrubbing', () => {
  test('shows any instant at once, backwards too, and the same each time', async ({ studio }) => {
    await studio.open('lance-ember');
    const forward: Record<string, string>[] = [];
    for (const frame of [0, 3, 9, 20]) {
      await studio.goTo(frame);
      forward.push(await studio.instant());
    }
    for (const [i, frame] of [20, 9, 3, 0].entries()) {
      await studio.goTo(frame);
      expect(await studio.instant()).toEqual(forward[3 - i]);
    }
  });

  test('no words of the ruler are cut by the playhead, wherever it stands', async ({ studio, page }) => {
    await studio.open('lance-heavy');
    // What is written of the ruler where the button on the playhead is.
    const cut = (): Promise<(string | null)[]> =>
      page.evaluate(() => {
        const button = document.querySelector('und-playhead .here')?.getBoundingClientRect();
        const words = document.createRange();
        return [...document.querySelectorAll('und-playhead .tick')]
          .filter((tick) => {
            words.selectNodeContents(tick);
            const { left, right } = words.getBoundingClientRect();
            return button && left < button.right && right > button.left && getComputedStyle(tick).color !== 'rgba(0, 0, 0, 0)';
          })
          .map((tick) => tick.textContent);
      });
    await studio.goTo(0);
    await expect(page.locator('und-playhead .tick.zero')).not.toHaveClass(/covered/);
    let covered = 0;
    for (let frame = 0; frame < 12; frame++) {
      expect(await cut()).toEqual([]);
      covered += await page.locator('und-playhead .tick.covered').count();
      await page.keyboard.press('ArrowRight');
      await studio.settle();
    }
    expect(covered).toBeGreaterThan(2);
  });

  test('follows the pointer along the ruler', async ({ studio, page }) => {
    await studio.open('lance-heavy');
    const box = await studio.playhead().boundingBox();
    if (!box) throw new Error('no ruler');
    const seconds = async (): Promise<number> => Number(await page.locator('.clock data').getAttribute('value'));
    await page.mouse.move(box.x + 100, box.y + 10);
    await page.mouse.down();
    await studio.settle();
    const seen: number[] = [await seconds()];
    for (const x of [300, 500, 700, 350]) {
      await page.mouse.move(box.x + x, box.y + 10);
      await studio.settle();
      seen.push(await seconds());
    }
    await page.mouse.up();
    expect(seen[0]).toBeLessThan(seen[1]);
    expect(seen[1]).toBeLessThan(seen[2]);
    expect(seen[2]).toBeLessThan(seen[3]);
    expect(seen[4]).toBeLessThan(seen[2]);
  });

  test('emulates a frame rate by showing its frames only', async ({ studio, page }) => {
    await studio.open('lance-light');
    await page.getByRole('button', { name: /^View/ }).click();
    await page.getByRole('group', { name: 'Frame rate to emulate' }).getByText('30', { exact: true }).click();
    await page.keyboard.press('Escape');
    // A quarter of the speed gives even a slow machine frames enough, and it is watched for as long as it plays.
    await page.getByText('¼', { exact: true }).click();
    const seen = page.evaluate(async () => {
      const clock = document.querySelector('.clock data') as HTMLDataElement;
      const playing = (): boolean => [...document.querySelectorAll('button')].some(({ textContent }) => textContent.trim() === 'Pause');
      const times = new Set<number>();
      for (let begun = false; !begun || playing(); begun ||= playing()) {
        await new Promise(requestAnimationFrame);
        times.add(Number(clock.value));
      }
      return [...times];
    });
    await page.locator('body').press('Space');
    const frames = (await seen).filter((t) => t > 0 && t < 1).map((t) => t * 30);
    expect(frames.length).toBeGreaterThan(3);
    for (const frame of frames) expect(frame).toBeCloseTo(Math.round(frame), 6);
  });
});
