import { PointId, type House, type Job } from './document/index.ts';
import type { Feed } from './feed/index.ts';
import { makeBill, type Bill, type Piece } from './materials/index.ts';
import { cutBoxes, type Applied, type Option } from './planning/index.ts';
import type { PlanOfHouse } from './structure/index.ts';
import { deadChain, testSheet, workSteps, type DeadChain, type Step, type Test } from './work/index.ts';
import { wireBox, type BoxWiring } from './wiring/index.ts';

/** What an option comes to in boxes, work and money: enough to lay options side by side. */
export interface Sheet {
  readonly boxes: readonly BoxWiring[];
  readonly steps: readonly Step[];
  readonly bill: Bill;
}

/** Everything the chosen option leads to. */
export interface Chosen extends Sheet {
  readonly option: Option;
  readonly applied: Applied;
  readonly chains: readonly DeadChain[];
  readonly tests: readonly Test[];
}

/** The house as it stands, for the sheets of what is planned in it. */
interface Standing {
  readonly house: House;
  readonly plan: PlanOfHouse;
  readonly feed: Feed;
}

const labelsIn = (house: House): ReadonlyMap<string, string> =>
  new Map(house.points.map((p) => [p.id, p.label]));

/** The cables to cut, one for each leg and one for each bridge. */
function piecesOf({ house, cuts }: Applied, option: Option): Piece[] {
  const labels = labelsIn(house);
  const legs = option.legs.map((leg, i): Piece => ({
    label: `${labels.get(leg.from) ?? '?'} to ${labels.get(leg.to) ?? '?'}`,
    gauge: house.cables.find((c) => c.id === `new-leg-${i + 1}`)?.gauge ?? '14',
    conductors: leg.conductors,
    method: leg.method,
    lengthMm: leg.route.cableMm,
  }));
  const bridges = cuts.map(({ cable, from, to }): Piece => ({
    label: `bridge in ${from.label} to ${to.label}`,
    gauge: cable.gauge ?? '14',
    conductors: cable.conductors,
    method: 'NM-B',
    lengthMm: house.cables.find((c) => c.id === `cut-${cable.id}-bridge`)?.lengthMm ?? 0,
  }));
  return [...legs, ...bridges];
}

/** Boxes, steps and bill of one option: the outage it tells is the sum of its own steps, its price that of its own bill. */
export function sheetOf({ house, plan, feed }: Standing, job: Job, option: Option, applied: Applied): Sheet {
  const ids = [
    ...new Set([
      ...option.taps.filter((t) => !t.atPanel).map((t) => t.pointId),
      ...applied.protectedAt,
      ...applied.changed,
      ...applied.cuts.flatMap(cutBoxes),
      ...option.legs.map((l) => PointId.parse(l.to)),
    ]),
  ];
  const boxes = ids.flatMap((id) => wireBox(applied, { house, feed }, job, id) ?? []);
  const labels = labelsIn(applied.house);
  return {
    boxes,
    steps: workSteps({
      house,
      job,
      plan,
      option,
      boxes,
      cuts: applied.cuts,
      darkLabels: option.dark.flatMap((id) => labels.get(id) ?? []),
      labels,
    }),
    bill: makeBill({
      house: applied.house,
      before: house,
      job,
      plan,
      boxes,
      legs: option.legs,
      pieces: piecesOf(applied, option),
    }),
  };
}

/** An option with the proofs of dead at its boxes and the tests at its end. */
export function chosenOf({ house }: Standing, option: Option, applied: Applied, sheet: Sheet): Chosen {
  const dark = house.points.filter((p) => option.dark.includes(p.id));
  const fresh = applied.house.points.filter((p) => p.id.startsWith('new-'));
  const ends = new Set<string>([
    ...option.taps.map((t) => t.pointId),
    ...applied.cuts.flatMap((c) => [c.from.id, c.to.id]),
  ]);
  return {
    option,
    applied,
    ...sheet,
    chains: house.points.filter((p) => ends.has(p.id)).map((p) => deadChain(house, p)),
    tests: testSheet(applied.house, applied.feed, fresh, dark),
  };
}
