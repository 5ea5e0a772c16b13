import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** WCAG 2.2 AA, as axe knows it. */
export async function expectAccessible(where: string, page: Page): Promise<void> {
  // What is still fading in has not got its colours yet.
  await page.evaluate(() =>
    Promise.all(
      document
        .getAnimations()
        .filter((own) => own.effect?.getComputedTiming().endTime !== Infinity)
        .map((own) => own.finished.catch(() => undefined)),
    ),
  );
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze();
  const said = violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`,
  );
  expect([where, said]).toEqual([where, []]);
}
