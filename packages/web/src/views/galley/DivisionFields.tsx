/** Fields of a division: its language where it is not the work's, and whether its pages show what they are called. */
import type { Node } from '@steady-ledger/core/work/schema.ts'
import { languages } from '../../app/languages.ts'
import { Check, Choice } from '../../ui/fields.tsx'

const usual = 'usual'

export function DivisionFields({ node, set }: { node: Node; set(name: string, value: unknown): boolean }) {
  const language = (node.attrs.language as string | null) ?? usual
  return (
    <>
      <Choice<string>
        label="Language of this division"
        value={language}
        options={{
          [usual]: 'That of the work',
          ...languages,
          ...(language in languages || language === usual ? {} : { [language]: language }),
        }}
        onChange={tag => set('language', tag === usual ? null : tag)}
      />
      <Choice
        label="Page numbers and running heads on its pages"
        value={node.attrs.folio as 'usual' | 'shown' | 'hidden'}
        options={{ usual: 'As is usual', shown: 'Shown', hidden: 'Hidden' }}
        onChange={value => set('folio', value)}
      />
      <Check label="Its pages lie on their side" value={node.attrs.landscape} onChange={value => set('landscape', value)} />
    </>
  )
}
