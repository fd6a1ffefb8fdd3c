import {
  formatLength,
  percent,
  volts,
  voltageDrop,
  type Chosen,
  type Evaluation,
  msg,
  q,
  row,
} from '@elwand/core';
import { scaleLinear } from 'd3-scale';
import { LimitLine } from './LimitLine.tsx';
import { useSay } from '../../app/say.ts';

const WIDTH = 640;
const HEIGHT = 150;
const PAD = { left: 44, right: 120, top: 14, bottom: 40 };

/** Voltage along the way from the breaker to the farthest new point, cable by cable. */
export function DropPath({
  evaluation,
  chosen,
}: {
  readonly evaluation: Evaluation;
  readonly chosen: Chosen;
}) {
  const say = useSay();
  const { house, feed, fresh } = chosen.applied;
  const drops = chosen.option.legs.flatMap((l) => {
    const point = house.points.find((p) => p.id === l.to);
    const drop = point && voltageDrop(house, feed, evaluation.pack, point.id);
    return point && drop ? [{ point, drop }] : [];
  });
  const first = drops[0];
  if (!first) return null;
  const { point, drop } = drops.reduce((a, b) => (b.drop.share > a.drop.share ? b : a), first);
  const limit = evaluation.pack.limits.voltageDrop;
  const cables = new Map(house.cables.map((c) => [c.id, c] as const));
  const labels = new Map(house.points.map((p) => [p.id as string, p.label] as const));
  const n = drop.segments.length;
  const x = scaleLinear()
    .domain([0, n])
    .range([PAD.left, WIDTH - PAD.right]);
  const y = scaleLinear()
    .domain([0, Math.max(limit.value * 1.25, drop.share * 1.1)])
    .range([PAD.top, HEIGHT - PAD.bottom]);
  const supply = drop.share > 0 ? drop.volts / drop.share : 120;
  const stops = drop.segments.map((s, i) => {
    const before = drop.segments.slice(0, i).reduce((t, x) => t + (x.volts ?? 0), 0);
    const from = before / supply;
    const cable = cables.get(s.cableId);
    // The end that lies further from the breaker names the stop.
    const ends = cable ? [cable.from, cable.to].flatMap((e) => (e.at === 'point' ? [e.pointId] : [])) : [];
    const far = ends.find((id) => feed.boxes.get(id)?.path.at(-1) === s.cableId);
    return {
      s,
      i,
      from,
      to: from + (s.volts ?? 0) / supply,
      label: far ? (labels.get(far) ?? '?') : '?',
      fresh: fresh.has(s.cableId),
    };
  });
  return (
    <figure className="chart" tabIndex={0}>
      <figcaption>
        <h3>
          {say(msg('screen.tap.voltage-on-the-way-to', { point: point.label }))}{' '}
          <span className="muted">
            {say(
              msg('screen.tap.lost-over-what-is-known', {
                volts: volts(drop.volts),
                share: percent(drop.share),
                limit: percent(limit.value, 0),
                celsius: q.celsius(drop.celsius),
              }),
            )}
          </span>
        </h3>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={say(
          msg('screen.tap.voltage-drop-to', {
            point: point.label,
            share: percent(drop.share),
            stops: stops.map((t) => `${t.label} ${percent(t.to)}`).join(', '),
          }),
        )}
      >
        <line x1={PAD.left} x2={WIDTH - PAD.right} y1={y(0)} y2={y(0)} stroke="var(--rule-strong)" />
        <text x={PAD.left - 6} y={y(0) + 4} className="chart-text" textAnchor="end">
          0%
        </text>
        <LimitLine
          from={PAD.left}
          to={WIDTH - PAD.right}
          y={y(limit.value)}
          label={say(msg('screen.tap.advised', { value: percent(limit.value, 0) }))}
          advice
        />
        {stops.map(({ s, i, from, to, label, fresh }) => (
          <g key={s.cableId}>
            <line
              x1={x(i)}
              x2={x(i + 1)}
              y1={y(from)}
              y2={y(to)}
              stroke={fresh ? 'var(--new)' : 'var(--ink)'}
              strokeWidth={fresh ? 3 : 1.6}
              strokeDasharray={s.volts === null ? '3 4' : undefined}
            />
            <circle
              cx={x(i + 1)}
              cy={y(to)}
              r="4"
              fill={fresh ? 'var(--new)' : 'var(--sheet)'}
              stroke={fresh ? 'var(--new)' : 'var(--ink)'}
            />
            <text x={x(i + 1) + 8} y={y(to) - 6} className="chart-text">
              {s.volts === null ? '' : percent(to)}
            </text>
            <text x={x(i + 1)} y={HEIGHT - 24} className="chart-text" textAnchor="middle">
              {label}
            </text>
            <text x={(x(i) + x(i + 1)) / 2} y={HEIGHT - 8} className="chart-text" textAnchor="middle">
              {say(
                row([
                  s.lengthMm === null ? '?' : formatLength(s.lengthMm, house.units),
                  s.gauge === null ? '?' : `${s.gauge} AWG`,
                ]),
              )}
            </text>
          </g>
        ))}
        <text x={PAD.left} y={HEIGHT - 24} className="chart-text" textAnchor="middle">
          {say(msg('screen.tap.breaker'))}
        </text>
      </svg>
      {(drop.unknownLength.length > 0 || drop.unknownGauge.length > 0) && (
        <p className="muted">
          {say(msg('screen.tap.dashed-length-or-size-never'))}
          {drop.roomMm !== null && ' '}
          {drop.roomMm !== null &&
            say(msg('screen.tap.the-unread-part-may-be', { room: formatLength(drop.roomMm, house.units) }))}
        </p>
      )}
    </figure>
  );
}
