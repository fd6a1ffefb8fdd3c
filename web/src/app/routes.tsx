import { Suspense } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { BrowserRouter, Navigate, Route, Routes, useLocation } from 'react-router';
import { Broken, Nowhere, Waiting } from './Broken.tsx';
import { fetchNamed, forgetFailed, piece } from './piece.tsx';
import { withSentences } from './with-sentences.ts';

const named = (word: string | undefined, kind: 'Tab' | 'Mark'): string =>
  word ? `${word.charAt(0).toUpperCase()}${word.slice(1)}${kind}` : '';

/**
 * Asks for the pieces of the address that is being loaded, the inner one with the outer one: on its own the inner piece would
 * only be asked for once the outer one is there.
 */
export function fetchPieces(pathname: string): Promise<void> {
  const [, job, mark, tab] =
    /^\/houses\/[\w-]+(?:(\/jobs\/[\w-]+)(?:\/(\w+))?|\/(\w+))?/.exec(pathname) ?? [];
  if (pathname.startsWith('/houses/'))
    return fetchNamed(
      job ? ['Workspace', named(mark ?? 'want', 'Mark')] : ['HousePage', named(tab ?? 'rooms', 'Tab')],
    );
  return fetchNamed(
    pathname.startsWith('/sums')
      ? ['SumsPage']
      : pathname.startsWith('/practice')
        ? ['PracticePage']
        : pathname === '/rules'
          ? ['RulesPage']
          : ['StartPage'],
  );
}

const StartPage = piece('StartPage', () => withSentences(import('../start/StartPage.tsx')));
const SumsPage = piece('SumsPage', () => withSentences(import('../sums/SumsPage.tsx')));
const PracticePage = piece('PracticePage', () => withSentences(import('../practice/PracticePage.tsx')));
const RulesPage = piece('RulesPage', () => withSentences(import('../rules/RulesPage.tsx')));
const HousePage = piece('HousePage', () => withSentences(import('../house/HousePage.tsx')));
const RoomsTab = piece('RoomsTab', () => import('../house/RoomsTab.tsx'));
const PointsTab = piece('PointsTab', () => import('../house/PointsTab.tsx'));
const PanelTab = piece('PanelTab', () => import('../house/PanelTab.tsx'));
const JobsTab = piece('JobsTab', () => import('../house/JobsTab.tsx'));
const SuppliesTab = piece('SuppliesTab', () => import('../house/SuppliesTab.tsx'));
const LocalTab = piece('LocalTab', () => import('../house/LocalTab.tsx'));
const HistoryTab = piece('HistoryTab', () => import('../house/HistoryTab.tsx'));
const Workspace = piece('Workspace', () => import('../workspace/Workspace.tsx'));
const WantMark = piece('WantMark', () => import('../marks/want/WantMark.tsx'));
const SiteMark = piece('SiteMark', () => withSentences(import('../marks/site/SiteMark.tsx')));
const FeedMark = piece('FeedMark', () => withSentences(import('../marks/feed/FeedMark.tsx')));
const TapMark = piece('TapMark', () => withSentences(import('../marks/tap/TapMark.tsx')));
const RunMark = piece('RunMark', () => withSentences(import('../marks/run/RunMark.tsx')));
const WireMark = piece('WireMark', () => withSentences(import('../marks/wire/WireMark.tsx')));
const BuyMark = piece('BuyMark', () => withSentences(import('../marks/buy/BuyMark.tsx')));
const DoMark = piece('DoMark', () => withSentences(import('../marks/do/DoMark.tsx')));
const ProveMark = piece('ProveMark', () => withSentences(import('../marks/prove/ProveMark.tsx')));

function Pages() {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={Broken} resetKeys={[pathname]} onReset={forgetFailed}>
      <Suspense fallback={<Waiting />}>
        <Routes>
          <Route path="/" element={<StartPage />} />
          <Route path="/sums/:sumId?" element={<SumsPage />} />
          <Route path="/practice/:kind?" element={<PracticePage />} />
          <Route path="/rules" element={<RulesPage />} />
          <Route path="/houses/:houseId" element={<HousePage />}>
            <Route index element={<Navigate to="rooms" replace />} />
            <Route path="rooms" element={<RoomsTab />} />
            <Route path="points" element={<PointsTab />} />
            <Route path="panel" element={<PanelTab />} />
            <Route path="jobs" element={<JobsTab />} />
            <Route path="supplies" element={<SuppliesTab />} />
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
