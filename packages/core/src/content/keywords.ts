/** Keywords with commas between, or those of the work where there are none. */
export const keywordsOf = (own: string, ofWork: readonly string[]): readonly string[] => {
  const listed = own.split(/\s*[,;]\s*/).filter(Boolean)
  return listed.length ? listed : ofWork
}
