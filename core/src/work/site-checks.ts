import { boxModel } from '../catalog/index.ts';
import { checksAt, packFor, type CheckFacts, type SiteCheck } from '../codes/index.ts';
import { isLowVoltage, isSwitchDevice, type House } from '../document/index.ts';
import type { Source } from '../findings/index.ts';
import type { Option } from '../planning/index.ts';
import { placeOf, separationAt, type PlanOfHouse } from '../structure/index.ts';
import type { BoxWiring } from '../wiring/index.ts';
import { type Text } from '../words/index.ts';

interface CheckInput {
  readonly house: House;
  readonly plan: PlanOfHouse;
  readonly option: Option;
  readonly boxes: readonly BoxWiring[];
}

/** What the wall or ceiling of a box keeps fire from. */
function separationOf(plan: PlanOfHouse, { point: { at } }: BoxWiring): CheckFacts['separation'] {
  if (at.on === 'wall') return separationAt(plan, at.wallId, at.xMm) ?? 'none';
  const room = at.on === 'ceiling' ? plan.roomOf(at) : undefined;
  return room?.use === 'garage' && room.above.kind === 'finished' ? 'garage' : 'none';
}

const strictest = (all: readonly CheckFacts['separation'][]): CheckFacts['separation'] =>
  (['party', 'garage'] as const).find((s) => all.includes(s)) ?? 'none';

/** What the checks of a stage depend on, for one box of the plan and the runs that end there. */
function checkFacts(input: CheckInput, box: BoxWiring | undefined): CheckFacts {
  const { option, plan } = input;
  const legs = option.legs.filter((l) => !box || l.from === box.point.id || l.to === box.point.id);
  const moves = legs.flatMap((l) => l.route.moves);
  const model = boxModel(box?.point.box.model ?? null);
  const rooms = legs.flatMap((l) =>
    [l.from, l.to].flatMap((id) => {
      const at = input.boxes.find((b) => b.point.id === id)?.point.at;
      return at ? (placeOf(plan, at)?.use ?? []) : [];
    }),
  );
  return {
    method: legs[0]?.method ?? 'NM-B',
    metalBox: box?.point.box.metal ?? false,
    oldWorkBox: model?.mounting === 'old-work',
    smallPlasticBox: model?.metal === false && model.gangs === 1,
    outdoors: box ? (placeOf(plan, box.point.at)?.outdoors ?? false) : false,
    ceiling: box?.point.at.on === 'ceiling',
    throughPlate: moves.some((m) => m.holes.some((h) => h.fireSeal)),
    opensWall: moves.some((m) => m.openedMm2 > 0),
    attic: moves.some((m) => m.op === 'run-attic'),
    inFrame: moves.some((m) => m.op !== 'surface-run' && m.op !== 'conduit-outside'),
    remarked: box?.cables.some((c) => c.conductors.some((x) => x.remark)) ?? false,
    multiwire: option.taps.some((t) => t.breaker.multiwire),
    garage: rooms.includes('garage'),
    separation: strictest((box ? [box] : input.boxes).map((b) => separationOf(plan, b))),
    switched: box?.point.devices.some(isSwitchDevice) ?? false,
    lowVoltage: box?.point.devices.some(isLowVoltage) ?? false,
    dimmer: box?.point.devices.some((d) => d.kind === 'dimmer') ?? false,
  };
}
/** Checks of one stage with the rule behind each. */
export const toLookAt = (
  at: SiteCheck['at'],
  input: CheckInput,
  box?: BoxWiring,
): { readonly says: Text; readonly source: Source }[] =>
  checksAt(at, checkFacts(input, box), packFor(input.house)).map(({ says, source }) => ({ says, source }));
