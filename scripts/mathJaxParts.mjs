// What stands in the place of parts of MathJax, in builds (mathJax.ts) and where Node runs the sources (typescriptLoader.mjs).
const at = file => new URL(file, import.meta.url).href
const font = at('../node_modules/@mathjax/mathjax-stix2-font/mjs/svg/default.js')
const attributes = at('../packages/core/src/formulas/attributes.ts')

/** The address of what is read for `specifier` in a file: one font for a second that is never used, quicker attributes for MathJax's; or null. */
export function insteadOf(specifier, importer) {
  if (specifier === '#default-font/svg/default.js') return font
  return specifier.endsWith('/Attributes.js') && importer?.includes('/@mathjax/src/') ? attributes : null
}
