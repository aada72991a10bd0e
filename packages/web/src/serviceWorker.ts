/** Keeps the whole application in the browser, so that it works without its server. A new version waits until the author takes it. */
import { cleanupOutdatedCaches, createHandlerBoundToURL, type PrecacheEntry, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'

/** What is kept: put in by the build (`packages/web/withoutServer.ts`). */
declare const filesOfBuild: PrecacheEntry[]
declare const self: {
  skipWaiting(): Promise<void>
  addEventListener(kind: 'message', hear: (event: MessageEvent & { waitUntil(done: Promise<unknown>): void }) => void): void
}

self.addEventListener('message', event => {
  if ((event.data as { type?: string } | null)?.type === 'SKIP_WAITING') event.waitUntil(self.skipWaiting())
})
precacheAndRoute(filesOfBuild)
cleanupOutdatedCaches()
// Every address of the application is one page; what the server answers itself is asked of it, and blank pages are the tests’.
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/steady-ledger-server/, /^\/blank-page/] }))
