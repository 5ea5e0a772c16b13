import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** WCAG 2.2 AA, as axe knows it. */
export async function expectAccessible(where: string, page: Page): Promise<void> {
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
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze();
  const messages = violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`,
  );
  expect([where, messages]).toEqual([where, []]);
}
