import {
  becauseText,
  holdsUp,
  limitWords,
  lookList,
  LIMITS,
  UNPROVED,
  sourceLine,
  type Finding,
  type Remedy,
  type Severity,
  msg,
  q,
  type Text,
  row,
  apart,
} from '@elwand/core';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { undone } from '../state/document.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { findingFocused } from '../state/view.ts';
import { StateMark, stateWord } from '../parts/Mark.tsx';
import { useWork } from './work.ts';
import { useSay } from '../app/say.ts';
import { Said, slot } from '../app/Said.tsx';
import { withSentences } from '../app/with-sentences.ts';

const OverrideForm = lazy(() => import('./OverrideForm.tsx'));
const LookDrawer = lazy(() =>
  withSentences(import('./LookDrawer.tsx')).then((m) => ({ default: m.LookDrawer })),
);
const ReportPlan = lazy(() => import('./ReportPlan.tsx'));

/** The way to the form, which is fetched when it is first asked for: most never do. */
function Override({ finding }: { readonly finding: Finding }) {
  const say = useSay();
  const [open, setOpen] = useState(false);
  const asks = finding.severity === 'watch';
  return open ? (
    <Suspense>
      <OverrideForm finding={finding} onClose={() => setOpen(false)} />
    </Suspense>
  ) : (
    <button type="button" className="linklike check-over" onClick={() => setOpen(true)}>
      {say(msg(asks ? 'screen.workspace.i-looked' : 'screen.workspace.override'))}
    </button>
  );
}

/** A decision of one's own stays in sight with its reason, and can be taken back. */
function Overridden({ finding, reason }: { readonly finding: Finding; readonly reason: Text }) {
  const say = useSay();
  const { bundle, edits } = useWork();
  const back = () =>
    edits.job({
      ...bundle.job,
      overrides: bundle.job.overrides.filter(
        (o) => o.rule !== finding.rule || !(o.subject === '' || finding.subjects.includes(o.subject)),
      ),
    });
  return (
    <p className="check-detail">
      {say(msg('screen.workspace.your-reason', { reason }))}{' '}
      <button type="button" className="linklike" onClick={back}>
        {say(msg('screen.workspace.take-it-back'))}
      </button>
    </p>
  );
}

/** What is to settle may be decided otherwise; a question that has no ready answers is answered in words. */
const answeredByWord = (f: Finding): boolean =>
  f.severity === 'fix' ||
  (f.severity === 'watch' && f.remedies.length === 0 && f.rule !== 'no-way' && f.key !== UNPROVED.key);

const originWord = (f: Finding): Text => {
  if (f.overridden !== undefined) return msg('screen.workspace.you-decided');
  if (f.origin === 'advice' && f.severity !== 'ok') return msg('screen.workspace.advice');
  return f.origin === 'standing' && f.severity !== 'ok'
    ? msg('screen.workspace.already-so')
    : stateWord(f.severity);
};

/** What a remedy costs, about, where it takes a part; remedies come with the cheapest first. */
function PriceOf({ remedy, cheapest }: { readonly remedy: Remedy; readonly cheapest: boolean }) {
  const say = useSay();
  if (remedy.priceCents === undefined) return null;
  const price = say(msg('screen.workspace.about-price', { price: q.roughMoney(remedy.priceCents) }));
  return (
    <span className="quiet">
      {' '}
      {price}
      {cheapest ? `, ${say(msg('screen.workspace.cheapest'))}` : ''}
    </span>
  );
}

