import { msg, sourceLine, type Evaluation, type OptionView } from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { useWork } from '../../workspace/work.ts';
import { Compare } from './Compare.tsx';
import { DropPath } from './DropPath.tsx';
import { LoadChart } from './LoadChart.tsx';
import { LoadDay } from './LoadDay.tsx';
import { OptionCards } from './OptionCards.tsx';
import { optionName } from './option-words.ts';
import { TripCharts } from './TripCharts.tsx';
import '../marks.css';
import { useSay } from '../../app/say.ts';

/** As many as the document holds. */
const MOST_PINNED = 8;

function Others({ evaluation }: { readonly evaluation: Evaluation }) {
  const say = useSay();
  const rest = evaluation.planning.candidates.filter((c) => !c.shown);
  if (rest.length === 0) return null;
  return (
    <section className="stack" aria-label={say(msg('screen.tap.boxes-that-are-not-shown'))}>
      <h3>{say(msg('screen.tap.the-other-boxes-and-why'))}</h3>
      <ul className="others">
        {rest.map(({ candidate, reached, group }) => {
          const against = candidate.reasons.filter((r) => r.kind === 'no');
          const no = against.map((r) => r.says);
          const from = [...new Set(against.map((r) => sourceLine(r.source)))];
          const why =
            no.length > 0
              ? no.map(say).join('; ')
              : !reached
                ? say(msg('screen.tap.no-way-from-there-was'))
                : say(
                    msg('screen.tap.would-work', {
                      reasons:
                        candidate.reasons
                          .filter((r) => r.kind !== 'good')
                          .map((r) => r.says)
                          .map(say)
                          .join('; ') || say(msg('screen.tap.but-the-ways-shown-are')),
                    }),
                  );
          return (
            <li key={`${group}-${candidate.pointId}`}>
              <b>{say(candidate.label)}</b>{' '}
              <span className={no.length > 0 ? undefined : 'muted'}>
                {why}
                {no.length > 0 && <span className="quiet others-source">{from.map(say).join('; ')}</span>}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Mark 4: where to take it from. Options side by side, the others with their reason, the load over the day. */
export function TapMark() {
  const say = useSay();
  const { bundle, evaluation, edits, room } = useWork();
  const { house, job } = bundle;
  const [comparing, setComparing] = useState(false);
  const pinned = job.pinned ?? [];
  const lost = pinned.filter((p) => !evaluation.options.some((o) => o.key === p.key));
  const pin = (o: OptionView) =>
    edits.job({
      ...job,
      pinned: pinned.some((p) => p.key === o.key)
        ? pinned.filter((p) => p.key !== o.key)
        : [...pinned, { key: o.key, label: optionName(o, say).slice(0, 120) }].slice(-MOST_PINNED),
    });
  const labels = new Map(house.points.map((p) => [p.id, p.label] as const));
  return (
    <div className="section stack">
      <div className="row">
        <h2>{say(msg('screen.tap.where-to-tap'))}</h2>
        <span className="muted">
          {evaluation.options.length === 0
            ? say(msg('screen.tap.no-route-found'))
            : say(
                msg('screen.tap.options-to-feed-easiest-first', {
                  count: evaluation.options.length,
                  wants: job.wants.length,
                }),
              )}
        </span>
      </div>
      {evaluation.options.length > 0 && (
        <OptionCards
          options={evaluation.options}
          bundle={evaluation.bundle}
          room={room}
          chosen={evaluation.chosen?.option.key}
          pinned={new Set(pinned.map((p) => p.key))}
          darkOf={(o) =>
            o.dark.map((id) => labels.get(id) ?? '').join(', ') || say(msg('screen.tap.nothing-known'))
          }
          onPin={pin}
          onChoose={(o) => edits.job({ ...job, option: o.key })}
        />
      )}
      {lost.map((p) => (
        <p key={p.key} className="muted">
          {say(msg('screen.tap.kept-but-not-found-any', { label: p.label }))}{' '}
          <button
            type="button"
            className="linklike"
            onClick={() => edits.job({ ...job, pinned: pinned.filter((x) => x.key !== p.key) })}
          >
            {say(msg('screen.tap.let-it-go'))}
          </button>
        </p>
      ))}
      {evaluation.options.length > 1 && (
        <div>
          <Button size="small" aria-expanded={comparing} onClick={() => setComparing(!comparing)}>
            {comparing
              ? say(msg('screen.tap.close-the-comparison'))
              : say(msg('screen.tap.compare-two-of-them'))}
          </Button>
        </div>
      )}
      {comparing && <Compare evaluation={evaluation} />}
      {job.wants.length === 0 && (
        <p className="empty">{say(msg('screen.tap.nothing-is-wanted-yet-place'))}</p>
      )}
      <Others evaluation={evaluation} />
      {evaluation.chosen && (
        <details className="tap-charts">
          <summary>
            {say(msg('screen.tap.charts'))} <span className="muted">{say(msg('screen.tap.charts-has'))}</span>
          </summary>
          <LoadChart evaluation={evaluation} chosen={evaluation.chosen} />
          <LoadDay evaluation={evaluation} chosen={evaluation.chosen} />
          <DropPath evaluation={evaluation} chosen={evaluation.chosen} />
          <TripCharts evaluation={evaluation} chosen={evaluation.chosen} />
        </details>
      )}
    </div>
  );
}
