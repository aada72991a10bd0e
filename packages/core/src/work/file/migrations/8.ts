/**
 * Version 8 to 9: texts may hold fields, divisions have more roles, a language and folios of their own and may lie on their side, what floats
 * may be turned, cells stand at their decimal signs; a bundle may hold faces. Earlier programs cannot read them; nothing that they wrote
 * changes. Frozen.
 */
export const from8 = (file: Record<string, unknown>): Record<string, unknown> => ({ ...file, version: 9 })
