import {
  fastestTrip,
  faultAt,
  heatedC,
  heatedConductor,
  overload,
  settledC,
  slowestTrip,
  timeConstant,
  tripOfCable,
  withstandSeconds,
  type Chosen,
  type Evaluation,
  type FaultAt,
  type HeatedConductor,
  msg,
  q,
  sentences,
  type UnitSystem,
  celsiusOf,
} from '@elwand/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { useState } from 'react';
import { Choice } from '../../parts/Choice.tsx';
import { useSay, useUnits } from '../../app/say.ts';

const WIDTH = 420;
const HEIGHT = 250;
const PAD = { left: 52, right: 14, top: 12, bottom: 34 };
const TIMES = [0.01, 0.1, 1, 10, 60, 600, 3600] as const;
const words = (s: number): string => (s >= 3600 ? '1 h' : s >= 60 ? `${s / 60} min` : `${s} s`);

/** Log-log: how long the breaker may take at a current, and how long the conductor stands it. */
function TimeCurrent({
  conductor,
  breaker,
  fault,
}: {
  readonly conductor: HeatedConductor;
  readonly breaker: number;
  readonly fault: FaultAt | null;
}) {
  const say = useSay();
  const x = scaleLog()
    .domain([breaker, breaker * 200])
    .range([PAD.left, WIDTH - PAD.right]);
  const y = scaleLog()
    .domain([0.005, 7200])
    .range([HEIGHT - PAD.bottom, PAD.top])
    .clamp(true);
  const currents = Array.from({ length: 160 }, (_, i) => breaker * 1.02 * 200 ** (i / 160));
  const draw = line<readonly [number, number]>()
    .defined(([, t]) => Number.isFinite(t))
    .x(([a]) => x(a))
    .y(([, t]) => y(t));
  const of = (f: (amps: number) => number) => draw(currents.map((a) => [a, f(a)] as const)) ?? '';
  // Two questions, two curves: under five seconds the heat cannot leave; above, the conductor heats up to its short-overload limit.
  const { shortC } = overload(conductor, breaker);
  const short = (amps: number): number => {
    const seconds = withstandSeconds(conductor, amps);
    return seconds <= 5 ? seconds : Number.NaN;
  };
  const start = settledC(conductor, breaker);
  const long = (amps: number): number => {
    const end = settledC(conductor, amps);
    if (end <= shortC || start >= shortC) return Number.NaN;
    const seconds = timeConstant(conductor) * Math.log((end - start) / (end - shortC));
    return seconds > 5 ? seconds : Number.NaN;
  };
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={say(msg('screen.tap.time-against-current-breaker-of', { breaker, gauge: conductor.gauge }))}
    >
      {TIMES.map((t) => (
        <g key={t}>
          <line x1={PAD.left} x2={WIDTH - PAD.right} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
          <text x={PAD.left - 5} y={y(t) + 4} className="chart-text" textAnchor="end">
            {words(t)}
          </text>
        </g>
      ))}
      {[1, 2, 5, 10, 20, 50, 100].map((m) => (
        <g key={m}>
          <line
            x1={x(breaker * m)}
            x2={x(breaker * m)}
            y1={PAD.top}
            y2={HEIGHT - PAD.bottom}
            stroke="var(--rule)"
          />
          <text x={x(breaker * m)} y={HEIGHT - 18} className="chart-text" textAnchor="middle">
            {breaker * m}
          </text>
        </g>
      ))}
      <text x={(PAD.left + WIDTH - PAD.right) / 2} y={HEIGHT - 3} className="chart-text" textAnchor="middle">
        {say(msg('screen.tap.ampere'))}
      </text>
      <path d={of((a) => slowestTrip(a / breaker))} fill="none" stroke="var(--ink)" strokeWidth="2.4" />
      <path
        d={of((a) => fastestTrip(a / breaker))}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1"
        strokeDasharray="4 3"
      />
      {[short, long].map((f) => (
        <path
          key={f.name}
          d={of(f)}
          fill="none"
          stroke="var(--copper)"
          strokeWidth="3"
          strokeDasharray="9 3"
        />
      ))}
      {fault && (
        <g>
          <circle
            cx={x(fault.amps)}
            cy={y(fault.seconds)}
            r="5"
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="2"
          />
          <text x={x(fault.amps)} y={y(fault.seconds) - 9} className="chart-text" textAnchor="end">
            {say(msg('screen.tap.far-end'))}
          </text>
        </g>
      )}
      <text x={x(breaker * 6)} y={y(40)} className="chart-text">
        {say(msg('screen.tap.wire-is-harmed-right-of'))}
      </text>
      <text x={x(breaker * 3)} y={y(1500)} className="chart-text">
        {say(msg('screen.tap.breaker-full-slow-thin-fast'))}
      </text>
    </svg>
  );
}

