/**
 * Playwright notes where in a test each of its calls stands. It reads that out of a stack of fifty places, each of which is looked for in the sources
 * that files were made of; then its own, which are most, are left out. Left out first, they cost a quarter of what a worker computes less.
 */
const ofPlaywright = Error.prepareStackTrace

/** What lies between a test and what it calls. */
const between = /\/node_modules\/playwright|\/e2e\/expect\.ts$/

if (ofPlaywright)
  Error.prepareStackTrace = (error, frames) =>
    ofPlaywright(
      error,
      frames.filter(frame => !between.test(frame.getFileName() ?? '')),
    )
