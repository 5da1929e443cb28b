import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seenOn } from './sheet.js';
import { expect, test, undatio } from './studio.js';

test.describe('keep and compare', () => {
  test('a take is kept; what differs is told in units, adopted lane by lane, and swapped', async ({ studio, page }) => {
    await studio.open('lance-light');
    const strength = (effects: readonly ({ id: string } & Record<string, unknown>)[]): unknown =>
      effects.find(({ id }) => id === 'shake')?.['strength'];
    await page.keyboard.press('k');
    const bar = page.getByRole('group', { name: 'Compare with the kept take' });
    await expect(bar).toContainText('Kept: Lance, light, seed 1');
    await expect(page.getByRole('img', { name: 'The kept take' })).toBeVisible();
    await studio.reveal('shake');
    await studio.block('shake').focus();
    for (let i = 0; i < 4; i++) await page.keyboard.press('+');
    await expect(studio.lane('shake').locator('path.ghost')).toHaveAttribute('d', /^M/);
    await studio.reveal('flash');
    await studio.block('flash').focus();
    await page.keyboard.press('Delete');
    const flash = page.locator('und-kept-lane', { hasText: 'flash' });
    await page.locator('und-impact-strip .lanes').evaluate((lanes) => lanes.scrollTo(0, 9999));
    await expect(flash).toBeVisible();

    await bar.getByRole('button', { name: /^Differences/ }).click();
    const table = page.locator('und-difference-table');
    const shake = table.locator('tbody', { hasText: 'shake' });
    await expect(shake.locator('tr').nth(1)).toHaveText(/Strength, ×\s*1\s*1.46/);
    await expect(table.locator('tbody', { hasText: 'flash' }).first()).toContainText('only kept');
    // What comes through most stands first: a whole flash is more than a shake that grew.
    await expect(table.locator('tbody').first()).toContainText('flash');
    await expect(table).toContainText('Shift');
    await table.getByRole('button', { name: 'Adopt flash from the kept take' }).click();
    await expect(studio.lane('flash')).toHaveCount(1);
    await expect(flash).toHaveCount(0);
    await bar.getByRole('button', { name: 'Swap' }).click();
    await studio.saved();
    expect(strength((await studio.stored('lance-light')).document.effects)).toBe(1);
    await page.keyboard.press('Control+z');
    await studio.saved();
    expect(strength((await studio.stored('lance-light')).document.effects)).toBe(1.46);
    await bar.getByRole('button', { name: 'Drop' }).click();
    await expect(bar).toHaveCount(0);
    await expect(page.locator('path.ghost')).toHaveCount(0);
  });

  test('both are looked at beside one another, by a wiper, in turn, and on the lanes alone', async ({ studio, page }) => {
    await studio.open('lance-light');
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    const [kept, now] = [page.locator('und-stage .view.kept'), page.locator('und-stage .view.now')];
    await expect(kept).toBeVisible();
    const [left, right] = [await kept.boundingBox(), await now.boundingBox()];
    expect((left?.x ?? 0) + (left?.width ?? 0)).toBeLessThanOrEqual(right?.x ?? 0);
    await page.keyboard.press('c');
    const wiper = page.getByRole('slider', { name: /^Wiper/ });
    await expect(wiper).toHaveAttribute('aria-valuenow', '50');
    const box = await wiper.boundingBox();
    if (!box) throw new Error('no wiper');
    await page.mouse.move(box.x + 7, box.y + 60);
    await page.mouse.down();
    await page.mouse.move(box.x + 207, box.y + 60, { steps: 4 });
    await page.mouse.up();
    const dragged = Number(await wiper.getAttribute('aria-valuenow'));
    expect(dragged).toBeGreaterThan(65);
    await wiper.focus();
    await page.keyboard.press('ArrowLeft');
    await expect(wiper).toHaveAttribute('aria-valuenow', String(dragged - 2));
    await page.keyboard.press('c');
    // Each has its turn, again and again.
    await expect(kept).toHaveClass(/hidden/);
    await expect(now).toHaveClass(/hidden/);
    await expect(kept).toHaveClass(/hidden/);
    await page.keyboard.press('c');
    await expect(kept).toHaveCount(0);
    await expect(page.locator('path.ghost').first()).toHaveAttribute('d', /^M/);
  });

  test('another sequence is held against the one that was kept, and a swap goes back to it', async ({ studio, page }) => {
    await studio.open('lance-glance');
    await page.keyboard.press('k');
    await page.keyboard.press('Control+k');
    await page.keyboard.type('lance light');
    await page.keyboard.press('Enter');
    const title = page.locator('und-strike-pad .title');
    await expect(title).toHaveValue('Lance, light');
    const bar = page.getByRole('group', { name: 'Compare with the kept take' });
    await expect(bar).toContainText('Kept: Lance, glance');
    await bar.getByRole('button', { name: 'Same blow' }).click();
    await bar.getByRole('button', { name: 'Swap' }).click();
    await expect(title).toHaveValue('Lance, glance');
    await expect(bar).toContainText('Kept: Lance, light');
  });

  test('a drill is kept too, and where its log first parts is told', async ({ studio, page, server }) => {
    await studio.open('lance-light');
    await page.goto(`${server.address}/projects/elytra-league/drills/two-blows`);
    await expect(page.locator('und-drill-charts canvas')).toBeVisible();
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    await expect(page.getByRole('img', { name: 'The kept take' })).toBeVisible();
    await page
      .getByRole('textbox', { name: /lasts|length/i })
      .first()
      .fill('2');
    await page.keyboard.press('Enter');
    await expect(page.locator('und-compare-bar')).toContainText('Kept and now part first at');
    await studio.saved();
  });
});

