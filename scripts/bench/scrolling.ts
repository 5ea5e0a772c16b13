/** Frames while a list of 100,000 items is scrolled by wheel, beside a bare list of 1,000 lines in the same browser. */
import { type Page } from '@playwright/test';
import { launchBrowser } from './browser';
import { percentile, report } from './figure';

/** Milliseconds between frames while the wheel turns at about 5,000 pixels a second. */
async function frames(page: Page): Promise<number[]> {
  await page.mouse.move(800, 500);
  await page.evaluate(`(() => {
    window.frames_ = [];
    let last = performance.now();
    const note = (now) => { window.frames_.push(now - last); last = now; requestAnimationFrame(note); };
    requestAnimationFrame(note);
  })()`);
  for (let n = 0; n < 150; n++) {
    await page.mouse.wheel(0, 80);
    await page.waitForTimeout(16);
  }
  return (await page.evaluate('window.frames_')) as number[];
}

export async function scrolling(address: string, token: string): Promise<void> {
  const browser = await launchBrowser();
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.addCookies([{ name: 'oaken', value: token, url: address }]);
    const page = await context.newPage();
    await page.setContent(
      `<div style="height:700px;overflow:auto">${'<p>A line of a list, long enough to be read.</p>'.repeat(1000)}</div>`,
    );
    const bare = await frames(page);
    await page.goto(`${address}/banks`);
    await page.getByRole('list', { name: 'Items' }).getByRole('listitem').first().waitFor();
    const ours = await frames(page);
    const value = percentile(ours, 0.95);
    // Two frames of 60 a second: what the eye still takes for one movement.
    report({
      name: 'scrolling 100,000 items: p95 between frames',
      value,
      median: percentile(ours, 0.5),
      unit: 'ms',
      floor: percentile(bare, 0.95),
      holds: value <= 34,
    });
  } finally {
    await browser.close();
  }
}
