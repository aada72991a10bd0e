/** Words that are looked for in the text of the work. */
import { bullets, div, fig, h2, p, ref, strong, t } from '../../../demo/src/builder.ts'
import { findText } from '../src/app/findText.ts'
import { identifiedDoc } from './support/editor.ts'

const doc = identifiedDoc([
  div(
    { role: 'chapter', label: 'lake' },
    'The lake',
    p`Wind mixes the ${strong('upper')} basin of the lake, and of no other lake.`,
    h2('sill', 'At the sill'),
    bullets(t`Lake water, and ${ref('fig')}`),
    fig('fig', { picture: 'f.svg', alternative: 'f' }, t`Depths of the LAKE.`),
  ),
])
const found = (words: string, most = 20): string[] =>
  findText(doc, words, most).map(({ before, words, after }) => `${before}[${words}]${after}`)

test('each block is named once, in the order of the work, whatever the case; the words are as they stand there', () => {
  expect(found('lake')).toEqual([
    'The [lake]',
    'Wind mixes the upper basin of the [lake], and of no other lake.',
    '[Lake] water, and',
    'Depths of the [LAKE].',
  ])
})

test('of what stands around it so much is shown that it can be known', () => {
  const long = identifiedDoc([div({ role: 'chapter', label: 'one' }, 'One', p`${'ab '.repeat(20)}lake${' cd'.repeat(40)}`)])
  const [{ before, after } = { before: '', after: '' }] = findText(long, 'lake', 5)
  expect([before, after.length]).toEqual([`…${' ab'.repeat(11)} `, 68])
})

test('words that run over a change of look are found', () =>
  expect(found('the upper basin')).toEqual(['Wind mixes [the upper basin] of the lake, and of no other lake.']))

test('no more are given than are asked for, and none for words that are nowhere', () => {
  expect([found('lake', 2).length, found('harbour')]).toEqual([2, []])
})

test('each leads to a block that is there', () => {
  const ids = new Set<string>()
  doc.descendants(node => {
    if (node.attrs.id) ids.add(node.attrs.id)
  })
  for (const { id } of findText(doc, 'lake', 20)) expect(ids.has(id)).toBe(true)
})

test('letters that become two in lower case do not shift what is shown', () => {
  const turkish = identifiedDoc([div({ role: 'chapter', label: 'one' }, 'One', p`İİİİ and the lake`)])
  const [{ before, words } = { before: '', words: '' }] = findText(turkish, 'lake', 5)
  expect(before + words).toBe('İİİİ')
})