test.describe('trying', () => {
  test('a sheet in two numbers: the one that looks right is adopted, another kept', async ({ studio, page }) => {
    await studio.open('lance-light');
    await page.keyboard.press('t');
    const sheet = page.locator('und-trial-sheet');
    await sheet.locator('#trial-of-0').selectOption({ label: 'shake' });
    await expect(sheet.locator('.cell')).toHaveCount(9);
    await sheet.getByRole('button', { name: '+ a second' }).click();
    await sheet.locator('#trial-of-1').selectOption({ label: 'flash' });
    await sheet.locator('#trial-field-1').selectOption({ label: 'Duration' });
    await expect(sheet.locator('.cell')).toHaveCount(9);
    const from = sheet.getByRole('textbox', { name: 'From, axis 1' });
    await from.fill('0');
    await from.press('Enter');
    await sheet.getByRole('button', { name: 'by ratio' }).first().click();
    await expect(sheet.getByRole('alert')).toContainText('by ratio the range cannot hold 0');
    await from.fill('5');
    await from.press('Enter');
    const to = sheet.getByRole('textbox', { name: 'To, axis 1' });
    await to.fill('20');
    await to.press('Enter');
    await expect(sheet.locator('.cell')).toHaveCount(9);
    await expect(sheet.locator('.cell .value').nth(1)).toHaveText(/^10 px · /);
    // Each small stage shows its own take.
    await studio.goTo(3);
    await expect.poll(async () => new Set((await seenOn(sheet)).map(({ picture }) => picture)).size).toBeGreaterThan(3);
    const label = (await sheet.locator('.cell .value').nth(5).textContent()) ?? '';
    await sheet.locator('.cell').nth(5).click();
    await expect(sheet.locator('.cell.present')).toHaveCount(1);
    await studio.saved();
    const { effects } = (await studio.stored('lance-light')).document;
    expect(effects.find(({ id }) => id === 'shake')?.['amplitude']).toBe(20);
    expect(`${20} px · ${String(effects.find(({ id }) => id === 'flash')?.['duration'])} s`).toBe(label);
    await sheet
      .locator('.cell')
      .nth(0)
      .click({ modifiers: ['Shift'] });
    await page.keyboard.press('t');
    await expect(page.getByRole('group', { name: 'Compare with the kept take' })).toContainText('Lance, light, 5 px');
    await page.keyboard.press('Control+z');
    await studio.saved();
    expect((await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'shake')?.['amplitude']).not.toBe(20);
  });

  test('a sheet whose lane is taken away says so', async ({ studio, page }) => {
    await studio.open('lance-light');
    await studio.openLane('flash');
    await page.keyboard.press('t');
    await expect(page.locator('und-trial-sheet .cell').first()).toBeVisible();
    await studio.lane('flash').getByRole('button', { name: 'Remove flash' }).click();
    await expect(page.locator('und-trial-sheet').getByRole('alert')).toContainText('the lane “flash” is not there any more');
    await page.keyboard.press('Control+z');
    await expect(page.locator('und-trial-sheet .cell').first()).toBeVisible();
  });

  test('the film shows the frames of a game at its rate, from contact outward, and is saved', async ({ studio, page }) => {
    await studio.open('lance-light');
    await page.keyboard.press('v');
    const film = page.locator('und-film-strip');
    await film.locator('#film-rate').selectOption('30');
    await film.locator('#film-phase').selectOption('0.5');
    await expect(film.locator('.frame.contact')).toContainText('17 ms');
    await film.locator('.frame.contact').click();
    await expect(page.locator('und-transport .seconds')).toHaveAttribute('value', String(0.5 / 30));
    const save = film.getByRole('button', { name: 'Save PNG' });
    await expect(save).toBeEnabled();
    const [download] = await Promise.all([page.waitForEvent('download'), save.click()]);
    const png = await readFile(await download.path());
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    // Frame by frame with contact in it: what is lit then is not lit before.
    const shown = (selector: string): Promise<string> =>
      film
        .locator(`${selector} canvas`)
        .first()
        .evaluate((one: HTMLCanvasElement) => one.toDataURL());
    expect(await shown('.frame.contact')).not.toBe(await shown('.frame'));
    await page.keyboard.press('o');
    await expect(page.getByRole('img', { name: /^Ways of/ })).toBeVisible();
    await page.getByRole('button', { name: 'Shift over time' }).click();
    await expect(page.getByRole('img', { name: /^Shift: at most [\d.]+ px/ })).toBeVisible();
  });

  test('the film of a drill shows the frames around the event that is nearest to the playhead', async ({ page, server }) => {
    await page.goto(`${server.address}/projects/elytra-league/drills`);
    await expect(page.locator('und-drill-charts canvas')).toBeVisible();
    await page.getByRole('button', { name: 'film', exact: true }).click();
    const film = page.locator('und-film-strip');
    await expect(film.getByRole('button', { name: 'Save PNG' })).toBeEnabled();
    const event = film.locator('.frame.contact');
    await expect(event).toContainText('event 0 ms');
    await event.click();
    await expect(event).toHaveClass(/here/);
    await expect(film.getByRole('link', { name: 'Page' })).toHaveCount(0);
    // What is shown lies where the drill's log has something.
    const shown = /^[\d.]+/.exec((await page.locator('und-transport .clock').innerText()).trim())?.[0];
    expect(await page.locator('und-drill-log').innerText()).toContain(Number(shown).toFixed(2));
  });

  test('what is on the stage is saved as the sound that the command line makes', async ({ studio, page }) => {
    await studio.open('lance-heavy');
    await page.keyboard.press('w');
    const dialog = page.getByRole('dialog', { name: 'Sound of Lance, heavy' });
    await expect(dialog.getByText(/LUFS/)).toBeVisible();
    const [download] = await Promise.all([page.waitForEvent('download'), dialog.getByRole('button', { name: 'Save WAV' }).click()]);
    const out = join(tmpdir(), `undatio-mix-${process.pid}.wav`);
    await undatio(['mix', 'demo', '--sequence', 'lance-heavy', '--payload', '{"damage": 12}', '--out', out]);
    expect(Buffer.compare(await readFile(await download.path()), await readFile(out))).toBe(0);
  });

  test('a blow is shown as somebody sees it who has turned flashes off, and what is lost is told', async ({ studio, page }) => {
    await studio.open('lance-light');
    await studio.goTo(1);
    expect(Number((await studio.instant())['target.flash'])).toBeGreaterThan(0.5);
    await page.getByRole('button', { name: 'View' }).click();
    await page.getByRole('slider', { name: 'Flash', exact: true }).focus();
    await page.keyboard.press('Home');
    await expect(page.getByText('Whatever a player turns to 0')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'View, softened' })).toBeVisible();
    expect(Number((await studio.instant())['target.flash'])).toBe(0);
    await page.getByRole('button', { name: 'View, softened' }).click();
    await page.getByRole('button', { name: 'As authored' }).click();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'View', exact: true })).toBeVisible();
    expect(Number((await studio.instant())['target.flash'])).toBeGreaterThan(0.5);
  });

  test('a strike is handed out as a clip with its sound, which the browser plays; without an encoder that is said', async ({
    studio,
    page,
  }) => {
    await studio.open('parry');
    await page.keyboard.press('v');
    const film = page.locator('und-film-strip');
    await film.locator('#film-rate').selectOption('30');
    const [saved] = await Promise.all([page.waitForEvent('download'), film.getByRole('button', { name: 'Clip' }).click()]);
    expect(saved.suggestedFilename()).toBe('parry.webm');
    const clip = (await readFile(await saved.path())).toString('base64');
    const plain = await page.context().newPage();
    const seen = await plain.evaluate(async (base64) => {
      const bytes = Uint8Array.from(atob(base64), (character) => character.charCodeAt(0));
      const video = document.createElement('video');
      video.src = URL.createObjectURL(new Blob([bytes], { type: 'video/webm' }));
      await new Promise((done, fail) => {
        video.onloadeddata = done;
        video.onerror = () => fail(new Error(video.error?.message));
      });
      const context = new OffscreenCanvas(48, 27).getContext('2d');
      const lightAt = async (t: number): Promise<number> => {
        video.currentTime = t;
        await new Promise((done) => (video.onseeked = done));
        context?.drawImage(video, 0, 0, 48, 27);
        const data = context?.getImageData(0, 0, 48, 27).data;
        return data ? Array.from(data as ArrayLike<number>).reduce((sum, value) => sum + value, 0) : 0;
      };
      const [before, contact] = [await lightAt(0.05), await lightAt(0.26)];
      const heard = await new OfflineAudioContext(1, 1, 48_000).decodeAudioData(bytes.buffer);
      const loud = heard.getChannelData(0).findIndex((sample) => Math.abs(sample) > 0.05);
      return { width: video.videoWidth, duration: video.duration, before, contact, loud: loud / heard.sampleRate };
    }, clip);
    await plain.close();
    expect(seen.width).toBe(480);
    // 0.8 s and its guard 0.12 s before contact, with a tenth of a second around.
    expect(seen.duration).toBeGreaterThan(1);
    expect(seen.duration).toBeLessThan(1.3);
    expect(seen.contact).toBeGreaterThan(seen.before * 1.02);
    // The bell sounds with contact.
    expect(Math.abs(seen.loud - 0.22)).toBeLessThan(0.05);

    await page.evaluate(() => Object.assign(window, { VideoEncoder: undefined }));
    await film.getByRole('button', { name: 'Clip' }).click();
    await expect(film.getByRole('alert')).toHaveText('No clip: this browser has no encoder for WebM pictures. A moving PNG can be made.');
  });

  test('a strike is handed out as a moving picture, and as a page that plays by itself', async ({ studio, page }) => {
    await studio.open('parry');
    await page.keyboard.press('v');
    const film = page.locator('und-film-strip');
    await film.locator('#film-rate').selectOption('30');
    const [moving] = await Promise.all([page.waitForEvent('download'), film.getByRole('button', { name: 'Moving PNG' }).click()]);
    const png = await readFile(await moving.path());
    expect(png.includes('acTL')).toBe(true);
    expect(png.includes('fdAT')).toBe(true);
    const [download] = await Promise.all([page.waitForEvent('download'), film.getByRole('link', { name: 'Page' }).click()]);
    const file = join(tmpdir(), `undatio-page-${process.pid}.html`);
    await download.saveAs(file);
    const shown = await page.context().newPage();
    const asked: string[] = [];
    const wrong: string[] = [];
    shown.on('request', (request) => asked.push(request.url()));
    shown.on('pageerror', (error) => wrong.push(error.message));
    shown.on('console', (message) => {
      if (message.type() === 'error') wrong.push(message.text());
    });
    await shown.goto(`file://${file}`);
    // The page plays if two pictures of it differ: the canvas itself may not be read in a file's page. One picture can take a busy
    // machine ten seconds.
    const pictures = new Set<string>();
    await expect
      .poll(async () => pictures.add((await shown.locator('#stage').screenshot()).toString('base64')).size, { timeout: 90_000 })
      .toBeGreaterThan(1);
    await shown.getByRole('button', { name: 'Sound' }).click();
    await shown.keyboard.press('Tab');
    expect(asked.filter((url) => !url.startsWith('blob:'))).toEqual([`file://${file}`]);
    expect(wrong).toEqual([]);
    await shown.close();
  });
});

