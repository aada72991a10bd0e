/** The demo thesis, put together. */
import { emptyParts } from '@steady-ledger/core/work/parts/index.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { div, fig, fill, identified, keywords, p, signature } from '../builder.ts'
import { appendixA, appendixB, appendixC } from './appendices.ts'
import { chapter1 } from './chapter1.ts'
import { chapter2 } from './chapter2.ts'
import { chapter3 } from './chapter3.ts'
import { chapter4 } from './chapter4.ts'
import { chapter5 } from './chapter5.ts'
import { chapter6 } from './chapter6.ts'
import { thesisPictures } from './figures.ts'
import { withShortForms } from './shortForms.ts'
import { withSources } from './sources.ts'
import { withIndex } from './terms.ts'

const front = [
  div(
    { role: 'titlePage', listed: false, label: 'title-page' },
    'Wind Mixing in the Basins of Lake Vessary',
    p`Ilse Maren Tolvay`,
    p`A thesis submitted for the degree of Doctor of Philosophy`,
    fig(
      'mark',
      {
        picture: 'mark.svg',
        width: 0.16,
        numbered: false,
        placement: 'here',
        alternative: 'The mark of the university: a hill over two waves.',
      },
      [],
    ),
    fill(),
    p`Faculty of Waters`,
    p`University of the Orrin Uplands`,
    p`October of the fourth year`,
    signature('The candidate'),
  ),
  div(
    { role: 'abstract', label: 'abstract' },
    'Abstract',
    p`Lake Vessary is divided by two sills into three basins. It is shown that the basins share one law of mixing by wind but not one supply of energy: the eastern basin, which is sheltered, is mixed by water that comes over the sill from the western one, about nine hours after the wind that sends it.`,
    p`Four moorings with forty thermistors stood in the lake for three seasons. The heat budget of both deep basins closes within five per cent in 145 of 150 weeks when the exchange over the sills is computed from the difference of thermocline depth across them, with no constant fitted. Storms tilt the western thermocline by up to eleven metres; the upper part of the oscillation that follows passes the
      sill and the lower part does not.`,
    p`From this an index of mixing for lakes with stepped basins is derived. It needs the wind at one place, two temperatures in each basin and a chart, and agrees with the observed share of mixed volume with a standard deviation of 0.09. Used for forecasting, it gives the date of autumn turnover of each basin with skill up to eleven days ahead. It has been in use since the second season of the study.`,
    keywords(),
  ),
  div({ role: 'contents', listed: false, label: 'contents' }, 'Contents'),
  div({ role: 'seriesList', series: 'figure', label: 'list-of-figures' }, 'List of figures'),
  div({ role: 'seriesList', series: 'table', label: 'list-of-tables' }, 'List of tables'),
  div({ role: 'abbreviations', label: 'list-of-abbreviations' }, 'Abbreviations'),
  div({ role: 'symbols', label: 'list-of-symbols' }, 'Symbols'),
]

const references = div({ role: 'sources', label: 'the-sources' }, 'References')
const index = div({ role: 'index', label: 'the-index' }, 'Index')

export function demoThesis(): Work {
  const parts = emptyParts('thesis')
  const work: Work = {
    ...parts,
    settings: {
      ...parts.settings,
      author: 'Ilse Maren Tolvay',
      keywords: ['lakes', 'mixing', 'thermocline', 'sills'],
      about: {
        ...parts.settings.about,
        degree: 'Doctor of Philosophy',
        institution: 'University of the Orrin Uplands',
        department: 'Faculty of Waters',
        supervisors: 'Hedda Brenn, Osric Vale',
        place: 'Harrow Ness',
      },
    },
    doc: identified(
      [...front, chapter1, chapter2, chapter3, chapter4, chapter5, chapter6, appendixA, appendixB, appendixC, references, index],
      'v',
    ),
    pictures: thesisPictures(),
  }
  return withIndex(withSources(work), withShortForms)
}
