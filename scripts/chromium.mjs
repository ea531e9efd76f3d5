/** How Debian's Chromium is launched: by root too, and without asking anything of the network. */
export const chromiumOptions = {
  executablePath: '/usr/bin/chromium',
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
