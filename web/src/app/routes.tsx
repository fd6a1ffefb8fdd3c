import { lazy, Suspense, type ComponentType } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { BrowserRouter, Navigate, Route, Routes, useLocation } from 'react-router';
import { Broken, Nowhere, Waiting } from './Broken.tsx';

const loaders = new Map<string, () => Promise<unknown>>();

/** A page that comes in a piece of its own. */
function page<K extends string>(name: K, load: () => Promise<Record<K, ComponentType>>) {
  loaders.set(name, load);
  return lazy(async () => ({ default: (await load())[name] }));
}

const named = (word: string | undefined, kind: 'Tab' | 'Mark'): string =>
  word ? `${word.charAt(0).toUpperCase()}${word.slice(1)}${kind}` : '';

/**
 * Asks for the pieces of the address that is being loaded, the inner one with the outer one: on its own the inner piece would
 * only be asked for once the outer one is there.
 */
export function fetchPieces(pathname: string): void {
  const [, job, mark, tab] =
    /^\/houses\/[\w-]+(?:(\/jobs\/[\w-]+)(?:\/(\w+))?|\/(\w+))?/.exec(pathname) ?? [];
  const names = job ? ['Workspace', named(mark ?? 'want', 'Mark')] : ['HousePage', named(tab, 'Tab')];
  // A piece that does not come is told where it is shown.
  if (pathname.startsWith('/houses/'))
    for (const name of names)
      loaders
        .get(name)?.()
        .catch(() => undefined);
}

const StartPage = page('StartPage', () => import('../start/StartPage.tsx'));
const SumsPage = page('SumsPage', () => import('../sums/SumsPage.tsx'));
const RulesPage = page('RulesPage', () => import('../rules/RulesPage.tsx'));
const HousePage = page('HousePage', () => import('../house/HousePage.tsx'));
const RoomsTab = page('RoomsTab', () => import('../house/RoomsTab.tsx'));
const PointsTab = page('PointsTab', () => import('../house/PointsTab.tsx'));
const PanelTab = page('PanelTab', () => import('../house/PanelTab.tsx'));
const JobsTab = page('JobsTab', () => import('../house/JobsTab.tsx'));
const LocalTab = page('LocalTab', () => import('../house/LocalTab.tsx'));
const HistoryTab = page('HistoryTab', () => import('../house/HistoryTab.tsx'));
const Workspace = page('Workspace', () => import('../workspace/Workspace.tsx'));
const WantMark = page('WantMark', () => import('../marks/want/WantMark.tsx'));
const SiteMark = page('SiteMark', () => import('../marks/site/SiteMark.tsx'));
const FeedMark = page('FeedMark', () => import('../marks/feed/FeedMark.tsx'));
const TapMark = page('TapMark', () => import('../marks/tap/TapMark.tsx'));
const RunMark = page('RunMark', () => import('../marks/run/RunMark.tsx'));
const WireMark = page('WireMark', () => import('../marks/wire/WireMark.tsx'));
const BuyMark = page('BuyMark', () => import('../marks/buy/BuyMark.tsx'));
const DoMark = page('DoMark', () => import('../marks/do/DoMark.tsx'));
const ProveMark = page('ProveMark', () => import('../marks/prove/ProveMark.tsx'));

function Pages() {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={Broken} resetKeys={[pathname]}>
      <Suspense fallback={<Waiting />}>
        <Routes>
          <Route path="/" element={<StartPage />} />
          <Route path="/sums/:sumId?" element={<SumsPage />} />
          <Route path="/rules" element={<RulesPage />} />
          <Route path="/houses/:houseId" element={<HousePage />}>
            <Route index element={<Navigate to="rooms" replace />} />
            <Route path="rooms" element={<RoomsTab />} />
            <Route path="points" element={<PointsTab />} />
            <Route path="panel" element={<PanelTab />} />
            <Route path="jobs" element={<JobsTab />} />
            <Route path="local" element={<LocalTab />} />
            <Route path="history" element={<HistoryTab />} />
          </Route>
          <Route path="/houses/:houseId/jobs/:jobId" element={<Workspace />}>
            <Route index element={<Navigate to="want" replace />} />
            <Route path="want" element={<WantMark />} />
            <Route path="site" element={<SiteMark />} />
            <Route path="feed" element={<FeedMark />} />
            <Route path="tap" element={<TapMark />} />
            <Route path="run" element={<RunMark />} />
            <Route path="wire" element={<WireMark />} />
            <Route path="buy" element={<BuyMark />} />
            <Route path="do" element={<DoMark />} />
            <Route path="prove" element={<ProveMark />} />
          </Route>
          <Route path="*" element={<Nowhere />} />
        </Routes>
      </Suspense>
    </ErrorBoundary>
  );
}

/** Every page and every mark has an address; the one before stays on screen while the next piece comes. */
export const Site = () => (
  <BrowserRouter>
    <Pages />
  </BrowserRouter>
);
