/** The languages of the words of a work, by their tags: what has to be read before its pages are made. */
import type { Node } from 'prosemirror-model'
import { missingPatterns, readPatterns } from '../languages/patterns.ts'
import { division, schema } from '../work/schema.ts'
import type { Work } from '../work/work.ts'

const kept = new WeakMap<Node, ReadonlySet<string>>()

/** Those of words that are marked in a division. */
function languagesOf(node: Node): ReadonlySet<string> {
  let found = kept.get(node) as Set<string> | undefined
  if (!found) {
    const tags = new Set<string>()
    node.descendants(({ marks }) => {
      for (const mark of marks) if (mark.type === schema.marks.language) tags.add(mark.attrs.tag)
    })
    kept.set(node, (found = tags))
  }
  return found
}

function languagesIn({ doc, settings, abbreviations }: Work): Set<string> {
  const tags = new Set([settings.language])
  for (const each of doc.children) {
    const { language } = division(each)
    if (language) tags.add(language)
    for (const tag of languagesOf(each)) tags.add(tag)
  }
  for (const { language } of Object.values(abbreviations)) if (language) tags.add(language)
  return tags
}

/** Patterns that a work needs and that were not read yet, by name. */
export const patternsMissingFor = (work: Work): string[] => missingPatterns(languagesIn(work))

/** Reads the patterns that a work needs. */
export const readPatternsFor = (work: Work): Promise<void> => readPatterns(patternsMissingFor(work))
