import type { PaperSheet } from '@elwand/core/sheets';
import { withSentences } from '../app/with-sentences.ts';
import { MARKS, type Evaluation, type House, type Job, type Finding, type Mark, msg } from '@elwand/core';
import { lazy, Suspense, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { Link, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { Waiting } from '../app/Broken.tsx';
import { fetchAhead, pageIsUp } from '../app/piece.tsx';
import { Guarded } from '../parts/Guarded.tsx';
import { useEdits } from '../state/edit.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { useEvaluation } from '../state/use-evaluation.ts';
import { useOpen } from '../state/use-open.ts';
import { wallFiltered } from '../state/view.ts';
import { ChecksSide } from './ChecksSide.tsx';
import { MARK_NAME } from '../parts/mark-names.ts';
import { Rod } from './Rod.tsx';
import { Foot, NextLine } from './SheetLines.tsx';
import { StripPanel, wallAfter } from './StripPanel.tsx';
import { TopBar } from './TopBar.tsx';
import { useKeys } from './use-keys.ts';
import { usePhone } from './use-phone.ts';
import { WorkContext, type Work } from './work.ts';
import './workspace.css';
import { useSay } from '../app/say.ts';

const PreferencesDrawer = lazy(() =>
  withSentences(import('./preferences/PreferencesDrawer.tsx')).then((m) => ({
    default: m.PreferencesDrawer,
  })),
);

const PrintDrawer = lazy(() =>
  withSentences(import('./PrintDrawer.tsx')).then((m) => ({ default: m.PrintDrawer })),
);
const JobHistory = lazy(() =>
  withSentences(import('./JobHistory.tsx')).then((m) => ({ default: m.JobHistory })),
);
const OpenFailed = lazy(() => import('../parts/OpenFailed.tsx').then((m) => ({ default: m.OpenFailed })));

/** The sheets for this device to keep are asked for once nothing else is, ms. */
const SHEETS_AFTER_MS = 4000;

/** Marks that show the strip above their own content. */
const WITH_STRIP = new Set(['want', 'site', 'tap', 'run']);

/** While something is dragged the checks keep the places they had; new ones come last. */
function inOrderOf(findings: readonly Finding[], before: readonly Finding[]): readonly Finding[] {
  if (findings === before) return findings;
  const at = new Map(before.map((f, i) => [f.key, i] as const));
  return [...findings].sort(
    (a, b) => (at.get(a.key) ?? Number.POSITIVE_INFINITY) - (at.get(b.key) ?? Number.POSITIVE_INFINITY),
  );
}

export function Workspace() {
  const { houseId = '', jobId = '' } = useParams();
  const open = useOpen(houseId, jobId);
  if ((open.error !== undefined || open.elsewhere !== null) && !open.house)
    return (
      <Suspense fallback={<Waiting />}>
        <OpenFailed {...open} houseId={houseId} jobId={jobId} />
      </Suspense>
    );
  if (!open.house || !open.job) return <Waiting />;
  return <Opened house={open.house} job={open.job} />;
}

function NoRoom({ house }: { readonly house: House }) {
  const say = useSay();
  return (
    <div className="section">
      <div className="empty">
        {say(msg('screen.workspace.no-room-is-entered-yet'))}{' '}
        <Link to={`/houses/${house.id}/rooms`}>
          {say(msg('screen.workspace.enter-the-first-room-of', { house: house.name }))}
        </Link>
      </div>
    </div>
  );
}

/** What the device is given while the server is there: all marks, photos on their way, the sheets of a planned job. */
function useKeptForAway({ chosen }: Evaluation, jobId: Job['id'], units: House['units']): void {
  // All marks are there before the server goes away.
  useEffect(() => fetchAhead('Mark'), []);
  // Photos that were taken without a network go to the server when there is one.
  useEffect(() => {
    void pageIsUp
      .then(() => import('../photos/sending.ts'))
      .then((m) => m.keepSending())
      .catch(() => undefined);
  }, []);
  const planned = chosen !== null;
  useEffect(() => {
    if (!planned) return;
    const timer = setTimeout(
      () => void import('./sheets-address.ts').then((m) => m.keepSheets(jobId, units)),
      SHEETS_AFTER_MS,
    );
    return () => clearTimeout(timer);
  }, [planned, jobId, units]);
}

/** What lies over the sheet when it is asked for. */
function Drawers({
  preferences,
  printing,
  history,
  closePreferences,
  closePrinting,
  closeHistory,
}: {
  readonly preferences: 'never' | 'open' | 'closed';
  readonly printing: readonly PaperSheet[] | null;
  readonly history: boolean;
  readonly closePreferences: () => void;
  readonly closePrinting: () => void;
  readonly closeHistory: () => void;
}) {
  const say = useSay();
  return (
    <>
      {preferences !== 'never' && (
        <Suspense fallback={null}>
          <Guarded what={say(msg('screen.workspace.the-job-preferences'))} resetOn={[preferences]}>
            <PreferencesDrawer open={preferences === 'open'} onClose={closePreferences} />
          </Guarded>
        </Suspense>
      )}
      {printing && (
        <Suspense fallback={null}>
          <Guarded what={say(msg('screen.workspace.what-to-print'))} resetOn={[printing]}>
            <PrintDrawer first={printing} onClose={closePrinting} />
          </Guarded>
        </Suspense>
      )}
      {history && (
        <Suspense fallback={null}>
          <Guarded what={say(msg('screen.workspace.the-history'))} resetOn={[]}>
            <JobHistory open onClose={closeHistory} />
          </Guarded>
        </Suspense>
      )}
    </>
  );
}

function Opened({ house, job }: { readonly house: House; readonly job: Job }) {
  const say = useSay();
  const bundle = useMemo(() => ({ house, job }), [house, job]);
  const search = useEvaluation(bundle);
  const { evaluation, proofs, proved } = search;
  const edits = useEdits();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const phone = usePhone();
  const view = useAppSelector((s) => s.view);
  const [preview, setPreview] = useState<Evaluation | null>(null);
  const [placing, setPlacing] = useState<Work['placing']>(null);
  const [trueShape, setTrueShape] = useState(false);
  const [asList, setAsList] = useState(false);
  // The drawer is fetched when it is first asked for: most never open it.
  const [preferences, setPreferences] = useState<'never' | 'open' | 'closed'>('never');
  const [jobHistory, setJobHistory] = useState(false);
  const [printing, setPrinting] = useState<readonly PaperSheet[] | null>(null);
  useKeptForAway(evaluation, job.id, house.units);
  const mark = useLocation().pathname.split('/')[5] ?? 'want';
  // Each mark opens at its top, not where the one before was left.
  useLayoutEffect(() => {
    document.getElementById('sheet')?.scrollTo(0, 0);
    window.scrollTo(0, 0);
  }, [mark]);
  const room =
    house.rooms.find((r) => r.id === (view.roomId ?? wantRoom(evaluation)?.id)) ?? house.rooms[0] ?? null;
  const shown = preview ?? evaluation;
  const findings = inOrderOf(shown.findings, evaluation.findings);

  const showKeys = () =>
    void import('./keys-list.tsx').then(({ showKeysList }) => {
      showKeysList();
    });
  const stepWall = (by: number) => {
    const next = room && wallAfter(room, view.wallFilter, by);
    if (next) dispatch(wallFiltered(next));
  };
  const actions = {
    n: () => {
      void navigate('want');
      setPlacing('receptacle');
    },
    o: () => {
      const keys = evaluation.options.map((x) => x.key);
      const next = keys[(keys.indexOf(evaluation.chosen?.option.key ?? '') + 1) % keys.length];
      if (next !== undefined) edits.job({ ...job, option: next });
    },
    u: () => edits.house((h) => ({ ...h, units: h.units === 'imperial' ? 'metric' : 'imperial' })),
    t: () => setTrueShape((x) => !x),
    l: () => setAsList((x) => !x),
    '.': () => document.querySelector<HTMLElement>('.check-stop, .check-fix, .check-watch')?.focus(),
    '[': () => stepWall(-1),
    ']': () => stepWall(1),
    '?': showKeys,
  };
  useKeys(actions);
  const work: Work = {
    bundle,
    evaluation: shown,
    proofs,
    proved,
    edits,
    room,
    placing,
    setPlacing,
    print: setPrinting,
  };

  return (
    <WorkContext.Provider value={work}>
      <a className="skip" href="#sheet">
        {say(msg('screen.workspace.to-the-sheet'))}
      </a>
      <div className="workspace" data-mark={mark} data-hand={view.lefty ? 'left' : 'right'}>
        <TopBar
          evaluation={evaluation}
          room={room}
          onUnits={actions.u}
          onPreferences={() => setPreferences('open')}
          onHistory={() => setJobHistory(true)}
          onPrint={() => setPrinting([])}
        />
        <Rod marks={shown.marks} active={mark} />
        <main className="main" id="sheet" tabIndex={-1}>
          <NextLine next={shown.next} mark={mark} search={search} />
          {room && WITH_STRIP.has(mark) && (
            <Guarded what={say(msg('screen.workspace.the-unrolled-room'))} resetOn={[mark, bundle]}>
              <StripPanel
                trueShape={trueShape}
                asList={asList}
                phone={phone}
                dimensions={mark === 'run'}
                coverage={mark === 'want'}
                odds={mark === 'want' || mark === 'site'}
                menu={mark === 'want'}
                onPreview={setPreview}
                findings={findings}
              />
            </Guarded>
          )}
          {!room && WITH_STRIP.has(mark) && <NoRoom house={house} />}
          <Guarded
            what={say(
              msg('screen.workspace.mark', {
                n: MARKS.indexOf(mark as Mark) + 1,
                name: MARK_NAME[mark as Mark],
              }),
            )}
            resetOn={[mark, bundle]}
          >
            <Outlet />
          </Guarded>
          <Foot onKeys={showKeys} />
        </main>
        <ChecksSide phone={phone} mark={mark} bundle={bundle} findings={findings} />
      </div>
      <Drawers
        preferences={preferences}
        printing={printing}
        history={jobHistory}
        closePreferences={() => setPreferences('closed')}
        closePrinting={() => setPrinting(null)}
        closeHistory={() => setJobHistory(false)}
      />
    </WorkContext.Provider>
  );
}

/** The room of the first wanted point: what the job is about. As it is worked with; the document has its own of that name. */
function wantRoom(evaluation: Evaluation) {
  const first = evaluation.bundle.job.wants[0];
  return first && evaluation.plan.roomOf(first.at);
}
