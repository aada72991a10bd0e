import { Transform } from 'prosemirror-transform'
import { drawPage } from '../src/pages/drawing.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { oneSidedThesisStyle } from '../src/work/parts/readyStyles.ts'
import { schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

test('a heading that runs in and sinks a level looks like that level at once, though its words and its size stay', () => {
  const heading = schema.node('heading', { id: 'h', level: 3, numbered: false }, [schema.text('Without a number')])
  const houseStyle = oneSidedThesisStyle()
  houseStyle.headings = houseStyle.headings.map(style => ({ ...style, runIn: true }))
  const work: Work = {
    ...workOf([chapter('c', 'A chapter', heading, schema.node('paragraph', null, [schema.text('Words and words.')]))]),
    houseStyle,
  }
  const engine = newEngine()
  const pages = ({ pages: made }: Turnover): string => JSON.stringify(made.map(page => drawPage(page)))
  engine.run(work)
  let at = -1
  work.doc.descendants((node, position) => {
    if (node.type.name === 'heading') at = position
  })
  const sunk: Work = { ...work, doc: new Transform(work.doc).setNodeAttribute(at, 'level', 4).doc }
  expect(pages(engine.run(sunk))).toBe(pages(newEngine().run({ ...sunk, doc: schema.nodeFromJSON(sunk.doc.toJSON()) })))
})
