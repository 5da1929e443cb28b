import type { Locator } from '@playwright/test';

/** What is to be seen of a small stage of a trial sheet. */
export interface Seen {
  /** The same for the same picture. */
  readonly picture: number;
  /** Different values in its pixels. */
  readonly colours: number;
}

/** What each small stage shows: the part of the sheet’s picture that lies under its button. */
export function seenOn(sheet: Locator): Promise<Seen[]> {
  return sheet.evaluate((element) => {
    const canvas = element.querySelector('canvas');
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return [];
    const whole = canvas.getBoundingClientRect();
    const scale = canvas.width / whole.width;
    return [...element.querySelectorAll('.cell')].map((cell) => {
      const { left, top, width, height } = cell.getBoundingClientRect();
      const part = [left - whole.left, top - whole.top, width, height].map((px) => Math.round(px * scale)) as [
        number,
        number,
        number,
        number,
      ];
      const { data } = context.getImageData(...part);
      return { picture: data.reduce((sum, value) => (sum * 31 + value) | 0, 0), colours: new Set(data).size };
    });
  });
}
