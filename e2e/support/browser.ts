/** How Chromium is started here: headless, no sandbox, and nothing asked of the network. */
export const launch = {
  executablePath: process.env.CHROME_PATH ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
