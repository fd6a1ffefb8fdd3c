import type { Want } from '../document/index.ts';
import { practice, published, type Finding } from '../findings/index.ts';
import type { PlanSetting } from '../planning/index.ts';
import { fixtureOutline, joistsUnder, mountSpots, onJoist, outlineOf } from '../structure/index.ts';
import { msg, q, sentences } from '../words/index.ts';

/** NEC 110.3(B): equipment is used as its maker says. From memory. */
const MAKER = published('NEC 110.3(B)');

/** Does a long luminaire, or a row of them, fit its ceiling, its feed and its joists? */
export function fixtureFindings({ house, plan }: Pick<PlanSetting, 'house' | 'plan'>, want: Want): Finding[] {
  const { at, fixture: f } = want;
  const room = at.on === 'ceiling' ? plan.roomOf(at) : undefined;
  if (!f || at.on !== 'ceiling' || !room) return [];
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
      says: msg('placement.fixture.too-long', { want: want.label, over: q.length(over) }),
      detail: msg('placement.fixture.too-long-why'),
      because: { need: over, have: 0, unit: 'mm', sense: 'at-least' },
      sources: [practice(msg('placement.fixture.outline'))],
    });
  if (f.linked > f.mostLinked)
    out.push({
      ...common,
      rule: 'fixture-row',
      key: `fixture-row:${want.id}`,
      severity: 'fix',
      says: msg('placement.fixture.row', { linked: f.linked, most: f.mostLinked }),
      detail: msg('placement.fixture.row-why'),
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
      says: msg('placement.fixture.covers', { want: want.label, point: p.label }),
      detail: msg('placement.fixture.covers-why'),
      sources: [published('NEC 314.29', undefined, 'fairly-sure')],
    });
  if (out.some((x) => x.severity === 'fix')) return out;
  const mounts = mountSpots(at, f);
  const held = mounts.filter((m) => onJoist(room, m) === true).length;
  const joists = joistsUnder(room, o);
  const screws =
    joists === undefined
      ? msg('placement.fixture.find-joists')
      : msg('placement.fixture.screws', {
          held,
          count: mounts.length,
          rest: held < mounts.length ? msg('placement.fixture.anchors') : '',
        });
  const row =
    f.linked > 1
      ? msg('placement.fixture.link', {
          joists: joists ? msg('placement.fixture.under-joists', { joists }) : '',
        })
      : '';
  return [
    ...out,
    {
      ...common,
      rule: 'fixture',
      key: `fixture:${want.id}`,
      severity: 'ok',
      says: msg('placement.fixture.ok', { want: want.label, length: q.length(f.linked * f.lengthMm) }),
      detail: sentences([screws, row]),
      sources: [MAKER],
    },
  ];
}
