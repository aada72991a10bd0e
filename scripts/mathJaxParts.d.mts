/** The address of what is read in the place of a part of MathJax, or null. */
export function insteadOf(specifier: string, importer: string | undefined): string | null
