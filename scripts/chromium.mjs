import { existsSync } from 'node:fs';

/** Debian's Chromium without a window: a quarter less to compute than the whole browser with `--headless`. */
export const headlessShell = '/usr/bin/chromium-headless-shell';
export const wholeBrowser = '/usr/bin/chromium';

/** How Debian's Chromium is launched: by root too, and without asking anything of the network. */
export const chromiumOptions = {
  get executablePath() {
    return existsSync(headlessShell) ? headlessShell : wholeBrowser;
  },
  args: [
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
