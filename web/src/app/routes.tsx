import type { ComponentType, ReactNode } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { fetched } from '../shared/kit/fetched.tsx';
import { FetchedView } from './fetched-view.tsx';
import { NotFoundPage } from './not-found-page.tsx';

const OPENING = <p className="p-6 text-quiet">Opening…</p>;

const PAGES: Readonly<Record<string, ComponentType>> = {
  '/': fetched(async () => (await import('../shelf/shelf-page.tsx')).ShelfPage),
  '/marks': fetched(async () => (await import('../marks/marks-page.tsx')).MarksPage),
  '/slide-rules': fetched(async () => (await import('../slide-rules/slide-rules-page.tsx')).SlideRulesPage),
  '/drawer': fetched(async () => (await import('../drawer/drawer-page.tsx')).DrawerPage),
  '/rounds': fetched(async () => (await import('../rounds/rounds-page.tsx')).RoundsPage),
  '/compare': fetched(async () => (await import('../compare/compare-page.tsx')).ComparePage),
  '/enter': fetched(async () => (await import('./phone/enter-page.tsx')).EnterPage),
};
const Workspace = fetched(async () => (await import('./workspace.tsx')).Workspace);
const StageOutlet = fetched(async () => (await import('./stage-outlet.tsx')).StageOutlet);

const shown = (View: ComponentType, meanwhile?: ReactNode) => (
  <FetchedView meanwhile={meanwhile}>
    <View />
  </FetchedView>
);

/** An address for the shelf and for each stage of each specimen. */
export function AddressedViews() {
  return (
    <BrowserRouter>
      <Routes>
        {Object.entries(PAGES).map(([path, Page]) => (
          <Route key={path} path={path} element={shown(Page)} />
        ))}
        <Route path="/specimens/:id" element={shown(Workspace, OPENING)}>
          <Route index element={<Navigate to="claim" replace />} />
          <Route path=":stage" element={shown(StageOutlet)} />
        </Route>
        <Route path="*" element={<NotFoundPage />} />
      </Routes>
    </BrowserRouter>
  );
}
