/** A page on a slow processor: when it can be used, and for how long it could not be touched. */
import type { Browser, Page } from '@playwright/test';

/** What the page tells of itself, from its first moment on. */
const telltale = `(() => {
  const told = (window.told_ = { pending: 0, quietFrom: null, longest: 0 });
  new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) told.longest = Math.max(told.longest, duration);
  }).observe({ type: 'longtask', buffered: true });
  const asked = window.fetch;
  window.fetch = (...sent) => {
    told.pending++;
    return asked(...sent).finally(() => setTimeout(() => told.pending--));
  };
  const look = () => {
    const shown = document.querySelector('h1') && !document.querySelector('.loading, .el-loading-mask');
    if (!shown || told.pending > 0) told.quietFrom = null;
    else told.quietFrom ??= performance.now();
    requestAnimationFrame(look);
  };
  look();
})()`;

interface Told {
  quietFrom: number | null;
  longest: number;
}
const toldBy = (page: Page) => page.evaluate('({ ...window.told_, now: performance.now() })');

/** So long nothing may happen any more before a page counts as there, in ms. */
const calm = 700;

export interface Watched {
  /** From the beginning to a page that has all that it asks for, in ms. */
  usable: number;
  /** The longest task of the thread that a person waits for, in ms. */
  longest: number;
}

async function settled(page: Page): Promise<Told> {
  for (;;) {
    await page.waitForTimeout(100);
    const { quietFrom, longest, now } = (await toldBy(page)) as Told & { now: number };
    if (quietFrom !== null && now - quietFrom > calm) return { quietFrom, longest };
  }
}

/** A page of a browser that has been here before, on a processor so many times slower. */
export async function openSlow(browser: Browser, address: string, token: string, rate: number) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies([{ name: 'oaken', value: token, url: address }]);
  const page = await context.newPage();
  const wire = await context.newCDPSession(page);
  await page.addInitScript(telltale);
  await page.goto(`${address}/glossary`);
  await settled(page);
  await wire.send('Emulation.setCPUThrottlingRate', { rate });
  return {
    page,
    async open(path: string): Promise<Watched> {
      await page.goto(address + path);
      const { quietFrom, longest } = await settled(page);
      return { usable: quietFrom ?? Infinity, longest };
    },
    async act(does: () => Promise<unknown>): Promise<Watched> {
      await page.evaluate('window.told_.longest = 0');
      const from = (await page.evaluate('performance.now()')) as number;
      await does();
      await page.waitForTimeout(50);
      const { quietFrom, longest } = await settled(page);
      return { usable: Math.max(0, (quietFrom ?? Infinity) - from), longest };
    },
    close: () => context.close(),
  };
}
