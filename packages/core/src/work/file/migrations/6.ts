/** Version 6 to 7: texts may hold marks for an index, which earlier programs cannot read; what is new in house styles is as usual. Frozen. */

export const from6 = (file: Record<string, unknown>): Record<string, unknown> => ({ ...file, version: 7 })
