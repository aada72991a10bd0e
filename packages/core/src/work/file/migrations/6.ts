/** Version 6 to 7: texts may hold marks for an index, which earlier programs cannot read, and mentions of abbreviations; house styles say how an index looks, how many columns there are, and what mentions print; a scheme has rules for a second kind of notes. Frozen. */

interface TextStyle {
  size: number
  leading: number
}

export function houseStyleFrom6(style: { contents?: unknown }): object {
  const { line } = style.contents as { line: TextStyle }
  const own = { ...line, size: Math.max(6, Math.round(line.size * 8.8) / 10), leading: Math.max(8, Math.round(line.leading * 8.6) / 10) }
  return {
    ...style,
    columns: { count: 1, gap: 18 },
    index: {
      line: own,
      columns: 2,
      gap: Math.round(own.size * 20) / 10,
      runs: 'three',
      subentries: 'indented',
      letters: true,
      umlauts: 'books',
    },
    mentions: { first: 'work', headings: 'short', captions: 'short', abstract: 'first', pages: false },
  }
}

export const from6 = (file: Record<string, unknown>): Record<string, unknown> => ({
  ...file,
  version: 7,
  scheme: { ...(file.scheme as object), otherNotes: { form: 'letterLower', restart: 'work', place: 'work', sayChapter: false } },
  houseStyle: houseStyleFrom6(file.houseStyle as { contents?: unknown }),
})
