import {
  amps,
  circuitLoad,
  clashes,
  newLoadId,
  together,
  type Chosen,
  type Evaluation,
  type Job,
  type LoadFacts,
  msg,
  q,
} from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { scaleLinear } from 'd3-scale';
import { useState } from 'react';
import { useWork } from '../../workspace/work.ts';
import { piecesOf, type Span } from './timetable.ts';
import { useHourDrag } from './use-hour-drag.ts';
import { useSay } from '../../app/say.ts';

const WIDTH = 640;
const ROW = 26;
const LEFT = 44;
const RIGHT = 140;
const x = scaleLinear()
  .domain([0, 24])
  .range([LEFT, WIDTH - RIGHT]);
const HANDLE_PX = 8;

interface Row {
  readonly id: string;
  readonly name: string;
  readonly amps: number;
  readonly continuous: boolean;
  readonly hours: LoadFacts['hours'];
  readonly fresh: boolean;
}

/** Which load of which want an id of the planned house stands for; undefined for a load that is there. */
const newLoad = (job: Job, id: string): { wantId: string; index: number } | undefined =>
  job.wants
    .flatMap((w) => w.loads.map((_, index) => ({ wantId: w.id, index, id: newLoadId(w, index) })))
    .find((l) => l.id === id);

/** Writes the hours of a load where it stands: in the house, or in the want that brings it. */
function useSetHours(): (id: string, hours: LoadFacts['hours']) => void {
  const { bundle, edits } = useWork();
  return (id, hours) => {
    const own = newLoad(bundle.job, id);
    if (!own) {
      edits.house({
        ...bundle.house,
        loads: bundle.house.loads.map((l) => (l.id === id ? { ...l, hours } : l)),
      });
      return;
    }
    edits.job({
      ...bundle.job,
      wants: bundle.job.wants.map((w) =>
        w.id === own.wantId
          ? { ...w, loads: w.loads.map((l, i) => (i === own.index ? { ...l, hours } : l)) }
          : w,
      ),
    });
  };
}

function WhatIf({
  rows,
  breakerAmps,
  factor,
}: {
  readonly rows: readonly Row[];
  readonly breakerAmps: number;
  readonly factor: number;
}) {
  const say = useSay();
  const [picked, setPicked] = useState<readonly string[]>([]);
  const chosen = rows.filter((r) => picked.includes(r.id));
  const sum = together(chosen, factor, breakerAmps);
  const pairs = clashes(rows, factor, breakerAmps).slice(0, 4);
  return (
    <section className="stack" aria-label={say(msg('screen.tap.what-if-they-run-together'))}>
      <h3>{say(msg('screen.tap.what-if-these-run-together'))}</h3>
      <div className="row">
        {rows.map((r) => (
          <Checkbox
            key={r.id}
            checked={picked.includes(r.id)}
            onChange={(e) =>
              setPicked(e.target.checked ? [...picked, r.id] : picked.filter((p) => p !== r.id))
            }
          >
            {r.name}
          </Checkbox>
        ))}
      </div>
      <p aria-live="polite">
        {chosen.length === 0
          ? say(msg('screen.tap.tick-two-or-more'))
          : sum.over > 0
            ? say(
                msg('screen.tap.counted-over-the-a-breaker', {
                  counted: amps(sum.counted),
                  breakerAmps,
                  over: amps(sum.over),
                }),
              )
            : say(msg('screen.tap.counted-of-a-they-may', { counted: amps(sum.counted), breakerAmps }))}
      </p>
      {pairs.length > 0 && (
        <p className="muted">
          {say(
            msg('screen.tap.never-together', {
              pairs: pairs
                .map((p) => say(msg('screen.tap.with', { a: p.a, b: p.b, counted: amps(p.counted) })))
                .join('; '),
            }),
          )}
        </p>
      )}
    </section>
  );
}

type HourDrag = ReturnType<typeof useHourDrag<Row>>;

/** An end of a bar, to be taken hold of at an hour. */
const BarEnd = ({
  at,
  y,
  onGrab,
}: {
  readonly at: number;
  readonly y: number;
  readonly onGrab: ReturnType<HourDrag['grab']>;
}) => (
  <rect
    x={x(at) - HANDLE_PX / 2}
    y={y}
    width={HANDLE_PX}
    height={ROW - 8}
    className="load-end"
    onPointerDown={onGrab}
  />
);

