import { StrictMode, Suspense } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router'
import './styles/app.css'
import { Boundary } from './app/Boundary.tsx'
import { NotHere } from './app/NotHere.tsx'
import { offerNewVersions } from './app/newVersion.ts'
import { applyTheme } from './app/theme.ts'
import { fetchFor, frame, help, views } from './views/index.ts'
import { Shelf } from './views/shelf/Shelf.tsx'

applyTheme()

const opening = (
  <main className="centre-note" aria-busy="true">
    Opening the work…
  </main>
)

const router = createBrowserRouter([
  {
    path: '/',
    element: (
      <Boundary name="The shelf">
        <Shelf />
      </Boundary>
    ),
  },
  {
    path: '/work/:workId',
    element: (
      <Boundary name="The program">
        <Suspense fallback={opening}>
          <frame.View />
        </Suspense>
      </Boundary>
    ),
    children: [
      { index: true, element: <Navigate to="galley" replace /> },
      ...views.map(({ path, View }) => ({ path, element: <View /> })),
      { path: '*', element: <NotHere /> },
    ],
  },
  {
    path: '/what-is-what',
    element: (
      <Boundary name="The explanation">
        <Suspense fallback={opening}>
          <help.View />
        </Suspense>
      </Boundary>
    ),
  },
  { path: '*', element: <NotHere /> },
])

// What the address asks for is fetched before anything is drawn: nothing is drawn twice, and no wait is shown after another.
void fetchFor(location.pathname).finally(() => {
  createRoot(document.getElementById('root')!).render(
    <StrictMode>
      <RouterProvider router={router} />
    </StrictMode>,
  )
  void offerNewVersions().catch(() => {})
})
