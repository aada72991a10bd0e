/** Where the browser is: Debian's, without a window, which tests take a sixth less time in than in the whole one. scripts/install.mjs installs it. */
export const chromiumPath = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium-headless-shell'

/** Flags that keep Chromium off the network and let it run as root on a build machine. */
export const chromiumFlags = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

/** What tests run is run a few times: to compile it for the long run takes longer than it saves, and so does looking for memory often. */
export const forShortLives =
  '--js-flags=--invocation-count-for-maglev=2000 --invocation-count-for-turbofan=20000 --liftoff-only --min-semi-space-size=64 --semi-space-growth-factor=4'
