import type { Check } from './finding.ts'

export const noKeywords: Check = {
  name: 'noKeywords',
  title: 'Keywords that are not written yet',
  look: ({ work }) =>
    work.settings.keywords.length > 0
      ? []
      : work.doc.children.flatMap((node, index) =>
          node.children
            .filter(block => block.type.name === 'keywords')
            .map(block => ({
              weight: 'shouldMend' as const,
              message: 'The keywords are to be printed here, and the work has none yet.',
              advice: 'Write them in the slip, or remove the line.',
              place: block.attrs.id,
              division: index,
              remedy: { kind: 'removeBlock' as const, block: block.attrs.id, says: 'Remove the line' },
            })),
        ),
}
