/** Teachers' pages on a phone, a tablet, a laptop, a large screen and a laptop at 200 %: nothing is cut off. */
import { expect, test, type Page } from '@playwright/test';
import { teacherPage } from './people';
import { cutOff } from './reachable';

const sizes = [
  ['a phone', 390, 844],
  ['a tablet', 768, 1024],
  ['a laptop', 1280, 800],
  ['a large screen', 1920, 1080],
  ['a laptop at 200 %', 640, 400],
] as const;

/** The first address on a page that looks like this. */
async function addressOn(page: Page, path: string, like: RegExp): Promise<string> {
  await page.goto(path);
  const link = page.locator('main a[href]');
  await expect(link.first()).toBeVisible();
  const addresses = () => link.evaluateAll((all) => all.map((a) => a.getAttribute('href') ?? ''));
  await expect.poll(async () => (await addresses()).some((to) => like.test(to))).toBe(true);
  return (await addresses()).find((to) => like.test(to))!;
}

test('every page of a teacher’s fits every screen, and each of its actions can be reached', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const built = await addressOn(page, '/tests', /^\/tests\/\d+$/);
  const results = await addressOn(page, '/results', /^\/results\/\d+$/);
  const watched = await addressOn(page, '/', /^\/watch\/\d+$/);
  const opened = await addressOn(page, '/classes', /^\/classes\/\d+$/);
  const paths = [
    ...[
      '/',
      '/banks',
      '/tests',
      '/classes',
      '/rounds',
      '/schedule',
      '/marking',
      '/results',
      '/account',
      '/glossary',
      '/help',
      '/marking?show=done',
    ],
    ...['', '/assign', '/blueprint', '/print', '/look'].map((end) => built + end),
    ...['/overview', '/items', '/students', '/standards', '/follow-up'].map((end) => results + end),
    ...[
      watched,
      watched.replace('watch', 'assignments'),
      `${watched.replace('watch', 'assignments')}/assigned`,
      ...['', '/look', '/camera'].map((end) => `/assignments/12/paper${end}`),
      '/assignments/12/booklets',
      '/sheets/1',
      '/items/1',
      opened,
      `${opened}/bring`,
    ],
  ];
  const faults: string[] = [];
  for (const path of paths) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    for (const [name, width, height] of sizes) {
      await page.setViewportSize({ width, height });
      await page.evaluate(() => new Promise(requestAnimationFrame));
      const { over, controls } = await cutOff(page);
      if (over > 1) faults.push(`${path} on ${name} runs over by ${over} px`);
      if (controls.length > 0) faults.push(`${path} on ${name} hides ${controls.join(', ')}`);
    }
  }
  expect(faults).toEqual([]);
  await page.close();
});