function Check({
  finding,
  onApplied,
}: {
  readonly finding: Finding;
  readonly onApplied: (says: string) => void;
}) {
  const say = useSay();
  const { bundle, edits } = useWork();
  const dispatch = useAppDispatch();
  const numbers = say(becauseText(finding));
  const quiet = finding.severity === 'ok' || finding.origin === 'standing';
  return (
    <li
      className={`check check-${finding.severity}`}
      data-rule={finding.rule}
      tabIndex={-1}
      onMouseEnter={() => dispatch(findingFocused(finding.key))}
      onMouseLeave={() => dispatch(findingFocused(null))}
    >
      <StateMark state={finding.severity} />
      <div className="grow">
        <div className="quiet">{say(originWord(finding))}</div>
        <h3>{say(finding.says)}</h3>
        {numbers !== '' && <p className="measure check-numbers">{numbers}</p>}
        {finding.detail !== '' && <p className="muted check-detail">{say(finding.detail)}</p>}
        {finding.overridden !== undefined && <Overridden finding={finding} reason={finding.overridden} />}
        {(!quiet || finding.severity === 'ok') && (
          <div className="check-remedies">
            {finding.remedies.map((r, i) => (
              <span key={say(r.says)}>
                <button
                  type="button"
                  className="linklike"
                  onClick={() => {
                    edits.apply(bundle, r.edit);
                    onApplied(say(r.says));
                  }}
                >
                  {say(r.says)}
                </button>
                <PriceOf remedy={r} cheapest={i === 0 && finding.remedies.length > 1} />
              </span>
            ))}
            {answeredByWord(finding) && <Override finding={finding} />}
            {finding.rule === 'proof' && finding.severity === 'stop' && (
              <Suspense>
                <ReportPlan />
              </Suspense>
            )}
          </div>
        )}
        {finding.sources.length > 0 && (
          <p className="quiet">{[...new Set(finding.sources.map((s) => say(sourceLine(s))))].join('; ')}</p>
        )}
      </div>
    </li>
  );
}

/** What the places of wanted points are judged by has no rule of the code. */
const TITLES: Readonly<Record<string, Text>> = {
  height: msg('screen.workspace.title-height'),
  place: msg('screen.workspace.title-place'),
};

/** What is OK by one rule: several are folded into a line that opens. */
function FineChecks({
  rule,
  findings,
  onApplied,
}: {
  readonly rule: string;
  readonly findings: readonly Finding[];
  readonly onApplied: (says: string) => void;
}) {
  const say = useSay();
  const { pack } = useWork().evaluation;
  const title = pack.rules.find((r) => r.id === rule)?.title ?? TITLES[rule];
  const each = findings.map((f) => <Check key={f.key} finding={f} onApplied={onApplied} />);
  if (findings.length === 1 || title === undefined) return each;
  return (
    <li className="check check-ok check-folded" data-rule={rule}>
      <StateMark state="ok" />
      <details className="grow">
        <summary>{say(msg('screen.workspace.all-ok', { title, count: findings.length }))}</summary>
        <ul>{each}</ul>
      </details>
    </li>
  );
}

/** Rules that are named in the one line of what is OK. */
const MOST_NAMED = 4;

/** Everything that is OK as one line by rule; it opens for those who want to read it. */
function AllFine({
  findings,
  onApplied,
}: {
  readonly findings: readonly Finding[];
  readonly onApplied: (says: string) => void;
}) {
  const say = useSay();
  const { pack } = useWork().evaluation;
  const fine = [...new Set(findings.map((f) => f.rule))].map((rule) => ({
    rule,
    same: findings.filter((f) => f.rule === rule),
  }));
  const named = fine.flatMap(({ rule, same }) => {
    const title = pack.rules.find((r) => r.id === rule)?.title ?? TITLES[rule];
    return title === undefined ? [] : [msg('screen.workspace.ok-rule', { title, count: same.length })];
  });
  return (
    <details className="checks-fine">
      <summary>
        <StateMark state="ok" size={14} />{' '}
        <b>{say(msg('screen.workspace.ok-all', { count: findings.length }))}</b>{' '}
        <span className="muted">
          {say(row([...named.slice(0, MOST_NAMED), ...(named.length > MOST_NAMED ? ['…'] : [])]))}
        </span>
      </summary>
      <ul>
        {fine.map(({ rule, same }) => (
          <FineChecks key={rule} rule={rule} findings={same} onApplied={onApplied} />
        ))}
      </ul>
    </details>
  );
}

