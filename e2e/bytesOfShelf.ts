import type { BrowserContext } from '@playwright/test'

/** Bytes over the wire that are asked for until the frame that shows the works, faces and all; what is fetched ahead afterwards is for other views. */
export async function bytesOfShelf(context: BrowserContext, address: string): Promise<number> {
  const page = await context.newPage()
  const network = await context.newCDPSession(page)
  await network.send('Network.clearBrowserCache')
  await page.addInitScript(() => {
    const look = (): void => {
      if (document.querySelectorAll('.work-card').length > 2) Object.assign(globalThis, { drawn: performance.now() })
      else requestAnimationFrame(look)
    }
    requestAnimationFrame(look)
  })
  await page.goto(address, { waitUntil: 'networkidle' })
  // On a busy machine nothing may be asked for a while before it is drawn.
  await page.waitForFunction(() => 'drawn' in globalThis)
  const bytes = await page.evaluate(() => {
    const { drawn } = globalThis as unknown as { drawn: number }
    const loaded = [...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')]
    return (loaded as PerformanceResourceTiming[])
      .filter(({ startTime }) => startTime <= drawn)
      .reduce((sum, { transferSize }) => sum + transferSize, 0)
  })
  await page.close()
  return bytes
}
