import type { Want } from '../document/index.ts';
import { practice, published, type Finding } from '../findings/index.ts';
import type { PlanSetting } from '../planning/index.ts';
import { fixtureOutline, joistsUnder, mountSpots, onJoist, outlineOf } from '../structure/index.ts';
import { formatLength } from '../units/index.ts';

/** NEC 110.3(B): equipment is used as its maker says. From memory. */
const MAKER = published('NEC 110.3(B)');

/** Does a long luminaire, or a row of them, fit its ceiling, its feed and its joists? */
export function fixtureFindings({ house, plan }: Pick<PlanSetting, 'house' | 'plan'>, want: Want): Finding[] {
  const { at, fixture: f } = want;
  const room = at.on === 'ceiling' ? plan.roomOf(at) : undefined;
  if (!f || at.on !== 'ceiling' || !room) return [];
  const L = (mm: number) => formatLength(mm, house.units);
  const common = {
    origin: 'new' as const,
    mark: 'want' as const,
    subjects: [want.id as string],
    remedies: [],
  };
  const out: Finding[] = [];
  const o = fixtureOutline(at, f);
  const whole = outlineOf(room);
  const [w, d] = [whole.right - whole.left, whole.bottom - whole.top];
  const over = Math.max(-o.left, o.right - w, -o.top, o.bottom - d);
  if (over > 0.5)
    out.push({
      ...common,
      rule: 'fixture-room',
      key: `fixture-room:${want.id}`,
      severity: 'fix',
      says: `${want.label} is ${L(over)} longer than the ceiling there`,
      detail: 'Move its feed point, turn it, or take one less in the row.',
      because: { need: over, have: 0, unit: 'mm', sense: 'at-least' },
      sources: [practice('the outline lies around the feed point as entered')],
    });
  if (f.linked > f.mostLinked)
    out.push({
      ...common,
      rule: 'fixture-row',
      key: `fixture-row:${want.id}`,
      severity: 'fix',
      says: `${f.linked} in a row on one feed, the maker allows ${f.mostLinked}`,
      detail: 'Feed the row at two places, each as a wanted light of its own.',
      because: { need: f.linked, have: f.mostLinked, unit: 'linked', sense: 'at-least' },
      sources: [MAKER],
    });
  const covered = house.points.filter(
    ({ at: p }) =>
      p.on === 'ceiling' &&
      p.roomId === room.id &&
      p.xMm > o.left &&
      p.xMm < o.right &&
      p.yMm > o.top &&
      p.yMm < o.bottom,
  );
  for (const p of covered)
    out.push({
      ...common,
      rule: 'fixture-covers',
      key: `fixture-covers:${want.id}-${p.id}`,
      severity: 'watch',
      subjects: [want.id, p.id],
      says: `${want.label} hangs over the box of ${p.label}: does it stay within reach?`,
      detail:
        'A box behind a luminaire is within reach only when that comes down without damage to the building.',
      sources: [published('NEC 314.29', undefined, 'fairly-sure')],
    });
  if (out.some((x) => x.severity === 'fix')) return out;
  const mounts = mountSpots(at, f);
  const held = mounts.filter((m) => onJoist(room, m) === true).length;
  const joists = joistsUnder(room, o);
  const screws =
    joists === undefined
      ? 'Find the joists: then it is known which screws meet one.'
      : `${held} of ${mounts.length} screws meet a joist${held < mounts.length ? ', the others need anchors made for the weight' : ''}.`;
  const row =
    f.linked > 1
      ? ` From one to the next goes the link of the maker${joists ? `, under ${joists} joist${joists === 1 ? '' : 's'}` : ''}: no cable, no hole.`
      : '';
  return [
    ...out,
    {
      ...common,
      rule: 'fixture',
      key: `fixture:${want.id}`,
      severity: 'ok',
      says: `${want.label}: ${L(f.linked * f.lengthMm)} of luminaire, its box under the feed point`,
      detail: `${screws}${row}`,
      sources: [MAKER],
    },
  ];
}
