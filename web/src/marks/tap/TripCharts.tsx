import {
  fastestTrip,
  faultAt,
  heatedC,
  heatedConductor,
  overload,
  plain,
  settledC,
  slowestTrip,
  timeConstant,
  tripOfCable,
  withstandSeconds,
  type Chosen,
  type Evaluation,
  type FaultAt,
  type HeatedConductor,
} from '@elwand/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { useState } from 'react';
import { Choice } from '../../parts/Choice.tsx';

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
      aria-label={`Time against current: breaker of ${breaker} A and ${conductor.gauge} AWG`}
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
        ampere
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
            far end
          </text>
        </g>
      )}
      <text x={x(breaker * 6)} y={y(40)} className="chart-text">
        wire is harmed right of this
      </text>
      <text x={x(breaker * 3)} y={y(1500)} className="chart-text">
        breaker: full slow, thin fast
      </text>
    </svg>
  );
}

const MINUTES = 60;

/** Temperature over one hour at the current that the breaker may carry that long. */
function Heating({ conductor, breaker }: { readonly conductor: HeatedConductor; readonly breaker: number }) {
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
      aria-label={`Temperature over an hour at ${o.hourAmps} A: it settles at ${Math.round(o.hourC)} of ${o.insulationC} degrees`}
    >
      {[0, 15, 30, 45, 60].map((m) => (
        <g key={m}>
          <line x1={x(m)} x2={x(m)} y1={PAD.top} y2={HEIGHT - PAD.bottom} stroke="var(--rule)" />
          <text x={x(m)} y={HEIGHT - 18} className="chart-text" textAnchor={m === 60 ? 'end' : 'middle'}>
            {m} min
          </text>
        </g>
      ))}
      {[30, 60, 90, 120].map((c) => (
        <text key={c} x={PAD.left - 5} y={y(c) + 4} className="chart-text" textAnchor="end">
          {c} °C
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
        insulation, {o.insulationC} °C
      </text>
      <path
        d={path}
        fill="none"
        stroke="var(--copper)"
        strokeWidth="3"
        strokeDasharray={o.hourC > o.insulationC ? '9 3' : undefined}
      />
      <text x={x(30)} y={HEIGHT - PAD.bottom - 8} className="chart-text" textAnchor="middle">
        {conductor.gauge} AWG at {plain(o.hourAmps, 2)} A: {Math.round(o.hourC)} °C
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
    <section className="stack" aria-label="Breaker against wire">
      <div className="row">
        <h3 className="grow">Does the breaker open before the wire is harmed?</h3>
        <Choice
          label="Show"
          hideLabel
          value={other}
          width={220}
          options={[
            { value: 'found', label: `the weakest there: ${worst.conductor.gauge} AWG` },
            ...GAUGE_OPTIONS.map((g) => ({ value: g, label: `if it were ${g} AWG` })),
          ]}
          onChange={setOther}
        />
      </div>
      <div className="trip-charts">
        <figure className="chart" tabIndex={0}>
          <figcaption>
            <b>Overload.</b> The breaker may carry {plain(o.hourAmps, 2)} A for an hour.{' '}
            {o.hourC <= o.insulationC
              ? `${shown.gauge} AWG settles at ${Math.round(o.hourC)} °C: its insulation is made for ${o.insulationC} °C.`
              : `${shown.gauge} AWG goes to ${Math.round(o.hourC)} °C, over the ${o.insulationC} °C of its insulation, and nothing opens.`}
          </figcaption>
          <Heating conductor={shown} breaker={tap.breaker.amps} />
        </figure>
        <figure className="chart" tabIndex={0}>
          <figcaption>
            <b>Short circuit.</b>{' '}
            {at
              ? `${Math.round(at.amps)} A at the far end: off within ${words(Number(at.seconds.toPrecision(2)))}${at.standsSeconds === null ? '' : `, the wire stands ${words(Number(at.standsSeconds.toPrecision(2)))}`}.${worst.faultAsked ? '' : ' Reckoned with 5000 A at the panel.'}`
              : 'The current at the far end is not worked out: a length or size on the way was never read.'}
          </figcaption>
          <TimeCurrent conductor={shown} breaker={tap.breaker.amps} fault={at} />
        </figure>
      </div>
    </section>
  );
}
