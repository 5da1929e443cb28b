import { expect, test } from './studio.js';

test.describe('shaping on the strip', () => {
  test('drag moves a block with snapping, saves itself, survives a reload, and can be undone', async ({ studio, page }) => {
    await studio.open('lance-light');
    const block = await studio.block('shake').boundingBox();
    if (!block) throw new Error('no block');
    const y = block.y + block.height / 2;
    await page.mouse.move(block.x + 20, y);
    await page.mouse.down();
    await page.mouse.move(block.x + 60, y, { steps: 4 });
    await page.mouse.move(block.x + 120, y, { steps: 4 });
    await page.mouse.up();
    await studio.saved();
    const delay = (await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'shake')?.['delay'] as number;
    expect(delay).toBeGreaterThan(0.01);
    // On a frame of 1/60 s, or on the edge of another effect.
    const edges = await page
      .locator('und-lane .block')
      .evaluateAll((blocks) => blocks.flatMap((each) => (each.getAttribute('aria-valuetext') ?? '').match(/[\d.]+/g) ?? []).map(Number));
    const onFrame = Math.abs(delay * 60 - Math.round(delay * 60)) < 1e-3;
    expect(onFrame || edges.some((edge) => Math.abs(edge - delay) < 6e-4)).toBe(true);
    await page.reload();
    await expect(studio.block('shake')).toHaveAttribute('aria-valuenow', String(delay));

    await studio.openLane('shake');
    const field = studio.lane('shake').getByRole('textbox', { name: 'Delay' });
    await expect(field).toHaveValue(String(Number(delay.toFixed(4))));
    await field.fill('0.2');
    await field.press('Enter');
    await expect(studio.block('shake')).toHaveAttribute('aria-valuenow', '0.2');
    await page.keyboard.press('Control+z');
    await expect(studio.block('shake')).toHaveAttribute('aria-valuenow', String(delay));
    await studio.saved();
  });

  test('an address with an unknown id opens another document and shows a notice that can be closed', async ({ studio, page }) => {
    await studio.open('lance-light');
    const project = new URL(page.url()).pathname.split('/tune/')[0];
    for (const [screen, what] of [
      ['tune', 'sequence'],
      ['drills', 'drill'],
    ]) {
      await page.goto(new URL(`${project}/${screen}/gone-blow`, page.url()).href);
      const told = page.locator('und-missed-address').getByRole('alert');
      await expect(told).toContainText(`This project has no ${what} “gone-blow”`);
      expect(page.url()).not.toContain('gone-blow');
      await told.getByRole('button', { name: 'Close' }).click();
      await expect(told).toHaveCount(0);
    }
  });

  test('one drag after another is followed to its end', async ({ studio, page }) => {
    await studio.open('lance-light');
    await page.keyboard.down('Alt');
    for (const by of [60, -30, 45, -60, 30]) {
      const block = await studio.block('shake').boundingBox();
      if (!block) throw new Error('no block');
      await page.mouse.move(block.x + 60, block.y + 20);
      await page.mouse.down();
      await page.mouse.move(block.x + 60 + by / 2, block.y + 20);
      await studio.settle();
      await page.mouse.move(block.x + 60 + by, block.y + 20);
      await page.mouse.up();
      await studio.settle();
      const after = await studio.block('shake').boundingBox();
      expect(Math.abs((after?.x ?? 0) - block.x - by)).toBeLessThan(2);
    }
    await page.keyboard.up('Alt');
  });

  test('a dragged edge stretches, the top scales strength, and one undo takes back one drag', async ({ studio, page }) => {
    await studio.open('lance-light');
    const before = (await studio.stored('lance-light')).document.effects;
    const block = await studio.block('shake').boundingBox();
    if (!block) throw new Error('no block');
    await page.mouse.move(block.x + block.width - 1, block.y + 20);
    await page.mouse.down();
    await page.keyboard.down('Alt');
    await page.mouse.move(block.x + block.width + 90, block.y + 20, { steps: 9 });
    await page.keyboard.up('Alt');
    await page.mouse.up();
    await page.mouse.move(block.x + block.width / 2, block.y + 2);
    await page.mouse.down();
    await page.mouse.move(block.x + block.width / 2, block.y - 38, { steps: 5 });
    await page.mouse.up();
    await studio.saved();
    const shake = (await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'shake');
    expect(shake?.['duration']).toBeGreaterThan(0.15);
    expect(shake?.['strength']).toBeGreaterThan(1.5);
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
    await studio.saved();
    expect((await studio.stored('lance-light')).document.effects).toEqual(before);
    await page.getByRole('button', { name: 'Redo' }).click();
    await studio.saved();
    expect((await studio.stored('lance-light')).document.effects).not.toEqual(before);
  });

  test('an envelope point is edited on the time axis, by pointer and by keyboard, and the stage follows', async ({ studio, page }) => {
    await studio.open('lance-light');
    await studio.goTo(0);
    const full = Number((await studio.instant())['target.flash']);
    await studio.openLane('flash');
    const point = studio.lane('flash').getByRole('slider', { name: 'Envelope point 1 of 3' });
    const box = await point.boundingBox();
    if (!box) throw new Error('no point');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 32, { steps: 5 });
    await page.mouse.up();
    expect(Number((await studio.instant())['target.flash'])).toBeCloseTo(full / 2, 1);
    await point.focus();
    for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowDown');
    expect(Number((await studio.instant())['target.flash'])).toBeCloseTo(full * 0.3, 1);
    await studio.lane('flash').getByRole('button', { name: 'Add point' }).click();
    await expect(studio.lane('flash').getByRole('slider', { name: /Envelope point/ })).toHaveCount(4);
    await studio.saved();
    const envelope = (await studio.stored('lance-light')).document.effects[0]['envelope'] as object[];
    expect(envelope.length).toBe(4);
  });

  test('a number turns random and driven in its lane', async ({ studio }) => {
    await studio.open('lance-light');
    await studio.openLane('shake');
    const roll = studio.lane('shake').locator('[data-field="roll"]');
    await studio.chooseHow(roll, 'random between');
    await roll.getByRole('textbox', { name: 'Roll, high end' }).fill('4');
    await roll.getByRole('textbox', { name: 'Roll, high end' }).press('Enter');
    await studio.saved();
    expect((await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'shake')?.['roll']).toEqual({ range: [0, 4] });
    await studio.chooseHow(roll, 'follows Damage');
    await studio.saved();
    expect((await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'shake')?.['roll']).toEqual({
      drive: 'damage',
      in: [0, 50],
      out: [0, 4],
    });
  });

  test('lanes are added, muted, soloed and removed by keyboard alone', async ({ studio, page }) => {
    await studio.open('lance-glance');
    await page.getByRole('button', { name: 'Add effect' }).focus();
    await page.keyboard.press('Enter');
    const choice = page.getByRole('group', { name: 'Add an effect' }).getByRole('button', { name: 'flash' });
    await choice.focus();
    await page.keyboard.press('Enter');
    await expect(studio.lane('flash')).toBeVisible();
    await studio.goTo(1);
    expect(Number((await studio.instant())['target.flash'])).toBe(1);

    await studio.block('flash').focus();
    await page.keyboard.press('m');
    expect(Number((await studio.instant())['target.flash'])).toBeLessThan(1);
    await studio.block('flash').focus();
    await page.keyboard.press('m');
    await studio.block('sparks').focus();
    await page.keyboard.press('s');
    const solo = await studio.instant();
    expect([solo['target.flash'], solo['view.x']]).toEqual(['0', '0']);
    expect(Number(solo['particles'])).toBeGreaterThan(0);
    await studio.block('sparks').focus();
    await page.keyboard.press('s');

    await studio.block('flash').focus();
    await page.keyboard.press('Delete');
    await expect(studio.lane('flash')).toHaveCount(0);
    await page.keyboard.press('Control+z');
    await expect(studio.lane('flash')).toBeVisible();
    await studio.saved();
  });

  test('a heavy blow is built from an empty sequence with the keyboard alone', async ({ studio, page }) => {
    await studio.open('lance-light');
    await page.getByRole('button', { name: 'New', exact: true }).focus();
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/tune\/blow-1$/);
    await expect(page.getByText('Nothing happens on this blow yet.')).toBeVisible();
    for (const [typed, kind] of [
      ['fla', 'flash'],
      ['hi', 'hit-stop'],
      ['bu', 'burst'],
      ['kn', 'knockback'],
      ['sh', 'shake'],
      ['num', 'number'],
      ['so', 'sound'],
    ]) {
      await page.keyboard.press('a');
      await expect(page.getByRole('textbox', { name: 'Find an effect' })).toBeFocused();
      await page.keyboard.type(typed);
      await page.keyboard.press('Enter');
      await expect(studio.block(kind)).toBeFocused();
      await expect(studio.lane(kind).locator('und-effect-inspector')).toBeVisible();
      // Closed again, and a little stronger.
      await page.keyboard.press('Enter');
      await page.keyboard.press('+');
    }
    await studio.saved();
    const { effects } = (await studio.stored('blow-1')).document;
    expect(effects.map(({ kind }) => kind)).toEqual(['flash', 'hit-stop', 'burst', 'knockback', 'shake', 'number', 'sound']);
    expect(effects.every(({ strength }) => strength === 1.1)).toBe(true);
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
    await studio.goTo(5);
    const shown = await studio.instant();
    expect(Number(shown['target.flash'])).toBeGreaterThan(0);
    expect(Number(shown['particles'])).toBeGreaterThan(10);
    expect(shown['numbers']).toBe('1');

    await page.getByRole('textbox', { name: 'Name of the sequence' }).fill('Hammer');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('option', { name: 'Hammer' })).toBeVisible();
  });

  test('a number is typed with units and arithmetic, and told when it is none', async ({ studio }) => {
    await studio.open('lance-light');
    await studio.openLane('shake');
    const field = studio.lane('shake').getByRole('textbox', { name: 'Duration' });
    for (const [typed, seconds] of [
      ['12f', '0.2'],
      ['*1.5', '0.3'],
      ['100ms + 3f', '0.15'],
    ]) {
      await field.fill(typed);
      await field.press('Enter');
      await expect(field).toHaveValue(seconds);
      // The box is written once more when the screen is; nobody types sooner than that.
      await studio.settle();
    }
    await field.fill('soon');
    await field.blur();
    await expect(field).toHaveValue('0.15');
    expect(await field.evaluate((box: HTMLInputElement) => box.validationMessage)).toContain('expected arithmetic');
    await studio.saved();
    expect((await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'shake')?.['duration']).toBe(0.15);
  });

  test('a block moves by keyboard, a frame at a time', async ({ studio, page }) => {
    await studio.open('lance-light');
    await studio.block('crack').focus();
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
    await studio.saved();
    expect((await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'crack')?.['delay']).toBeCloseTo(3 / 60, 5);
  });

  test('a lane is copied to another sequence by keyboard, and a text that is none is told', async ({ studio, page }) => {
    await studio.open();
    await studio.block('shake').focus();
    await page.keyboard.press('Control+c');
    const tile = (name: string) => page.getByRole('listbox', { name: 'Sequences' }).getByRole('option', { name });
    await tile('Nectar sip').click();
    // What is shown follows the address a frame later, and is what is pasted on.
    const shown = page.getByLabel('Name of the sequence');
    await expect(shown).toHaveValue('Nectar sip');
    await page.keyboard.press('Control+v');
    // Its strength follows a field that is not there.
    await expect(page.getByRole('alert')).toContainText('Nothing was pasted');
    await tile('Pod bursts').click();
    await expect(shown).toHaveValue('Pod bursts');
    await page.keyboard.press('Control+v');
    await expect(studio.block('shake-2')).toBeFocused();
    await studio.saved();
    const { effects } = (await studio.stored('pod-burst')).document;
    expect(effects.at(-1)?.['kind']).toBe('shake');
  });

  test('a tile is pressed though its picture comes between', async ({ studio, page }) => {
    await studio.open('lance-light');
    const tile = page.locator('[data-sequence="spore-flight"]');
    /** Who hears of a press there: what is taken out of the page while it is pressed tells nobody. */
    const pressed = (): Promise<{ drawn: boolean; by: string | null | undefined }> =>
      tile.evaluate((element) => {
        element.scrollIntoView();
        const { left, top, width } = element.getBoundingClientRect();
        const by = document.elementFromPoint(left + width / 2, top + 20)?.getAttribute('data-sequence');
        return { drawn: element.querySelector('und-signature') !== null, by };
      });
    expect(await pressed()).toEqual({ drawn: false, by: 'spore-flight' });
    await expect(tile.locator('und-signature')).toBeVisible();
    expect(await pressed()).toEqual({ drawn: true, by: 'spore-flight' });
    await tile.click();
    await expect(page).toHaveURL(/spore-flight$/);
  });

  test('the ribbon finds a sequence, and Tune opens it', async ({ studio, page }) => {
    await studio.open();
    await page.getByLabel('Filter sequences').fill('lance, em');
    const tiles = page.getByRole('listbox', { name: 'Sequences' }).getByRole('option');
    await expect(tiles).toHaveCount(1);
    await tiles.click();
    await expect(studio.lane('embers')).toBeVisible();
    await expect(page).toHaveURL(/tune\/lance-ember$/);
  });
});

