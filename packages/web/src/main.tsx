import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router'
import './styles/app.css'
import { Frame } from './app/Frame.tsx'
import { applyTheme } from './app/theme.ts'
import { DispatchDesk } from './views/dispatch/DispatchDesk.tsx'
import { FindingsView } from './views/findings/FindingsView.tsx'
import { Galley } from './views/galley/Galley.tsx'
import { HouseStyleView } from './views/house/HouseStyleView.tsx'
import { LedgerView } from './views/ledger/LedgerView.tsx'
import { PagesView } from './views/pages/PagesView.tsx'
import { SchemeView } from './views/scheme/SchemeView.tsx'
import { Shelf } from './views/shelf/Shelf.tsx'

applyTheme()

const router = createBrowserRouter([
  { path: '/', element: <Shelf /> },
  {
    path: '/work/:workId',
    element: <Frame />,
    children: [
      { index: true, element: <Navigate to="galley" replace /> },
      { path: 'galley/:block?', element: <Galley /> },
      { path: 'ledger/:block?', element: <LedgerView /> },
      { path: 'pages/:label?', element: <PagesView /> },
      { path: 'scheme', element: <SchemeView /> },
      { path: 'house-style', element: <HouseStyleView /> },
      { path: 'findings', element: <FindingsView /> },
      { path: 'dispatch', element: <DispatchDesk /> },
    ],
  },
  { path: '*', element: <Navigate to="/" replace /> },
])

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <RouterProvider router={router} />
  </StrictMode>,
)
