import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

const levelAA = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
const levelAAA = [...levelAA, 'wcag2aaa'];

/** WCAG 2.2 AA, as axe knows it. */
export const expectAccessible = (where: string, page: Page) => expectNoFaults(where, page, levelAA);

/**
 * What students get: also text at 7:1 (WCAG 2.2, 1.4.6) and nothing to press that is smaller than 44 px each way
 * (2.5.5), but for links and boxes in a line of text or beside a label that is as large.
 */
export async function expectComfortable(where: string, page: Page): Promise<void> {
  await expectNoFaults(where, page, levelAAA);
  expect([where, await tooSmall(page)]).toEqual([where, []]);
}

const themes = ['light', 'cream', 'dark', 'strong'] as const;

/** The same in each of the four colors. */
export async function expectComfortableInAllColors(where: string, page: Page): Promise<void> {
  for (const theme of themes) {
    await page.evaluate((name) => (document.documentElement.dataset.theme = name), theme);
    await expectComfortable(`${where}, ${theme}`, page);
  }
}

const tooSmall = (page: Page) =>
  page.evaluate(() => {
    const least = 43.5;
    const pressed = 'button, a[href], input, select, textarea, summary, [role="radio"]';
    const fits = (box: DOMRect) => box.width >= least && box.height >= least;
    return [...document.querySelectorAll<HTMLElement>(pressed)].flatMap((control) => {
      const box = control.getBoundingClientRect();
      const look = getComputedStyle(control);
      if (box.width === 0 || box.right < 0 || look.visibility === 'hidden') return [];
      if (look.display === 'inline') return [];
      const label = control.closest('label');
      if (fits(box) || (label && fits(label.getBoundingClientRect()))) return [];
      const name = control.getAttribute('aria-label') ?? control.textContent?.trim();
      return [`${name}: ${Math.round(box.width)} x ${Math.round(box.height)}`];
    });
  });

async function expectNoFaults(where: string, page: Page, tags: string[]): Promise<void> {
  // What is still fading in has not got its colours yet, and what has just been drawn may begin to
  // fade with the next frame.
  await page.evaluate(async () => {
    const frame = () => new Promise((drawn) => requestAnimationFrame(drawn));
    const fading = () =>
      document
        .getAnimations()
        .filter(
          ({ effect, playState }) =>
            playState !== 'finished' && effect?.getComputedTiming().endTime !== Infinity,
        );
    for (let quiet = 0; quiet < 3; quiet++) {
      const running = fading();
      if (running.length > 0) quiet = 0;
      await Promise.all(running.map(({ finished }) => finished.catch(() => undefined)));
      await frame();
    }
  });
  // On a busy machine a button may still be fading when it is looked at; a fault is there at each look.
  let messages = await faultsOf(page, tags);
  for (let looks = 1; looks < 3 && messages.length > 0; looks++) {
    await page.waitForTimeout(400);
    messages = await faultsOf(page, tags);
  }
  expect([where, messages]).toEqual([where, []]);
}

async function faultsOf(page: Page, tags: string[]): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).withTags(tags).analyze();
  return violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`,
  );
}