test.describe('saving', () => {
  test('a server that is gone is told plainly, nothing is lost, and it is saved when it is back', async ({
    studio,
    page,
    server,
    expected,
  }) => {
    expected.push(/Failed to load resource/);
    await studio.open('lance-light');
    await server.stop();
    await studio.block('crack').focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('und-save-trouble')).toContainText('Not saved: The server cannot be reached. Kept here, trying again.');
    await page.setViewportSize({ width: 1000, height: 800 });
    // In a narrow window too, no word is cut.
    const cut = await page
      .locator('header, header *, und-save-trouble *')
      .evaluateAll((elements) =>
        elements
          .filter(({ clientWidth, scrollWidth }) => clientWidth > 0 && scrollWidth > clientWidth)
          .map(({ textContent }) => textContent),
      );
    expect(cut).toEqual([]);
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.keyboard.press('ArrowRight');
    await server.start();
    // It may be trying by itself at this very moment, and the button is gone.
    await page
      .getByRole('button', { name: 'Try now' })
      .click({ timeout: 3000 })
      .catch(() => undefined);
    await studio.saved();
    expect((await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'crack')?.['delay']).toBeCloseTo(2 / 60, 5);
  });

  test('unsaved work comes back after a reload', async ({ studio, page, expected }) => {
    expected.push(/Failed to load resource/);
    await studio.open('lance-light');
    await page.route('**/api/projects/*/sequences/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
    await studio.block('crack').focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('und-save-chip')).toContainText('Not saved');
    await page.unrouteAll();
    page.on('dialog', (dialog) => void dialog.accept());
    await page.reload();
    // Once the project is there, its drafts are too.
    await expect(page.locator('und-lane').first()).toBeVisible();
    await studio.saved();
    expect((await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'crack')?.['delay']).toBeCloseTo(1 / 60, 5);
  });

  test('a stale save asks whose state to keep', async ({ studio, page, server, expected }) => {
    expected.push(/412/);
    await studio.open('lance-light');
    const elsewhere = async (note: string): Promise<void> => {
      const { etag, document } = await studio.stored('lance-light');
      const headers = { 'Content-Type': 'application/json', 'If-Match': etag };
      await fetch(`${server.address}/api/projects/elytra-league/sequences/lance-light`, {
        method: 'PUT',
        headers,
        body: JSON.stringify({ ...document, note }),
      });
    };
    await elsewhere('theirs');
    await studio.block('crack').focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('und-save-chip')).toHaveText('Not saved');
    await expect(page.locator('und-save-trouble')).toContainText('lance-light was changed elsewhere while you worked on it.');
    await page.getByRole('button', { name: 'Choose…' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByRole('radio', { name: 'note: mine' })).toBeChecked();
    await expect(dialog.getByRole('row').filter({ hasText: 'crack' })).toContainText('delay');
    await dialog.getByRole('button', { name: 'Keep mine' }).click();
    await studio.saved();
    expect((await studio.stored('lance-light')).document.note).not.toBe('theirs');

    // Of each part one may take whose one likes.
    await elsewhere('theirs as well');
    await studio.block('crack').focus();
    await page.keyboard.press('ArrowRight');
    await page.getByRole('button', { name: 'Choose…' }).click();
    await dialog.getByRole('radio', { name: 'note: theirs' }).check();
    await dialog.getByRole('button', { name: 'Save as chosen' }).click();
    await studio.saved();
    const mix = (await studio.stored('lance-light')).document;
    expect(mix.note).toBe('theirs as well');
    expect(mix.effects.find(({ id }) => id === 'crack')?.['delay']).toBeCloseTo(2 / 60, 5);

    await elsewhere('theirs again');
    await studio.block('crack').focus();
    await page.keyboard.press('ArrowRight');
    await page.getByRole('button', { name: 'Choose…' }).click();
    await dialog.getByRole('button', { name: 'Take theirs' }).click();
    await studio.saved();
    expect((await studio.stored('lance-light')).document.note).toBe('theirs again');
    await expect(studio.block('crack')).toHaveAttribute('aria-valuenow', String(0.033334));
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(studio.block('crack')).toHaveAttribute('aria-valuenow', String(0.050001));
  });
});

test('one number of many effects is changed at once, listed before, and taken back as one', async ({ studio, page }) => {
  await studio.open();
  const strengthOf = async (sequence: string): Promise<unknown> =>
    (await studio.stored(sequence)).document.effects.filter(({ kind }) => kind === 'shake').map((effect) => effect['amplitude']);
  const before = await strengthOf('lance-heavy');
  await page.getByLabel('Filter sequences').fill('lance');
  await page.getByRole('button', { name: 'Many…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Change many at once' });
  await dialog.getByLabel('Kind of effect').selectOption('shake');
  await dialog.getByLabel('Its number').selectOption('amplitude');
  await dialog.getByLabel('By how much').fill('0.5');
  await page.keyboard.press('Enter');
  const rows = dialog.locator('tbody tr');
  await expect(rows.first()).toContainText('Lance');
  const count = await rows.count();
  expect(count).toBeGreaterThan(2);
  await dialog.getByRole('button', { name: `Change ${count}` }).click();
  await expect.poll(() => strengthOf('lance-heavy')).not.toEqual(before);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => strengthOf('lance-heavy')).toEqual(before);
});
