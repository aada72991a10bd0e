/** Ids of works, divisions, blocks and milestones. */
export const newId = (): string => crypto.randomUUID().slice(0, 13)
