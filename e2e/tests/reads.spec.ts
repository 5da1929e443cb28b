import { expect, test } from './studio.js';

/** Px of a field of 10 degrees as a share of the demo’s view: a third of 960 by a quarter of 960, of 960 by 540. */
const fieldShare = (341 / 1024) * ((256 / 1024) * (960 / 540));

test.describe('what reads', () => {
  test('flashes over WCAG’s threshold are told, marked on the strip, and gone once there are fewer', async ({ studio, page, server }) => {
    const { etag, document } = await studio.stored('lance-light');
    const lens = { kind: 'lens', id: 'strobe', flash: 1, split: 0, envelope: [{ at: 0, value: 1 }], duration: 0.1 };
    const effects = [...document.effects, { ...lens, repeat: { count: 5, every: 0.2 } }];
    await fetch(`${server.address}/api/projects/elytra-league/sequences/lance-light`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json', 'If-Match': etag },
      body: JSON.stringify({ ...document, effects }),
    });
    await studio.open('lance-light');
    await page.keyboard.press('r');
    const panel = page.locator('und-reading-panel');
    await expect(panel.getByRole('row', { name: /^light/ })).toContainText('5/3');
    const failing = panel.getByRole('button', { name: /^Flashes 5 times over 100 %/ });
    const mark = page.locator('und-impact-strip .line.flashing');
    await expect(mark).toHaveCount(1);
    const [marked, contact] = [await mark.boundingBox(), await page.locator('und-impact-strip .line.contact').boundingBox()];
    expect(Math.abs((marked?.x ?? 0) - (contact?.x ?? 99))).toBeLessThan(4);
    await failing.click();
    await expect(studio.playhead()).toHaveAttribute('aria-valuenow', /^0/);
    await studio.reveal('strobe');
    await studio.block('strobe').focus();
    await page.keyboard.press('m');
    await expect(panel).toContainText('Passes');
    await expect(mark).toHaveCount(0);
  });

  test('what is counted without drawing is what is on the screen, within 2 % of the view', async ({ studio, page }) => {
    for (const sequence of ['parry', 'shell-crack', 'lance-strong']) {
      await studio.open(sequence);
      await page.getByRole('button', { name: 'Reads', exact: true }).click();
      const panel = page.locator('und-reading-panel');
      await expect(panel.locator('tbody tr')).toHaveCount(2);
      await panel.getByRole('button', { name: 'Count in pixels' }).click();
      await expect(panel.locator('thead th')).toHaveCount(4, { timeout: 60_000 });
      for (const row of await panel.locator('tbody tr').all()) {
        const [drawn, seen] = await row.locator('data').evaluateAll((cells: HTMLDataElement[]) => cells.map(({ value }) => Number(value)));
        expect(Math.abs(drawn - seen) * fieldShare).toBeLessThan(0.02);
      }
    }
  });

  test('a meter behind a number is told, with its instant and its lane, and not once the number stands aside', async ({ studio, page }) => {
    await studio.open('lance-heavy');
    await page.keyboard.press('r');
    const covered = page.getByRole('button', { name: /^health is covered by “number”/ });
    await expect(covered).toBeVisible();
    await covered.click();
    await expect(studio.lane('health').locator('und-effect-inspector')).toBeVisible();
    await studio.reveal('number');
    await studio.lane('number').getByRole('button', { name: 'Mute number' }).click();
    await expect(page.locator('und-reading-panel').getByText('Looking…')).toHaveCount(0);
    await expect(covered).toHaveCount(0);
    await page.getByRole('button', { name: 'Close' }).first().click();
    await expect(page.locator('und-strike-pad')).toBeVisible();
  });

  test('a drill is counted too', async ({ page, server }) => {
    await page.goto(`${server.address}/projects/elytra-league/drills`);
    await page.getByRole('radio', { name: 'reads', exact: true }).click();
    await expect(page.locator('und-reading-panel tbody tr')).toHaveCount(2);
    await expect(page.locator('und-reading-panel')).not.toContainText('Seen and heard');
  });
});
