import type { BoxModel } from '../catalog/index.ts';
import type { CodePack } from '../codes/index.ts';
import type { Want } from '../document/index.ts';
import { practice, published, type Finding } from '../findings/index.ts';
import { beforePlace, surfaceAt, type PlanOfHouse, type WallFrame } from '../structure/index.ts';
import { allOf, msg, q } from '../words/index.ts';

/** Does the box hold in the surface as it will be, and how far does its front have to stand out today? */
export function surfaceFindings(
  want: Want,
  frame: WallFrame,
  box: Pick<BoxModel, 'gripMm' | 'name'>,
  pack: CodePack,
): Finding[] {
  const { at } = want;
  if (at.on !== 'wall') return [];
  const { nowMm, laterMm, coming } = surfaceAt(frame.wall, at);
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
      says: msg('placement.surface.grip', { want: want.label }),
      detail: msg('placement.surface.grip-why', {
        now: q.length(nowMm),
        least: q.length(nowMm),
        most: q.length(least),
      }),
      because: {
        need: nowMm,
        have: nowMm > most ? most : least,
        unit: 'mm',
        sense: nowMm > most ? 'at-least' : 'at-most',
      },
      sources: [practice(msg('placement.surface.grip-practice'))],
    });
  const comes = laterMm - nowMm;
  if (comes > 0)
    out.push({
      ...common,
      rule: 'flush',
      key: `flush:${want.id}`,
      severity: 'ok',
      says: msg('placement.surface.coming', {
        layers: allOf(coming.map((l) => l.name)),
        depth: q.length(comes),
        want: want.label,
      }),
      detail: msg('placement.surface.coming-why', { back: q.length(pack.limits.boxSetbackMm.value) }),
      because: { need: comes, have: pack.limits.boxSetbackMm.value, unit: 'mm', sense: 'at-least' },
      sources: [pack.limits.boxSetbackMm.source],
    });
  return out;
}

/** A box that ends up behind something that comes down: it may, as long as that comes away without damage. */
export function coveredFindings(plan: PlanOfHouse, want: Want): Finding[] {
  const over = beforePlace(plan, want.at).find((f) => f.comesDown);
  if (!over) return [];
  return [
    {
      rule: 'covered',
      key: `covered:${want.id}`,
      severity: 'ok',
      origin: 'new',
      mark: 'want',
      subjects: [want.id],
      says: msg('placement.surface.covered', { want: want.label, thing: over.name }),
      detail: msg('placement.surface.covered-why', { minutes: over.comesDown?.minutes ?? 0 }),
      sources: [published('NEC 314.29', undefined, 'fairly-sure')],
      remedies: [],
    },
  ];
}
