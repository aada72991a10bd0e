/** The feature of a text that is set from right to left, as OpenType calls it; shapers switch it on by themselves for such texts. */
export const leftwards = 'rtla'
export const runsLeftwards = (features: string): boolean => features.includes(leftwards)
