import { createBrowserRouter, Navigate } from 'react-router';
import { NotFoundPage } from './not-found-page.tsx';

/** An address for the shelf and for each stage of each specimen. Each view is fetched when first entered. */
export const router = createBrowserRouter([
  { path: '/', lazy: async () => ({ Component: (await import('../shelf/shelf-page.tsx')).ShelfPage }), hydrateFallbackElement: <p /> },
  {
    path: '/specimens/:id',
    lazy: async () => ({ Component: (await import('./workspace.tsx')).Workspace }),
    hydrateFallbackElement: <p className="p-6 text-quiet">Opening…</p>,
    children: [
      { index: true, element: <Navigate to="claim" replace /> },
      { path: ':stage', lazy: async () => ({ Component: (await import('./stage-outlet.tsx')).StageOutlet }) },
    ],
  },
  { path: '/marks', lazy: async () => ({ Component: (await import('../marks/marks-page.tsx')).MarksPage }), hydrateFallbackElement: <p /> },
  {
    path: '/slide-rules',
    lazy: async () => ({ Component: (await import('../slide-rules/slide-rules-page.tsx')).SlideRulesPage }),
    hydrateFallbackElement: <p />,
  },
  {
    path: '/drawer',
    lazy: async () => ({ Component: (await import('../drawer/drawer-page.tsx')).DrawerPage }),
    hydrateFallbackElement: <p />,
  },
  {
    path: '/rounds',
    lazy: async () => ({ Component: (await import('../rounds/rounds-page.tsx')).RoundsPage }),
    hydrateFallbackElement: <p />,
  },
  {
    path: '/compare',
    lazy: async () => ({ Component: (await import('../compare/compare-page.tsx')).ComparePage }),
    hydrateFallbackElement: <p />,
  },
  { path: '/enter', lazy: async () => ({ Component: (await import('./phone/enter-page.tsx')).EnterPage }), hydrateFallbackElement: <p /> },
  { path: '*', element: <NotFoundPage /> },
]);
