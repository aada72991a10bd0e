/** Before the browser tests: what the browser of somebody who has seen the program once keeps, taken from one, for all of them. */
import type { FullConfig } from '@playwright/test'
import { makeSeed } from './makeSeed.ts'
import { isMade } from './seed.ts'

export default async function setUp({ projects }: FullConfig): Promise<void> {
  const { baseURL } = projects[0]?.use ?? {}
  if (!isMade()) await makeSeed(baseURL!)
}
