import { createBrowserRouter } from 'react-router';
import { Failure } from '../ui/Failure.tsx';
import { AppFrame } from './AppFrame.tsx';

/** Every screen is loaded when it is first opened, so that the first page stays small. */
export const router = createBrowserRouter([
  {
    element: <AppFrame />,
    errorElement: <Failure />,
    children: [
      { path: '/', lazy: async () => ({ Component: (await import('../muster/Muster.tsx')).Muster }) },
      {
        path: '/kits/:id',
        lazy: async () => ({ Component: (await import('../kit/KitFrame.tsx')).KitFrame }),
        children: [
          { path: 'brief', lazy: async () => ({ Component: (await import('../brief/Brief.tsx')).Brief }) },
          { path: 'bench', lazy: async () => ({ Component: (await import('../bench/Bench.tsx')).Bench }) },
          { path: 'compare', lazy: async () => ({ Component: (await import('../compare/ComparePage.tsx')).ComparePage }) },
          { path: 'fit', lazy: async () => ({ Component: (await import('../fit/Fit.tsx')).Fit }) },
          { path: 'stage', lazy: async () => ({ Component: (await import('../stage/Stage.tsx')).Stage }) },
        ],
      },
      { path: '/kits/:id/inspect', lazy: async () => ({ Component: (await import('../inspect/Inspect.tsx')).Inspect }) },
      { path: '/schools/:id?', lazy: async () => ({ Component: (await import('../schools/SchoolsPage.tsx')).SchoolsPage }) },
      { path: '/kinds', lazy: async () => ({ Component: (await import('../kinds/KindsPage.tsx')).KindsPage }) },
      { path: '/places', lazy: async () => ({ Component: (await import('../places/PlacesPage.tsx')).PlacesPage }) },
      { path: '/places/ruler', lazy: async () => ({ Component: (await import('../places/RulerPage.tsx')).RulerPage }) },
      { path: '/carry', lazy: async () => ({ Component: (await import('../carry/Carry.tsx')).Carry }) },
      { path: '/carry/week', lazy: async () => ({ Component: (await import('../carry/WeekPage.tsx')).WeekPage }) },
      { path: '/carry/take', lazy: async () => ({ Component: (await import('../carry/TakePage.tsx')).TakePage }) },
      { path: '/carry/side-by-side', lazy: async () => ({ Component: (await import('../carry/SideBySide.tsx')).SideBySide }) },
      { path: '/carry/values', lazy: async () => ({ Component: (await import('../carry/ValuesPage.tsx')).ValuesPage }) },
      { path: '/crew', lazy: async () => ({ Component: (await import('../crew/CrewPage.tsx')).CrewPage }) },
      { path: '/crew/sheet', lazy: async () => ({ Component: (await import('../crew/CrewSheet.tsx')).CrewSheet }) },
      { path: '/stores', lazy: async () => ({ Component: (await import('../stores/Stores.tsx')).Stores }) },
      { path: '/restock', lazy: async () => ({ Component: (await import('../stores/RestockPage.tsx')).RestockPage }) },
      { path: '/buy', lazy: async () => ({ Component: (await import('../buying/BuyingPage.tsx')).BuyingPage }) },
      { path: '/upkeep', lazy: async () => ({ Component: (await import('../upkeep/Upkeep.tsx')).Upkeep }) },
      { path: '/use', lazy: async () => ({ Component: (await import('../use/ChooseKit.tsx')).ChooseKit }) },
      { path: '/use/:id', lazy: async () => ({ Component: (await import('../use/Use.tsx')).Use }) },
      { path: '/hand-over/:id', lazy: async () => ({ Component: (await import('../use/HandOverPage.tsx')).HandOverPage }) },
      { path: '/debrief/:id', lazy: async () => ({ Component: (await import('../use/DebriefPage.tsx')).DebriefPage }) },
      { path: '/settings', lazy: async () => ({ Component: (await import('../settings/SettingsPage.tsx')).SettingsPage }) },
      { path: '*', Component: Failure },
    ],
  },
]);
