import { fileURLToPath } from 'node:url'

/** For builds: without this they carry a second math font that is never used. */
export const mathFont = {
  find: /^#default-font\/svg\/default\.js$/,
  replacement: fileURLToPath(new URL('../node_modules/@mathjax/mathjax-stix2-font/mjs/svg/default.js', import.meta.url)),
}
