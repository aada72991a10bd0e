/** Where the browser is: Debian's, without a window, which tests take a sixth less time in than in the whole one. scripts/install.mjs installs it. */
export const chromiumPath = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium-headless-shell'

/** Flags that keep Chromium off the network and let it run as root on a build machine. */
const chromiumFlags = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

/** For pages that live for some seconds, of a program that the browser has read before. */
const forShortLives = [
  // What is run a few times takes longer to compile for the long run than that saves, and so does looking for memory often.
  '--js-flags=--invocation-count-for-maglev=2000 --no-turbofan --liftoff-only --min-semi-space-size=64 --semi-space-growth-factor=4 --initial-heap-size=1024',
  // Scripts that are fetched in the background are compiled anew for every page, though the browser keeps them compiled. The rest is of Playwright's
  // own list, which this takes the place of: a page is asked whether it may be left.
  '--disable-features=BackgroundResourceFetch,AvoidUnnecessaryBeforeUnloadCheckSync,ThirdPartyStoragePartitioning',
]

/** How tests begin a browser whose pages are drawn as they are seen. */
export const asSeen = { executablePath: chromiumPath, args: [...chromiumFlags, ...forShortLives] }

/** Half of the pixels each way, for pages that nobody looks at: drawing them is a tenth of the work. Hairlines are twice as wide in it. */
export const coarsely = '--force-device-scale-factor=0.5'
