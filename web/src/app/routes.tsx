import { createBrowserRouter, Navigate } from 'react-router';
import { Broken, Nowhere, Waiting } from './Broken.tsx';

/** Every page and every mark has an address; the marks come in pieces of their own. */
export const routes = createBrowserRouter([
  {
    ErrorBoundary: Broken,
    HydrateFallback: Waiting,
    children: [
      { path: '/', lazy: async () => ({ Component: (await import('../start/StartPage.tsx')).StartPage }) },
      {
        path: '/sums/:sumId?',
        lazy: async () => ({ Component: (await import('../sums/SumsPage.tsx')).SumsPage }),
      },
      {
        path: '/rules',
        lazy: async () => ({ Component: (await import('../rules/RulesPage.tsx')).RulesPage }),
      },
      {
        path: '/houses/:houseId',
        lazy: async () => ({ Component: (await import('../house/HousePage.tsx')).HousePage }),
        children: [
          { index: true, element: <Navigate to="rooms" replace /> },
          {
            path: 'rooms',
            lazy: async () => ({ Component: (await import('../house/RoomsTab.tsx')).RoomsTab }),
          },
          {
            path: 'points',
            lazy: async () => ({ Component: (await import('../house/PointsTab.tsx')).PointsTab }),
          },
          {
            path: 'panel',
            lazy: async () => ({ Component: (await import('../house/PanelTab.tsx')).PanelTab }),
          },
          { path: 'jobs', lazy: async () => ({ Component: (await import('../house/JobsTab.tsx')).JobsTab }) },
          {
            path: 'local',
            lazy: async () => ({ Component: (await import('../house/LocalTab.tsx')).LocalTab }),
          },
          {
            path: 'history',
            lazy: async () => ({ Component: (await import('../house/HistoryTab.tsx')).HistoryTab }),
          },
        ],
      },
      {
        path: '/houses/:houseId/jobs/:jobId',
        lazy: async () => ({ Component: (await import('../workspace/Workspace.tsx')).Workspace }),
        children: [
          { index: true, element: <Navigate to="want" replace /> },
          {
            path: 'want',
            lazy: async () => ({ Component: (await import('../marks/want/WantMark.tsx')).WantMark }),
          },
          {
            path: 'site',
            lazy: async () => ({ Component: (await import('../marks/site/SiteMark.tsx')).SiteMark }),
          },
          {
            path: 'feed',
            lazy: async () => ({ Component: (await import('../marks/feed/FeedMark.tsx')).FeedMark }),
          },
          {
            path: 'tap',
            lazy: async () => ({ Component: (await import('../marks/tap/TapMark.tsx')).TapMark }),
          },
          {
            path: 'run',
            lazy: async () => ({ Component: (await import('../marks/run/RunMark.tsx')).RunMark }),
          },
          {
            path: 'wire',
            lazy: async () => ({ Component: (await import('../marks/wire/WireMark.tsx')).WireMark }),
          },
          {
            path: 'buy',
            lazy: async () => ({ Component: (await import('../marks/buy/BuyMark.tsx')).BuyMark }),
          },
          { path: 'do', lazy: async () => ({ Component: (await import('../marks/do/DoMark.tsx')).DoMark }) },
          {
            path: 'prove',
            lazy: async () => ({ Component: (await import('../marks/prove/ProveMark.tsx')).ProveMark }),
          },
        ],
      },
      { path: '*', Component: Nowhere },
    ],
  },
]);