test.describe('finding and remembering', () => {
  test('every saved state is told, looked at, named and restored; a second window’s states stand there too', async ({
    studio,
    page,
    server,
    expected,
  }) => {
    expected.push(/412/);
    await studio.open('lance-light');
    await studio.reveal('shake');
    await studio.block('shake').focus();
    await page.keyboard.press('+');
    await studio.saved();
    await page.keyboard.press('+');
    await studio.saved();
    await page.keyboard.press('h');
    const panel = page.getByRole('region', { name: 'History' });
    await expect(panel.locator('li').first()).toContainText('shake: Strength 1.1 → 1.21 ×');
    await panel
      .getByRole('button', { name: /^Look at/ })
      .last()
      .click();
    await expect(page.getByRole('img', { name: 'The kept take' })).toBeVisible();
    const name = panel.getByRole('textbox').nth(1);
    await name.fill('a first try');
    await name.press('Enter');
    await panel.getByRole('button', { name: 'Restore a first try' }).click();
    await studio.saved();
    expect((await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'shake')?.['strength']).toBe(1.1);
    await expect(panel.locator('li').first()).toContainText('shake: Strength 1.21 → 1.1 ×');
    await panel.getByRole('button', { name: 'Close' }).click();
    await expect(page.getByRole('img', { name: 'The kept take' })).toHaveCount(0);

    const other = await page.context().newPage();
    await other.goto(`${server.address}/projects/elytra-league/tune/lance-light`);
    await other.locator('und-lane').first().waitFor();
    await other.locator('.title').fill('Lance, lighter');
    await other.locator('.title').press('Enter');
    await expect.poll(async () => (await studio.stored('lance-light')).document.label).toBe('Lance, lighter');
    await other.close();
    await page.keyboard.press('h');
    await expect(panel.locator('li').first()).toContainText('label Lance, light → Lance, lighter');
    // Restored over what the other window stored: nobody’s state is lost without asking.
    await panel
      .getByRole('button', { name: /^Restore/ })
      .last()
      .click();
    await page.getByRole('button', { name: 'Choose…' }).click();
    await expect(page.getByRole('dialog', { name: /^Changed elsewhere/ })).toBeVisible();
    await page.getByRole('button', { name: 'Take theirs' }).click();
  });

  test('anything is found by its name, from the first letter on, and keys are changed', async ({ studio, page }) => {
    await studio.open('lance-heavy');
    await page.keyboard.press('Control+k');
    await page.keyboard.type('shake fr');
    const found = page.locator('und-palette [role=option]');
    await expect(found).toHaveCount(1);
    await expect(found).toContainText('shake: Frequency');
    await page.keyboard.press('Enter');
    await expect(studio.lane('shake').locator('und-effect-inspector')).toBeVisible();
    await expect(studio.lane('shake').locator('[data-field="frequency"] input').first()).toBeFocused();
    await page.keyboard.press('Control+k');
    await page.keyboard.type('parry');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowUp');
    await expect(page.locator('und-palette [aria-selected=true]')).toContainText('Parry');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('combobox', { name: /^Find/ })).toHaveCount(0);

    // All in one go, before what finds can be there.
    await page.evaluate(
      (keys) => {
        const press = (init: KeyboardEventInit): unknown =>
          document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { ...init, bubbles: true, cancelable: true }));
        press({ key: 'k', ctrlKey: true });
        for (const key of keys) press({ key });
      },
      [...'lance lighx', 'Backspace', 't', 'Enter'],
    );
    await expect(page.locator('und-strike-pad .title')).toHaveValue('Lance, light');
    await expect(page.getByRole('combobox', { name: /^Find/ })).toHaveCount(0);

    await page.locator('und-transport .clock').click();
    await page.keyboard.press('?');
    const sheet = page.getByRole('dialog', { name: 'Keys' });
    await sheet.getByRole('button', { name: /^strike Space/ }).click();
    await page.keyboard.press('l');
    await expect(sheet.getByRole('alert')).toContainText('l does “loop” already');
    await page.keyboard.press('b');
    await expect(sheet.getByRole('button', { name: /^strike b/ })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(sheet).toHaveCount(0);
    await page.keyboard.press('b');
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  });
});
