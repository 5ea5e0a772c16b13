import { chromium } from '@playwright/test';

/** Debian's Chromium, as every bench that looks at pages has it. */
export const launchBrowser = () =>
  chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
