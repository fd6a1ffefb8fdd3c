import { amps, circuitLoad, type Chosen, type Evaluation, msg, q } from '@elwand/core';
import { scaleLinear } from 'd3-scale';
import { area, curveStepAfter, line } from 'd3-shape';
import { LimitLine } from './LimitLine.tsx';
import { useSay } from '../../app/say.ts';

const WIDTH = 640;
const HEIGHT = 150;
const PAD = { left: 44, right: 140, top: 12, bottom: 22 };

interface HourBar {
  readonly hour: number;
  readonly amps: number;
}

const closed = (day: readonly HourBar[]): HourBar[] => [...day, { hour: 24, amps: day.at(-1)?.amps ?? 0 }];

/** Current on the tapped circuit over the day, before and with the new points, against breaker rating and continuous limit. */
export function LoadChart({
  evaluation,
  chosen,
}: {
  readonly evaluation: Evaluation;
  readonly chosen: Chosen;
}) {
  const say = useSay();
  const breaker = chosen.option.taps[0]?.breaker;
  if (!breaker) return null;
  const before = circuitLoad(evaluation.bundle.house, evaluation.feed, breaker.id);
  const after = circuitLoad(chosen.applied.house, chosen.applied.feed, breaker.id);
  if (!before || !after) return null;
  const limit = breaker.amps / evaluation.pack.limits.continuousFactor.value;
  const x = scaleLinear()
    .domain([0, 24])
    .range([PAD.left, WIDTH - PAD.right]);
  const y = scaleLinear()
    .domain([0, Math.max(breaker.amps * 1.1, ...after.day.map((d) => d.amps))])
    .range([HEIGHT - PAD.bottom, PAD.top]);
  const fill = area<HourBar>()
    .x((d) => x(d.hour))
    .y0(y(0))
    .y1((d) => y(d.amps))
    .curve(curveStepAfter);
  const edge = line<HourBar>()
    .x((d) => x(d.hour))
    .y((d) => y(d.amps))
    .curve(curveStepAfter);
  const worst = after.worst;
  return (
    <figure className="chart" tabIndex={0}>
      <figcaption>
        <h3>
          {say(msg('screen.tap.breaker-over-the-day', { breaker: breaker.number }))}{' '}
          <span className="muted">
            {say(
              msg('screen.tap.worst-at', {
                hour: q.hour(worst.hour),
                amps: amps(worst.amps),
                names: worst.names.join(', ') || say(msg('screen.tap.nothing-entered')),
              }),
            )}
          </span>
        </h3>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={say(
          msg('screen.tap.current-on-breaker-over-the', {
            breaker: breaker.number,
            amps: amps(worst.amps),
            rating: q.rating(breaker.amps),
          }),
        )}
      >
        {[0, 6, 12, 18, 24].map((h) => (
          <g key={h}>
            <line x1={x(h)} x2={x(h)} y1={PAD.top} y2={HEIGHT - PAD.bottom} stroke="var(--rule)" />
            <text x={x(h)} y={HEIGHT - 6} className="chart-text" textAnchor="middle">
              {say(q.hour(h))}
            </text>
          </g>
        ))}
        <path d={fill(closed(after.day)) ?? ''} fill="var(--new-tint)" />
        <path d={fill(closed(before.day)) ?? ''} fill="var(--rule)" />
        <path d={edge(closed(after.day)) ?? ''} fill="none" stroke="var(--new)" strokeWidth="2" />
        <path d={edge(closed(before.day)) ?? ''} fill="none" stroke="var(--ink)" strokeWidth="1.2" />
        <LimitLine
          from={PAD.left}
          to={WIDTH - PAD.right}
          y={y(breaker.amps)}
          label={say(msg('screen.tap.breaker-a', { amps: breaker.amps }))}
        />
        <LimitLine
          from={PAD.left}
          to={WIDTH - PAD.right}
          y={y(limit)}
          label={say(msg('screen.tap.3-h-or-more-a', { limit }))}
          advice
        />
        {[0, breaker.amps / 2].map((a) => (
          <text key={a} x={PAD.left - 6} y={y(a) + 4} className="chart-text" textAnchor="end">
            {say(q.rating(a))}
          </text>
        ))}
        <text
          x={WIDTH - PAD.right + 6}
          y={Math.min(y(after.day.at(-1)?.amps ?? 0) - 4, HEIGHT - PAD.bottom - 16)}
          className="chart-text chart-new"
        >
          {say(msg('screen.tap.with-the-new'))}
        </text>
      </svg>
    </figure>
  );
}
