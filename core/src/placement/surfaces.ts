import type { BoxModel } from '../catalog/index.ts';
import type { CodePack } from '../codes/index.ts';
import type { Want } from '../document/index.ts';
import { practice, published, type Finding } from '../findings/index.ts';
import { holds, surfaceAt, type PlanOfHouse, type WallFrame } from '../structure/index.ts';
import { formatLength, type UnitSystem } from '../units/index.ts';

/** Does the box hold in the surface as it will be, and how far does its front have to stand out today? */
export function surfaceFindings(
  want: Want,
  frame: WallFrame,
  box: Pick<BoxModel, 'gripMm' | 'name'>,
  pack: CodePack,
  units: UnitSystem,
): Finding[] {
  const { at } = want;
  if (at.on !== 'wall') return [];
  const { nowMm, laterMm, coming } = surfaceAt(frame.wall, at);
  const L = (mm: number) => formatLength(mm, units, 'inches');
  const common = {
    origin: 'new' as const,
    mark: 'want' as const,
    subjects: [want.id as string],
    remedies: [],
  };
  const out: Finding[] = [];
  const [least, most] = box.gripMm ?? [0, Number.POSITIVE_INFINITY];
  // Its wings close on what is there on the day: what comes later is put round it.
  if (nowMm > most + 0.01 || nowMm < least - 0.01)
    out.push({
      ...common,
      rule: 'grip',
      key: `grip:${want.id}`,
      severity: 'fix',
      says: `The wings of the box of ${want.label} do not hold in this wall`,
      detail: `The surface is ${L(nowMm)} thick, they hold ${L(least)} to ${L(most)}. Screw the box through its side to the stud, or use one with a bracket.`,
      because: {
        need: nowMm,
        have: nowMm > most ? most : least,
        unit: 'mm',
        sense: nowMm > most ? 'at-least' : 'at-most',
      },
      sources: [practice('range that the wings of old-work boxes usually grip; check the box instructions')],
    });
  const comes = laterMm - nowMm;
  if (comes > 0)
    out.push({
      ...common,
      rule: 'flush',
      key: `flush:${want.id}`,
      severity: 'ok',
      says: `${coming.map((l) => l.name).join(' and ')} will stand ${L(comes)} before ${want.label}`,
      detail: `Let the front of the box stand out by that much, or keep an extension ring of that depth: in tile or board it may lie back ${L(pack.limits.boxSetbackMm.value)} at most, in wood it is flush. Longer device screws.`,
      because: { need: comes, have: pack.limits.boxSetbackMm.value, unit: 'mm', sense: 'at-least' },
      sources: [pack.limits.boxSetbackMm.source],
    });
  return out;
}

/** A box that ends up behind something that comes down: it may, as long as that comes away without damage. */
export function coveredFindings(plan: PlanOfHouse, want: Want): Finding[] {
  const { at } = want;
  if (at.on !== 'wall') return [];
  const over = plan.lines.get(at.wallId)?.wall.furniture.find((f) => f.comesDown && holds(f, at));
  if (!over) return [];
  return [
    {
      rule: 'covered',
      key: `covered:${want.id}`,
      severity: 'ok',
      origin: 'new',
      mark: 'want',
      subjects: [want.id],
      says: `${want.label} ends up behind ${over.name}`,
      detail: `Within reach once that is taken down, ${over.comesDown?.minutes ?? 0} min: allowed where it comes away without damage to the building. What is plugged in there cannot be pulled out at once.`,
      sources: [published('NEC 314.29', undefined, 'fairly-sure')],
      remedies: [],
    },
  ];
}