/** The hours of one load as bars, with its name and what it draws. */
function LoadBars({
  row,
  hours,
  y,
  grab,
  step,
}: Pick<HourDrag, 'grab' | 'step'> & {
  readonly row: Row;
  readonly hours: readonly Span[];
  readonly y: number;
}) {
  const say = useSay();
  return (
    <g className={row.fresh ? 'load-new' : undefined}>
      {hours.length === 0 && (
        <rect x={x(0)} y={y} width={x(24) - x(0)} height={ROW - 8} className="load-any" />
      )}
      {hours.map((span, i) => (
        <g
          key={i}
          tabIndex={0}
          role="slider"
          aria-label={say(
            msg('screen.tap.to', { name: row.name, from: q.hour(span[0]), to: q.hour(span[1]) }),
          )}
          aria-valuemin={0}
          aria-valuemax={24}
          aria-valuenow={span[0]}
          aria-valuetext={say(msg('screen.tap.to-2', { from: q.hour(span[0]), to: q.hour(span[1]) }))}
          onKeyDown={step(row, i)}
          className="load-bar"
        >
          {piecesOf(span).map(([a, b], k, all) => (
            <g key={k}>
              <rect
                x={x(a)}
                y={y}
                width={Math.max(3, x(b) - x(a))}
                height={ROW - 8}
                onPointerDown={grab(row, i, 'whole')}
              />
              {k === 0 && <BarEnd at={a} y={y} onGrab={grab(row, i, 'from')} />}
              {k === all.length - 1 && <BarEnd at={b} y={y} onGrab={grab(row, i, 'to')} />}
            </g>
          ))}
        </g>
      ))}
      <text x={LEFT + 6} y={y + 13} className="load-name-text">
        {hours.length === 0 ? say(msg('screen.tap.at-any-hour', { name: row.name })) : row.name}
      </text>
      <text x={WIDTH - RIGHT + 8} y={y + 13} className="chart-text">
        {amps(row.amps)}
        {row.continuous ? ' × 1.25' : ''}
      </text>
    </g>
  );
}

/** Every load with its hours over the day; the bars can be dragged, ends and whole, and moved by keys. */
function DayChart({
  rows,
  setHours,
}: {
  readonly rows: readonly Row[];
  readonly setHours: ReturnType<typeof useSetHours>;
}) {
  const say = useSay();
  const { svg, hoursOf, whole, grab, step } = useHourDrag(rows, (px) => x.invert(px), setHours);
  const height = rows.length * ROW + 24;
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="load-day"
      role="group"
      aria-label={say(msg('screen.tap.hours-of-every-load-on'))}
      {...whole}
    >
      {[0, 6, 12, 18, 24].map((h) => (
        <g key={h}>
          <line x1={x(h)} x2={x(h)} y1="0" y2={height - 20} stroke="var(--rule)" />
          <text x={x(h)} y={height - 5} className="chart-text" textAnchor="middle">
            {say(q.hour(h))}
          </text>
        </g>
      ))}
      {rows.map((row, r) => (
        <LoadBars key={row.id} row={row} hours={hoursOf(row)} y={r * ROW + 4} grab={grab} step={step} />
      ))}
    </svg>
  );
}

/** Who runs when on the tapped circuit: bars that can be dragged, ends and whole; keys do the same. */
export function LoadDay({
  evaluation,
  chosen,
}: {
  readonly evaluation: Evaluation;
  readonly chosen: Chosen;
}) {
  const say = useSay();
  const setHours = useSetHours();
  const breaker = chosen.option.taps[0]?.breaker;
  const load = breaker && circuitLoad(chosen.applied.house, chosen.applied.feed, breaker.id);
  if (!breaker || !load) return null;
  const rows: Row[] = load.loads.map((l) => ({
    id: l.id,
    name: l.name,
    amps: l.amps,
    continuous: l.continuous,
    hours: l.hours,
    fresh: newLoad(evaluation.bundle.job, l.id) !== undefined,
  }));
  if (rows.length === 0)
    return (
      <p className="muted">
        {say(msg('screen.tap.nothing-that-runs-on-breaker', { breaker: breaker.number }))}
      </p>
    );
  return (
    <figure className="chart stack">
      <figcaption>
        <h3>
          {say(msg('screen.tap.who-runs-when'))}{' '}
          <span className="muted">{say(msg('screen.tap.drag-a-bar-or-its'))}</span>
        </h3>
      </figcaption>
      <DayChart rows={rows} setHours={setHours} />
      {rows.some((r) => r.hours.length === 0) && (
        <div className="row">
          {rows
            .filter((r) => r.hours.length === 0)
            .map((r) => (
              <Button key={r.id} size="small" onClick={() => setHours(r.id, [[17, 22]])}>
                {say(msg('screen.tap.give-its-hours', { name: r.name }))}
              </Button>
            ))}
        </div>
      )}
      <WhatIf
        key={rows.map((r) => r.id).join()}
        rows={rows}
        breakerAmps={breaker.amps}
        factor={evaluation.pack.limits.continuousFactor.value}
      />
    </figure>
  );
}
