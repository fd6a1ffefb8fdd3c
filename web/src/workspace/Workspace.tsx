import {
  MARKS,
  packFor,
  percent,
  type Evaluation,
  type Finding,
  type Mark,
  msg,
  sentences,
} from '@elwand/core';
import { Button, Switch } from 'antd';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { Link, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { Waiting } from '../app/Broken.tsx';
import { fetchAhead } from '../app/piece.tsx';
import { Guarded } from '../parts/Guarded.tsx';
import { SaveLine } from '../parts/SaveLine.tsx';
import { redone, undone } from '../state/document.ts';
import { useEdits } from '../state/edit.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { useEvaluation } from '../state/use-evaluation.ts';
import { useOpen } from '../state/use-open.ts';
import { dimmed, keysSwitched, wallFiltered } from '../state/view.ts';
import type { House, Job } from '@elwand/core';
import { Checks } from './Checks.tsx';
import { MARK_NAME, Rod } from './Rod.tsx';
import { StripPanel } from './StripPanel.tsx';
import { useKeys } from './use-keys.ts';
import { usePhone } from './use-phone.ts';
import { WorkContext, type Work } from './work.ts';
import './workspace.css';
import { useSay } from '../app/say.ts';
import { Said, slot } from '../app/Said.tsx';

const PreferencesDrawer = lazy(() =>
  import('./PreferencesDrawer.tsx').then((m) => ({ default: m.PreferencesDrawer })),
);

const JobHistory = lazy(() => import('./JobHistory.tsx').then((m) => ({ default: m.JobHistory })));
const PhoneChecks = lazy(() => import('./PhoneChecks.tsx').then((m) => ({ default: m.PhoneChecks })));
const OpenFailed = lazy(() => import('../parts/OpenFailed.tsx').then((m) => ({ default: m.OpenFailed })));

/** Marks that show the strip above their own content. */
const WITH_STRIP = new Set(['want', 'site', 'feed', 'tap', 'run']);

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

function HeaderTags({ evaluation }: { readonly evaluation: Evaluation }) {
  const say = useSay();
  const { house } = evaluation.bundle;
  const { chosen } = evaluation;
  const breaker = chosen?.option.taps[0]?.breaker;
  const gauge = chosen?.applied.house.cables.find((c) => c.id === 'new-leg-1')?.gauge;
  return (
    <>
      {breaker && (
        <span className="tag hide-narrow">
          <Said
            text={msg('screen.workspace.circuit', { what: slot('what') })}
            slots={{
              what: (
                <b>
                  {breaker.number} · {say(msg('screen.workspace.a', { amps: breaker.amps }))}
                  {gauge ? ` · ${say(msg('screen.workspace.awg', { gauge }))}` : ''}
                </b>
              ),
            }}
          />
        </span>
      )}
      <span className="tag hide-narrow">
        <Said
          text={msg('screen.workspace.code', { title: slot('title') })}
          slots={{ title: <b>{packFor(house).title}</b> }}
        />
      </span>
    </>
  );
}

function Opened({ house, job }: { readonly house: House; readonly job: Job }) {
  const say = useSay();
  const bundle = useMemo(() => ({ house, job }), [house, job]);
  const { evaluation, proofs, proved, busy, share, stopped, failed, stop, again } = useEvaluation(bundle);
  const edits = useEdits();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const phone = usePhone();
  const view = useAppSelector((s) => s.view);
  const history = useAppSelector((s) => s.document);
  const [preview, setPreview] = useState<Evaluation | null>(null);
  const [placing, setPlacing] = useState<Work['placing']>(null);
  const [trueShape, setTrueShape] = useState(false);
  const [asList, setAsList] = useState(false);
  const [checksOpen, setChecksOpen] = useState(false);
  // The drawer is fetched when it is first asked for: most never open it.
  const [preferences, setPreferences] = useState<'never' | 'open' | 'closed'>('never');
  const [jobHistory, setJobHistory] = useState(false);
  // All marks are there before the server goes away.
  useEffect(() => fetchAhead('Mark'), []);
  const mark = useLocation().pathname.split('/')[5] ?? 'want';
  const room =
    house.rooms.find((r) => r.id === view.roomId) ?? wantRoom(evaluation) ?? house.rooms[0] ?? null;
  const shown = preview ?? evaluation;
  const findings = inOrderOf(shown.findings, evaluation.findings);

  const showKeys = () =>
    void import('./keys-list.tsx').then(({ showKeysList }) => {
      showKeysList();
    });
  const stepWall = (by: number) => {
    const walls = room?.walls ?? [];
    const i = walls.findIndex((w) => w.id === view.wallFilter);
    const next = walls[(i + by + walls.length) % walls.length];
    if (next) dispatch(wallFiltered(next.id));
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
  const work: Work = { bundle, evaluation: shown, proofs, proved, edits, room, placing, setPlacing };
  const openChecks = shown.findings.filter((f) => f.severity !== 'ok' && f.origin !== 'standing').length;

  return (
    <WorkContext.Provider value={work}>
      <a className="skip" href="#sheet">
        {say(msg('screen.workspace.to-the-sheet'))}
      </a>
      <div className="workspace" data-mark={mark}>
        <header className="topbar">
          <Link className="brand" to="/">
            {say(msg('screen.workspace.elwand'))}
          </Link>
          <div className="grow title-block">
            <h1>{job.name}</h1>
            <Link className="quiet" to={`/houses/${house.id}/rooms`}>
              {house.name}
              {room ? ` · ${room.name}` : ''}
            </Link>
          </div>
          <HeaderTags evaluation={evaluation} />
          <Button
            size="small"
            className="hide-phone"
            onClick={actions.u}
            aria-label={say(msg('screen.workspace.change-units'))}
          >
            {say(msg(house.units === 'imperial' ? 'screen.workspace.ft-in' : 'screen.workspace.mm'))}
          </Button>
          <Button size="small" className="hide-phone" onClick={() => setPreferences('open')}>
            {say(msg('screen.workspace.job-preferences'))}
          </Button>
          <Button size="small" className="hide-narrow" onClick={() => setJobHistory(true)}>
            {say(msg('screen.workspace.history'))}
          </Button>
          <Button.Group size="small">
            <Button
              disabled={history.past.length === 0}
              onClick={() => dispatch(undone())}
              aria-label={say(msg('screen.workspace.undo'))}
            >
              ↶
            </Button>
            <Button
              disabled={history.future.length === 0}
              onClick={() => dispatch(redone())}
              aria-label={say(msg('screen.workspace.redo'))}
            >
              ↷
            </Button>
          </Button.Group>
          <SaveLine />
        </header>
        <Rod marks={shown.marks} active={mark} />
        <main className="main" id="sheet" tabIndex={-1}>
          <p className="next" role="status">
            <b>{say(msg('screen.workspace.next'))}</b>{' '}
            {busy
              ? say(msg('screen.workspace.looking-for-routes', { share: percent(share, 0) }))
              : say(shown.next.says)}{' '}
            {busy && (
              <Button size="small" onClick={stop}>
                {say(msg('screen.workspace.stop-looking'))}
              </Button>
            )}
            {failed !== null && (
              <span role="alert">
                {say(sentences([failed, msg('screen.workspace.what-you-see-is-from')]))}
              </span>
            )}
            {(stopped || failed !== null) && (
              <Button size="small" onClick={again}>
                {failed === null
                  ? say(msg('screen.workspace.look-again'))
                  : say(msg('screen.workspace.try-again'))}
              </Button>
            )}{' '}
            {shown.next.mark !== mark && (
              <Link to={shown.next.mark}>{say(msg('screen.workspace.go-there'))}</Link>
            )}
          </p>
          {room && WITH_STRIP.has(mark) && (
            <Guarded what={say(msg('screen.workspace.the-unrolled-room'))} resetOn={[mark, bundle]}>
              <StripPanel
                trueShape={trueShape}
                asList={asList}
                phone={phone}
                dimensions={mark === 'run'}
                coverage={mark === 'want'}
                odds={mark === 'want' || mark === 'site'}
                onPreview={setPreview}
                findings={findings}
              />
            </Guarded>
          )}
          {!room && WITH_STRIP.has(mark) && (
            <div className="section">
              <div className="empty">
                {say(msg('screen.workspace.no-room-is-entered-yet'))}{' '}
                <Link to={`/houses/${house.id}/rooms`}>
                  {say(msg('screen.workspace.enter-the-first-room-of', { house: house.name }))}
                </Link>
              </div>
            </div>
          )}
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
          <p className="caution no-print">
            {say(msg('screen.workspace.electricity-kills-and-burns-test'))}{' '}
            <button type="button" className="linklike" onClick={showKeys}>
              {say(msg('screen.workspace.keys'))}
            </button>{' '}
            <label>
              <Switch
                size="small"
                checked={view.dim}
                onChange={(on) => dispatch(dimmed(on))}
                aria-label={say(msg('screen.workspace.dim-screen-for-attic-and'))}
              />{' '}
              {say(msg('screen.workspace.dim'))}
            </label>{' '}
            <label>
              <Switch
                size="small"
                checked={view.keys}
                onChange={(on) => dispatch(keysSwitched(on))}
                aria-label={say(msg('screen.workspace.single-keys-on'))}
              />{' '}
              {say(msg('screen.workspace.keys-2'))}
            </label>
          </p>
        </main>
        {phone ? (
          <>
            {mark !== 'do' && (
              <Button className="checks-button" size="large" onClick={() => setChecksOpen(true)}>
                {say(msg('screen.workspace.checks-2', { n: openChecks }))}
              </Button>
            )}
            <Suspense fallback={null}>
              <Guarded what={say(msg('screen.workspace.the-checks'))} resetOn={[bundle]}>
                <PhoneChecks open={checksOpen} onClose={() => setChecksOpen(false)} findings={findings} />
              </Guarded>
            </Suspense>
          </>
        ) : (
          <aside className="checks" aria-label={say(msg('screen.workspace.checks'))}>
            <Guarded what={say(msg('screen.workspace.the-checks'))} resetOn={[bundle]}>
              <Checks findings={findings} />
            </Guarded>
          </aside>
        )}
      </div>
      {preferences !== 'never' && (
        <Suspense fallback={null}>
          <Guarded what={say(msg('screen.workspace.the-job-preferences'))} resetOn={[preferences]}>
            <PreferencesDrawer open={preferences === 'open'} onClose={() => setPreferences('closed')} />
          </Guarded>
        </Suspense>
      )}
      {jobHistory && (
        <Suspense fallback={null}>
          <Guarded what={say(msg('screen.workspace.the-history'))} resetOn={[]}>
            <JobHistory open onClose={() => setJobHistory(false)} />
          </Guarded>
        </Suspense>
      )}
    </WorkContext.Provider>
  );
}

/** The room of the first wanted point: what the job is about. */
function wantRoom(evaluation: Evaluation) {
  const first = evaluation.bundle.job.wants[0];
  return first && evaluation.plan.roomOf(first.at);
}