const counts = (findings: readonly Finding[]): Text => {
  const n = (s: Severity) => findings.filter((f) => holdsUp(f) && f.severity === s).length;
  const parts = [
    n('stop') > 0 ? msg('screen.workspace.stops', { n: n('stop') }) : '',
    n('fix') > 0 ? msg('screen.workspace.to-fix', { n: n('fix') }) : '',
    n('watch') > 0 ? msg('screen.workspace.to-find-out', { n: n('watch') }) : '',
  ].filter((part) => part !== '');
  return parts.length > 0 ? row(parts) : msg('screen.workspace.nothing-open');
};

/** Overrides of the place stand at the top: whoever reads the checks must not take them for the code. */
function LooserHere() {
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const looser = evaluation.pack.amended.filter((a) => a.looser);
  if (looser.length === 0) return null;
  return (
    <p className="checks-looser" role="note">
      {say(
        msg('screen.workspace.looser-here', {
          count: looser.length,
          values: apart(
            looser.map((a) =>
              msg('screen.workspace.limit-here', {
                title: a.title,
                value: limitWords(a.here, LIMITS[a.limit].unit),
              }),
            ),
          ),
        }),
      )}{' '}
      <Link to={`/houses/${bundle.house.id}/local`}>{say(msg('screen.workspace.local-rules'))}</Link>
    </p>
  );
}

/** The checks of the job: what holds it up first, then what the person decided, what holds, and what was already so. Never hidden. */
export function Checks({ findings }: { readonly findings: readonly Finding[] }) {
  const say = useSay();
  const dispatch = useAppDispatch();
  const past = useAppSelector((s) => s.document.past.length);
  const [applied, setApplied] = useState<{ says: string; past: number } | null>(null);
  const { bundle, evaluation } = useWork();
  const [looking, setLooking] = useState(false);
  const looks = lookList({ house: bundle.house, plan: evaluation.plan, findings }).reduce(
    (n, s) => n + s.items.length,
    0,
  );
  const open = findings.filter(holdsUp);
  const decided = findings.filter((f) => f.overridden !== undefined);
  const standing = findings.filter(
    (f) => f.origin === 'standing' && f.severity !== 'ok' && f.overridden === undefined,
  );
  const advice = findings.filter(
    (f) => f.origin === 'advice' && f.severity !== 'ok' && f.overridden === undefined,
  );
  const ok = findings.filter((f) => f.severity === 'ok');
  const onApplied = (says: string) => setApplied({ says, past: past + 1 });
  return (
    <div>
      <div className="checks-head">
        <h2>{say(msg('screen.workspace.checks'))}</h2>
        <span className="muted" aria-live="polite">
          {say(counts(findings))}
        </span>
      </div>
      {looks > 0 && (
        <p>
          <button type="button" className="linklike" onClick={() => setLooking(true)}>
            {say(msg('screen.workspace.look-list', { count: looks }))}
          </button>
        </p>
      )}
      {looking && (
        <Suspense fallback={null}>
          <LookDrawer onClose={() => setLooking(false)} />
        </Suspense>
      )}
      <LooserHere />
      {applied?.past === past && (
        <p className="check-applied">
          {say(msg('screen.workspace.done', { applied: applied.says }))}{' '}
          <button
            type="button"
            className="linklike"
            onClick={() => {
              dispatch(undone());
              setApplied(null);
            }}
          >
            {say(msg('screen.workspace.undo'))}
          </button>
        </p>
      )}
      <ul>
        {[...open, ...decided, ...advice].map((f) => (
          <Check key={f.key} finding={f} onApplied={onApplied} />
        ))}
      </ul>
      {ok.length > 0 && <AllFine findings={ok} onApplied={onApplied} />}
      {standing.length > 0 && (
        <details className="checks-standing">
          <summary>
            {say(msg('screen.workspace.already-so-before-this-job', { count: standing.length }))}
          </summary>
          <ul>
            {standing.map((f) => (
              <Check key={f.key} finding={f} onApplied={onApplied} />
            ))}
          </ul>
        </details>
      )}
      <p className="quiet">
        <Said
          text={msg('screen.workspace.code-values-were-written-from', { rules: slot('rules') })}
          slots={{ rules: <Link to="/rules">{say(msg('screen.workspace.rules'))}</Link> }}
        />
      </p>
    </div>
  );
}
