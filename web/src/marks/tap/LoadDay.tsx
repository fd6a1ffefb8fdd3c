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
import { pointer } from 'd3-selection';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useWork } from '../../workspace/work.ts';
import { movedSpan, piecesOf, STEP_HOURS, type Handle, type Span } from './timetable.ts';
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

interface Drag {
  readonly id: string;
  readonly index: number;
  readonly handle: Handle;
  readonly startHour: number;
  readonly from: Span;
  readonly now: Span;
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
  const [drag, setDrag] = useState<Drag | null>(null);
  const svg = useRef<SVGSVGElement>(null);
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
  const hourAt = (e: PointerEvent): number => (svg.current ? x.invert(pointer(e, svg.current)[0]) : 0);
  const down = (e: PointerEvent<SVGRectElement>, row: Row, index: number, handle: Handle) => {
    const from = row.hours[index];
    if (!from) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    setDrag({ id: row.id, index, handle, startHour: hourAt(e), from, now: from });
  };
  const move = (e: PointerEvent) => {
    if (drag) setDrag({ ...drag, now: movedSpan(drag.from, drag.handle, hourAt(e) - drag.startHour) });
  };
  const write = (row: Row, index: number, span: Span) =>
    setHours(
      row.id,
      row.hours.map((h, i) => (i === index ? span : h)),
    );
  const up = () => {
    const row = rows.find((r) => r.id === drag?.id);
    if (drag && row && drag.now !== drag.from) write(row, drag.index, drag.now);
    setDrag(null);
  };
  const key = (e: KeyboardEvent, row: Row, index: number) => {
    const by = e.key === 'ArrowLeft' ? -STEP_HOURS : e.key === 'ArrowRight' ? STEP_HOURS : 0;
    const span = row.hours[index];
    if (by === 0 || !span) return;
    e.preventDefault();
    e.stopPropagation();
    write(row, index, movedSpan(span, e.shiftKey ? 'to' : 'whole', by));
  };
  const height = rows.length * ROW + 24;
  return (
    <figure className="chart stack">
      <figcaption>
        <h3>
          {say(msg('screen.tap.who-runs-when'))}{' '}
          <span className="muted">{say(msg('screen.tap.drag-a-bar-or-its'))}</span>
        </h3>
      </figcaption>
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="load-day"
        role="group"
        aria-label={say(msg('screen.tap.hours-of-every-load-on'))}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={() => setDrag(null)}
      >
        {[0, 6, 12, 18, 24].map((h) => (
          <g key={h}>
            <line x1={x(h)} x2={x(h)} y1="0" y2={height - 20} stroke="var(--rule)" />
            <text x={x(h)} y={height - 5} className="chart-text" textAnchor="middle">
              {say(q.hour(h))}
            </text>
          </g>
        ))}
        {rows.map((row, r) => {
          const hours = row.hours.map((h, i) => (drag?.id === row.id && drag.index === i ? drag.now : h));
          const y = r * ROW + 4;
          return (
            <g key={row.id} className={row.fresh ? 'load-new' : undefined}>
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
                  onKeyDown={(e) => key(e, row, i)}
                  className="load-bar"
                >
                  {piecesOf(span).map(([a, b], k, all) => (
                    <g key={k}>
                      <rect
                        x={x(a)}
                        y={y}
                        width={Math.max(3, x(b) - x(a))}
                        height={ROW - 8}
                        onPointerDown={(e) => down(e, row, i, 'whole')}
                      />
                      {k === 0 && (
                        <rect
                          x={x(a) - HANDLE_PX / 2}
                          y={y}
                          width={HANDLE_PX}
                          height={ROW - 8}
                          className="load-end"
                          onPointerDown={(e) => down(e, row, i, 'from')}
                        />
                      )}
                      {k === all.length - 1 && (
                        <rect
                          x={x(b) - HANDLE_PX / 2}
                          y={y}
                          width={HANDLE_PX}
                          height={ROW - 8}
                          className="load-end"
                          onPointerDown={(e) => down(e, row, i, 'to')}
                        />
                      )}
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
        })}
      </svg>
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
