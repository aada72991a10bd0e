/** “1 word”, “2,836 words”. */
export const wordsSaid = (count: number): string => `${count.toLocaleString('en-GB')} ${count === 1 ? 'word' : 'words'}`
