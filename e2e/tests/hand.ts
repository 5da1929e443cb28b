import { expect, type ElementHandle, type Locator, type Page } from '@playwright/test';

export interface GivenFile {
  readonly name: string;
  readonly mimeType: string;
  readonly buffer: Buffer;
}

/** How somebody gets at what is on a page. */
export interface Hand {
  press(target: Locator): Promise<void>;
  /** Writes over what stands in a box. */
  write(box: Locator, text: string): Promise<void>;
  choose(list: Locator, label: string): Promise<void>;
  /** Opens a menu and takes what it offers under a name. */
  pick(button: Locator, label: string): Promise<void>;
  give(input: Locator, files: readonly GivenFile[]): Promise<void>;
  /** Brings the keyboard to it. */
  reach(target: Locator): Promise<void>;
}

export const mouse: Hand = {
  press: (target) => target.click(),
  async write(box, text) {
    await box.fill(text);
    await box.press('Enter');
  },
  async choose(list, label) {
    await list.selectOption({ label });
  },
  async pick(button, label) {
    await button.click();
    await button.page().getByRole('option', { name: label, exact: true }).click();
  },
  give: (input, files) => input.setInputFiles([...files]),
  reach: (target) => target.focus(),
};

/** More steps of Tab than any page has. */
const mostSteps = 400;

/** Tab, arrows, letters, Enter and Space alone. */
export function keyboard(page: Page): Hand {
  // While nobody listens, the browser opens a box of its own, behind which no other can be opened.
  page.on('filechooser', () => undefined);
  /** Which key brings the keyboard nearer: none where it is there; an arrow within one group of radio buttons, which has one stop for all. */
  const keyTowards = (target: ElementHandle<Element>): Promise<string> =>
    target.evaluate((element) => {
      if (!element.isConnected) return 'gone';
      const { activeElement } = document;
      if (element === activeElement) return '';
      if (element.getAttribute('role') === 'radio' && element.closest('[role=radiogroup]')?.contains(activeElement)) return 'ArrowRight';
      const stands = activeElement && activeElement !== document.body ? element.compareDocumentPosition(activeElement) : 0;
      const isPast = (stands & Node.DOCUMENT_POSITION_FOLLOWING) !== 0 && (stands & Node.DOCUMENT_POSITION_CONTAINED_BY) === 0;
      return isPast ? 'Shift+Tab' : 'Tab';
    });
  async function reach(target: Locator): Promise<void> {
    await expect(target).toHaveCount(1);
    // Found once, and again only where the page has made it anew: to look for it costs more than a step.
    const found = (): Promise<ElementHandle<Element>> => target.elementHandle() as Promise<ElementHandle<Element>>;
    let there = await found();
    // Who has gone past it once goes on forwards and round, instead of to and fro.
    let [last, forwards] = ['', false];
    for (let i = 0; i < mostSteps; i++) {
      const key = await keyTowards(there);
      if (key === '') break;
      if (key === 'gone') {
        there = await found();
        continue;
      }
      forwards ||= last === 'Shift+Tab' && key === 'Tab';
      last = key === 'Shift+Tab' && forwards ? 'Tab' : key;
      await page.keyboard.press(last);
    }
    await expect(target).toBeFocused();
  }
  return {
    reach,
    async press(target) {
      await reach(target);
      await page.keyboard.press('Enter');
    },
    async write(box, text) {
      await reach(box);
      await page.keyboard.press('Control+a');
      await page.keyboard.type(text);
      await page.keyboard.press('Enter');
    },
    async choose(list, label) {
      await reach(list);
      await page.keyboard.type(label);
    },
    async pick(button, label) {
      await reach(button);
      await page.keyboard.press('Enter');
      const item = page.getByRole('option', { name: label, exact: true });
      await expect(item).toBeVisible();
      // The list takes the keyboard once it is there; what is typed is searched for.
      await expect(page.getByRole('combobox', { name: 'Search' })).toBeFocused();
      await page.keyboard.type(label);
      await expect(item).toHaveAttribute('aria-selected', 'true');
      await page.keyboard.press('Enter');
      await expect(item).toHaveCount(0);
    },
    async give(input, files) {
      // A browser that is busy may let a key pass; a person presses it once more, as does this.
      for (const key of ['Enter', 'Space', 'Enter', 'Space']) {
        await reach(input);
        const asked = page.waitForEvent('filechooser', { timeout: 4000 }).catch(() => undefined);
        await page.keyboard.press(key);
        const chooser = await asked;
        if (chooser) return chooser.setFiles([...files]);
      }
      throw new Error('no key opens the choice of files');
    },
  };
}
