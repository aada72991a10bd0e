/** Whether a text that was pasted begins as CSL-JSON or RIS does. */
export const looksLikeSources = (text: string): boolean => /^\s*(?:\uFEFF)?(?:\[\s*\{|\{\s*"|TY {1,2}- ?[A-Z])/.test(text)
