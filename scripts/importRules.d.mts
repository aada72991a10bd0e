/** The settings of the linter with the rules of the stages, as text. */
export function withImportRules(text: string): string
