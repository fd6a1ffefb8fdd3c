import {
  isProtecting,
  protectingKind,
  PointId,
  type House,
  type Job,
  type Point,
} from '../document/index.ts';
import type { Feed } from '../feed/index.ts';
import { makeBill, type Bill, type Piece } from '../materials/index.ts';
import { bridgeOf, changesOf, cutBoxes, type Applied, type Option } from '../planning/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';
import {
  deadChain,
  powerOf,
  testSheet,
  workSteps,
  type DeadChain,
  type Power,
  type Protector,
  type Step,
  type Test,
  type WorkInput,
} from '../work/index.ts';
import { wireBox, type BoxWiring } from '../wiring/index.ts';
import { msg } from '../words/index.ts';

/** What an option comes to in boxes, work and money: enough to lay options side by side. */
export interface Sheet {
  readonly boxes: readonly BoxWiring[];
  readonly steps: readonly Step[];
  /** What goes off for it, and which boxes are opened and tested dead. */
  readonly power: Power;
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
  const legs = option.legs.flatMap((leg, i): Piece[] =>
    leg.own
      ? []
      : [
          {
            label: msg('evaluation.run', {
              from: labels.get(leg.from) ?? '?',
              to: labels.get(leg.to) ?? '?',
            }),
            gauge: house.cables.find((c) => c.id === `new-leg-${i + 1}`)?.gauge ?? '14',
            conductors: leg.conductors,
            method: leg.method,
            lengthMm: leg.route.cableMm,
          },
        ],
  );
  const bridges = cuts.flatMap(({ cable, fromLabel, to }): Piece[] => {
    const bridge = house.cables.find((c) => c.id === bridgeOf(cable));
    return bridge
      ? [
          {
            label: msg('evaluation.bridge', { from: fromLabel, to: to.label }),
            gauge: cable.gauge ?? '14',
            conductors: cable.conductors,
            method: bridge.type,
            lengthMm: bridge.lengthMm ?? 0,
          },
        ]
      : [];
  });
  return [...legs, ...bridges];
}

/** Boxes, steps and bill of one option: the outage it tells is the sum of its own steps, its price that of its own bill. */
export function sheetOf({ house, plan, feed }: Standing, job: Job, option: Option, applied: Applied): Sheet {
  const ids = [
    ...new Set([
      ...option.taps.filter((t) => !t.atPanel).map((t) => t.pointId),
      ...applied.protectedAt,
      ...applied.changed,
      ...applied.undone,
      ...applied.cuts.flatMap(cutBoxes),
      ...option.legs.map((l) => PointId.parse(l.to)),
    ]),
  ];
  const boxes = ids.flatMap((id) => wireBox(applied, { house, feed }, job, id) ?? []);
  const labels = labelsIn(applied.house);
  const input: WorkInput = {
    house,
    job,
    plan,
    option,
    boxes,
    feed,
    after: applied.house.points,
    cuts: applied.cuts,
    changes: changesOf(house, job),
    labels: new Map([...labelsIn(house), ...labels]),
  };
  const power = powerOf(input);
  const steps = workSteps(input, power);
  return {
    boxes,
    power,
    steps,
    bill: makeBill({
      house: applied.house,
      before: house,
      job,
      plan,
      boxes,
      legs: option.legs,
      pieces: piecesOf(applied, option),
      // An electrician comes with tools.
      tools: steps.flatMap((s) => (s.by === 'electrician' ? [] : s.tools)),
    }),
  };
}

/** Points that are new, and those that have another device in them or another conductor on it. */
function changedPointsOf(house: House, { house: after, protectedAt, changed }: Applied): Point[] {
  const stood = new Set(house.points.map((p) => p.id));
  const touched = new Set([...protectedAt, ...changed]);
  return after.points.filter((p) => !stood.has(p.id) || touched.has(p.id));
}

/** Devices and breakers that protect and were put in by the plan, with what goes dead when they trip. */
function protectorsOf(house: House, { house: after, feed }: Applied): Protector[] {
  const stood = new Map(house.points.map((p) => [p.id, p] as const));
  const had = new Map(house.panels.flatMap((p) => p.breakers.map((b) => [b.id, b.protection] as const)));
  const covered = (id: string) =>
    after.points.flatMap((p) => {
      const box = feed.boxes.get(p.id);
      return (box?.groundFaultBy === id || box?.arcFaultBy === id) &&
        !p.devices.every((d) => d.kind === 'blank')
        ? [p.label]
        : [];
    });
  const count = (p: Point | undefined) =>
    p?.devices
      .filter(isProtecting)
      .map((d) => d.kind)
      .join() ?? '';
  const devices = after.points.flatMap((p): Protector[] => {
    if (count(p) === '' || count(stood.get(p.id)) === count(p)) return [];
    const kind = protectingKind(p);
    return [
      {
        key: p.id,
        pointId: p.id,
        name: msg('evaluation.protector', { device: msg(`evaluation.protector.${kind}`), point: p.label }),
        covers: covered(p.id),
      },
    ];
  });
  const breakers = after.panels.flatMap((panel) =>
    panel.breakers.flatMap((b): Protector[] =>
      b.protection === 'none' || had.get(b.id) === b.protection
        ? []
        : [
            {
              key: b.id,
              pointId: b.id,
              name: msg('evaluation.breaker', { number: b.number }),
              covers: covered(b.id),
            },
          ],
    ),
  );
  return [...devices, ...breakers];
}
/** An option with the proofs of dead at its boxes and the tests at its end. */
export function chosenOf({ house }: Standing, option: Option, applied: Applied, sheet: Sheet): Chosen {
  const dark = house.points.filter((p) => sheet.power.dark.includes(p.id));
  return {
    option,
    applied,
    ...sheet,
    chains: house.points
      .filter((p) => sheet.power.tested.includes(p.id))
      .map((p) => deadChain(house, p, sheet.power.closed.includes(p.id))),
    tests: testSheet({
      house: applied.house,
      feed: applied.feed,
      changed: changedPointsOf(house, applied),
      darkened: dark,
      protectors: protectorsOf(house, applied),
    }),
  };
}
