/** How the galley draws what is more than its markup. What stands under a caption is drawn as one, unless it has a view of its own. */
import { captionedKinds, type KindName } from '@steady-ledger/core/work/kinds/index.ts'
import type { NodeViewConstructor } from '@tiptap/pm/view'
import { captionedView, equationGroupView, statementView, tablePanelView } from './captioned.ts'
import { citationView } from './citation.ts'
import type { Hosts } from './common.ts'
import { divisionView } from './division.ts'
import { fieldView } from './field.ts'
import { figureView } from './figure.ts'
import { equationView, formulaView } from './formula.ts'
import { headingView } from './heading.ts'
import { indexMarkView } from './indexMark.ts'
import { keywordsView } from './keywords.ts'
import { listItemView } from './listItem.ts'
import { mentionView } from './mention.ts'
import { miniContentsView } from './miniContents.ts'
import { noteView } from './note.ts'
import { referenceView } from './reference.ts'
import { sourceListView } from './sourceList.ts'

const views: { [Kind in KindName]?: (hosts: Hosts) => NodeViewConstructor } = {
  ...Object.fromEntries(captionedKinds.map(kind => [kind, captionedView])),
  division: divisionView,
  title: headingView,
  heading: headingView,
  figure: figureView,
  statement: statementView,
  panel: figureView,
  tablePanel: tablePanelView,
  equation: equationView,
  equationGroup: equationGroupView,
  listItem: listItemView,
  miniContents: miniContentsView,
  keywords: keywordsView,
  formula: formulaView,
  note: noteView,
  reference: referenceView,
  mention: mentionView,
  citation: citationView,
  field: fieldView,
  sourceList: sourceListView,
  indexMark: indexMarkView,
}

export const nodeViews = (hosts: Hosts): Record<string, NodeViewConstructor> =>
  Object.fromEntries(Object.entries(views).map(([kind, view]) => [kind, view(hosts)]))
