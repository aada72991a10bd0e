const counts = new Intl.NumberFormat('en-GB')

/** “1 word”, “2,836 words”. */
export const wordsSaid = (count: number): string => `${counts.format(count)} ${count === 1 ? 'word' : 'words'}`
