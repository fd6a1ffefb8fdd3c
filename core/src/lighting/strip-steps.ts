import type { House } from '../document/index.ts';
import { formatLength } from '../units/index.ts';
import { allOf, msg, q, type Text } from '../words/index.ts';
import { leadsIn, piecesIn, type StripPlan } from './plan-strip.ts';
import { STRIP_MINUTES } from './strip-values.ts';

/** The work of a strip in its order, and what is measured when it is on. */

export interface StripStep {
  readonly key: string;
  readonly what: 'cut' | 'bench' | 'mount' | 'leads' | 'driver' | 'test';
  readonly minutes: number;
  readonly title: Text;
  readonly detail: Text;
}

const nameOf = (nth: number, part: number, parts: number): Text =>
  parts > 1 ? msg('lighting.piece.part', { nth, part }) : msg('lighting.piece.whole', { nth });

/** Every piece to cut, with its name and length. */
export function piecesToCut(plan: StripPlan): { readonly name: Text; readonly lengthMm: number }[] {
  const pieces = piecesIn(plan);
  const parts = (nth: number) => pieces.filter((p) => p.nth === nth).length;
  return pieces.map((p) => ({ name: nameOf(p.nth, p.part, parts(p.nth)), lengthMm: p.lengthMm }));
}

/** Where each lead goes in, in words. */
export function leadsToPull(plan: StripPlan): {
  readonly to: Text;
  readonly driver: number;
  readonly gauge: string;
  readonly lengthMm: number;
  readonly amps: number;
  readonly drop: number;
}[] {
  return plan.outputs.flatMap((o, i) =>
    o.chains.flatMap(({ pieces, fed }) =>
      (fed?.leads ?? []).map(({ at, gauge, lengthMm, amps, drop }) => {
        const [before, after] = [pieces[at - 1], pieces[at]];
        const to: Text =
          before && after
            ? msg('lighting.lead.between', { from: before.nth, to: after.nth })
            : msg(after ? 'lighting.lead.start' : 'lighting.lead.end', { nth: (after ?? before)?.nth ?? 1 });
        return { to, driver: i + 1, gauge, lengthMm, amps, drop };
      }),
    ),
  );
}

/** What to do, in order. The supply for the driver is the job’s own work. */
export function stripSteps(plan: StripPlan, { units }: Pick<House, 'units'>): StripStep[] {
  const { strip, outputs, make } = plan;
  const step = (what: StripStep['what'], times: number, title: Text, detail: Text): StripStep => ({
    key: `${strip.id}:${what}`,
    what,
    minutes: STRIP_MINUTES[what].once + STRIP_MINUTES[what].each * times,
    title,
    detail,
  });
  const pieces = piecesToCut(plan);
  const leads = leadsIn(plan);
  const least = Math.min(...outputs.flatMap((o) => o.chains.map((c) => c.fed?.leastVolts ?? make.volts)));
  return [
    step(
      'cut',
      pieces.length,
      msg('lighting.step.cut'),
      msg('lighting.step.cut-detail', {
        pieces: allOf(
          pieces.map((p) =>
            msg('lighting.step.piece', { piece: p.name, length: formatLength(p.lengthMm, units, 'inches') }),
          ),
        ),
      }),
    ),
    step('bench', pieces.length, msg('lighting.step.bench'), msg('lighting.step.bench-detail')),
    ...(strip.channel === 'none'
      ? [step('mount', pieces.length, msg('lighting.step.clean'), msg('lighting.step.clean-detail'))]
      : [
          step('mount', 3 * pieces.length, msg('lighting.step.channel'), msg('lighting.step.channel-detail')),
        ]),
    step(
      'leads',
      leads.length,
      msg('lighting.step.leads', { count: leads.length }),
      msg('lighting.step.leads-detail', { apart: q.distance(50.8) }),
    ),
    step(
      'driver',
      outputs.length,
      msg('lighting.step.driver', { count: outputs.length }),
      msg('lighting.step.driver-detail', { count: outputs.length }),
    ),
    step(
      'test',
      pieces.length,
      msg('lighting.step.test'),
      msg('lighting.step.test-detail', {
        volts: q.volts(make.volts),
        // What the meter may show less than the sum says.
        least: q.volts(Math.floor(least * 10) / 10),
      }),
    ),
  ];
}
