/**
 * Version 9 to 10: a bundle may hold PDFs whose pages stand in the work, figures on pages of their own may be larger than the
 * text, and columns of tables may go on below. Earlier programs cannot read them; nothing that they wrote changes. Frozen.
 */
export const from9 = (file: Record<string, unknown>): Record<string, unknown> => ({ ...file, version: 10 })