const MINUTES = 60;

/** Round numbers of the scale in the unit of the house, as °C. */
const DEGREES: Readonly<Record<UnitSystem, readonly number[]>> = {
  metric: [30, 60, 90, 120],
  imperial: [100, 150, 200, 250].map(celsiusOf),
};

/** Temperature over one hour at the current that the breaker may carry that long. */
function Heating({ conductor, breaker }: { readonly conductor: HeatedConductor; readonly breaker: number }) {
  const say = useSay();
  const units = useUnits();
  const o = overload(conductor, breaker);
  const x = scaleLinear()
    .domain([0, MINUTES])
    .range([PAD.left, WIDTH - PAD.right]);
  const top = Math.max(140, o.hourC + 10);
  const y = scaleLinear()
    .domain([20, top])
    .range([HEIGHT - PAD.bottom, PAD.top]);
  const start = settledC(conductor, breaker);
  const path =
    line<number>()
      .x((m) => x(m))
      .y((m) => y(heatedC(conductor, o.hourAmps, m * 60, start)))(
      Array.from({ length: 121 }, (_, i) => (i / 120) * MINUTES),
    ) ?? '';
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={say(
        msg('screen.tap.temperature-over-an-hour-at', {
          amps: q.rating(o.hourAmps),
          settles: q.celsius(o.hourC),
          limit: q.celsius(o.insulationC),
        }),
      )}
    >
      {[0, 15, 30, 45, 60].map((m) => (
        <g key={m}>
          <line x1={x(m)} x2={x(m)} y1={PAD.top} y2={HEIGHT - PAD.bottom} stroke="var(--rule)" />
          <text x={x(m)} y={HEIGHT - 18} className="chart-text" textAnchor={m === 60 ? 'end' : 'middle'}>
            {say(msg('screen.tap.min', { m }))}
          </text>
        </g>
      ))}
      {DEGREES[units].map((c) => (
        <text key={c} x={PAD.left - 5} y={y(c) + 4} className="chart-text" textAnchor="end">
          {say(q.celsius(c))}
        </text>
      ))}
      <line
        x1={PAD.left}
        x2={WIDTH - PAD.right}
        y1={y(o.insulationC)}
        y2={y(o.insulationC)}
        stroke="var(--stop)"
        strokeWidth="1.6"
      />
      <text x={WIDTH - PAD.right - 4} y={y(o.insulationC) - 5} className="chart-text" textAnchor="end">
        {say(msg('screen.tap.insulation-limit', { limit: q.celsius(o.insulationC) }))}
      </text>
      <path
        d={path}
        fill="none"
        stroke="var(--copper)"
        strokeWidth="3"
        strokeDasharray={o.hourC > o.insulationC ? '9 3' : undefined}
      />
      <text x={x(30)} y={HEIGHT - PAD.bottom - 8} className="chart-text" textAnchor="middle">
        {say(
          msg('screen.tap.awg-at-a', {
            gauge: conductor.gauge,
            amps: q.rating(o.hourAmps),
            settles: q.celsius(o.hourC),
          }),
        )}
      </text>
    </svg>
  );
}

const GAUGE_OPTIONS = ['14', '12', '10'] as const;

