/** What axe finds wrong on a page, run in that page itself: it is read once, and describes nothing but what is wrong. */

import type { Page } from '@playwright/test'
import type { RunOptions } from 'axe-core'
import axe from 'axe-core'

export interface Violation {
  id: string
  /** Where it is, as selectors, and how the elements begin there. */
  places: string[]
  html: string[]
}

/** Breaches of the rules that are asked for, of all rules where none are. */
export async function violationsOn(page: Page, runOnly?: RunOptions['runOnly']): Promise<Violation[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  return page.evaluate(
    async options => {
      const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(document, options)
      return violations.map(({ id, nodes }) => ({
        id,
        places: nodes.map(({ target }) => target.join(' ')),
        html: nodes.map(({ html }) => html),
      }))
    },
    { resultTypes: ['violations'], ...(runOnly ? { runOnly } : {}) } satisfies RunOptions,
  )
}
