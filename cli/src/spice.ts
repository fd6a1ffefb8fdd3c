import { evaluate, type House, type Job } from '@elwand/core';
import { ohmsOf } from '@elwand/core/bench';
import {
  networkOf,
  spiceOf,
  surveyHouse,
  type Conditions,
  type Network,
  type UseAt,
} from '@elwand/core/network';

const HERTZ = 60;

const labelOf = (u: UseAt, side: 'line' | 'back'): string =>
  `${u.point.label}, device ${u.device + 1}, ${u.what}, ${side === 'line' ? 'hot' : 'return'} side`;

/** What is plugged in or fixed at a point draws at its first use. */
function drawn(house: House, net: Network): Conditions['voltAmperes'] {
  const first = new Map<string, UseAt>();
  for (const u of net.uses) if (!first.has(u.point.id)) first.set(u.point.id, u);
  const sums = new Map<string, number>();
  for (const l of house.loads) sums.set(l.pointId, (sums.get(l.pointId) ?? 0) + l.voltAmperes);
  return (u) => (first.get(u.point.id) === u ? (sums.get(u.point.id) ?? 0) : 0);
}

/**
 * A house as a SPICE netlist, as surveyed; with a job, as it is read once the plan is in it.
 * @throws RangeError where the survey ties a hot straight to neutral, ground or the other leg
 */
export function spiceText(house: House, job: Job | null): string {
  const planned = job ? evaluate({ house, job }).chosen?.applied.house : undefined;
  const shown = planned ?? house;
  const net = networkOf(shown, new Map([...surveyHouse(shown).boxes].map(([id, b]) => [id, b.groups])));
  return spiceOf(
    `${house.name}${job ? `, ${job.name}` : ''}: branch circuits as a network, volts rms against the bonded neutral`,
    net,
    {
      state: new Map(),
      ohmsPerMeter: ohmsOf(shown),
      voltAmperes: drawn(shown, net),
      volts: shown.supplyVolts,
      hertz: HERTZ,
    },
    new Map(
      net.uses.flatMap((u) => [[u.line, labelOf(u, 'line')] as const, [u.back, labelOf(u, 'back')] as const]),
    ),
  );
}