/** Why a conductor and a breaker belong together, in two questions: overload and fault. */
export function TripCharts({
  evaluation,
  chosen,
}: {
  readonly evaluation: Evaluation;
  readonly chosen: Chosen;
}) {
  const say = useSay();
  const tap = chosen.option.taps[0];
  const { house, feed } = chosen.applied;
  const circuit = tap && feed.circuits.get(tap.breaker.id);
  const trips = (circuit?.cables ?? []).flatMap((id) => {
    const cable = house.cables.find((c) => c.id === id);
    return cable && tap ? (tripOfCable(house, feed, evaluation.pack, tap.breaker, cable) ?? []) : [];
  });
  const worst = trips.reduce<(typeof trips)[number] | undefined>(
    (a, b) => (!a || b.overload.hourC > a.overload.hourC ? b : a),
    undefined,
  );
  const [other, setOther] = useState<(typeof GAUGE_OPTIONS)[number] | 'found'>('found');
  if (!tap || !worst || tap.breaker.amps > 30) return null;
  const shown =
    other === 'found'
      ? worst.conductor
      : heatedConductor({ gauge: other, metal: 'Cu', type: 'NM-B' }, evaluation.pack);
  if (!shown) return null;
  const o = overload(shown, tap.breaker.amps);
  // The longest way whose lengths are all known: the smallest fault current of the circuit.
  const far = trips
    .flatMap((t) => t.far ?? [])
    .reduce<FaultAt | null>((a, b) => (!a || b.amps < a.amps ? b : a), null);
  const at = far && faultAt(shown, tap.breaker.amps, far.amps);
  return (
    <section className="stack" aria-label={say(msg('screen.tap.breaker-against-wire'))}>
      <div className="row">
        <h3 className="grow">{say(msg('screen.tap.does-the-breaker-open-before'))}</h3>
        <Choice
          label={say(msg('screen.tap.show'))}
          hideLabel
          value={other}
          width={220}
          options={[
            {
              value: 'found',
              label: say(msg('screen.tap.the-weakest-there-awg', { gauge: worst.conductor.gauge })),
            },
            ...GAUGE_OPTIONS.map((g) => ({
              value: g,
              label: say(msg('screen.tap.if-it-were-awg', { gauge: g })),
            })),
          ]}
          onChange={setOther}
        />
      </div>
      <div className="trip-charts">
        <figure className="chart" tabIndex={0}>
          <figcaption>
            <b>{say(msg('screen.tap.overload'))}</b>{' '}
            {say(
              sentences([
                msg('screen.tap.the-breaker-may-carry-a', { amps: q.rating(o.hourAmps) }),
                msg(o.hourC <= o.insulationC ? 'screen.tap.wire-settles-at' : 'screen.tap.wire-goes-to', {
                  gauge: shown.gauge,
                  settles: q.celsius(o.hourC),
                  limit: q.celsius(o.insulationC),
                }),
              ]),
            )}
          </figcaption>
          <Heating conductor={shown} breaker={tap.breaker.amps} />
        </figure>
        <figure className="chart" tabIndex={0}>
          <figcaption>
            <b>{say(msg('screen.tap.short-circuit'))}</b>{' '}
            {at
              ? say(
                  sentences([
                    msg('screen.tap.a-at-the-far-end', {
                      amps: q.rating(Math.round(at.amps)),
                      off: words(Number(at.seconds.toPrecision(2))),
                    }),
                    at.standsSeconds === null
                      ? ''
                      : msg('screen.tap.the-wire-stands', {
                          stands: words(Number(at.standsSeconds.toPrecision(2))),
                        }),
                    worst.faultAsked ? '' : msg('screen.tap.assumed-fault', { amps: q.rating(5000) }),
                  ]),
                )
              : say(msg('screen.tap.the-current-at-the-far'))}
          </figcaption>
          <TimeCurrent conductor={shown} breaker={tap.breaker.amps} fault={at} />
        </figure>
      </div>
    </section>
  );
}
