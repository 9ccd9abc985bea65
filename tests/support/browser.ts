import { existsSync } from 'node:fs';

const SHELL = '/usr/bin/chromium-headless-shell';

/** The browser tests run in: Chromium without a window, which does a third less beside the page, where that is there. */
export const BROWSER = existsSync(SHELL) ? SHELL : '/usr/bin/chromium';
