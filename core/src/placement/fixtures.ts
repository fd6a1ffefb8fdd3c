import type { House, Room, Want } from '../document/index.ts';
import { practice, published, type Finding } from '../findings/index.ts';
import type { PlanSetting } from '../planning/index.ts';
import { fixtureOutline, joistsUnder, mountSpots, onJoist, outlineOf } from '../structure/index.ts';
import { msg, q, sentences } from '../words/index.ts';

/** NEC 110.3(B): equipment is used as its maker says. From memory. */
const MAKER = published('NEC 110.3(B)');

type Long = NonNullable<Want['fixture']>;
type OnCeiling = Extract<Want['at'], { on: 'ceiling' }>;

const commonOf = (want: Want) => ({
  origin: 'new' as const,
  mark: 'want' as const,
  subjects: [want.id as string],
  remedies: [],
});

/** Does it fit between the walls, and may as many be linked? */
function roomFindings(room: Room, want: Want, at: OnCeiling, f: Long): Finding[] {
  const o = fixtureOutline(at, f);
  const whole = outlineOf(room);
  const [w, d] = [whole.right - whole.left, whole.bottom - whole.top];
  const over = Math.max(-o.left, o.right - w, -o.top, o.bottom - d);
  const out: Finding[] = [];
  if (over > 0.5)
    out.push({
      ...commonOf(want),
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
      ...commonOf(want),
      rule: 'fixture-row',
      key: `fixture-row:${want.id}`,
      severity: 'fix',
      says: msg('placement.fixture.row', { linked: f.linked, most: f.mostLinked }),
      detail: msg('placement.fixture.row-why'),
      because: { need: f.linked, have: f.mostLinked, unit: 'linked', sense: 'at-least' },
      sources: [MAKER],
    });
  return out;
}

/** Boxes that would be above it, where nobody gets at them. */
function coveredFindings(house: House, room: Room, want: Want, at: OnCeiling, f: Long): Finding[] {
  const o = fixtureOutline(at, f);
  return house.points
    .filter(
      ({ at: p }) =>
        p.on === 'ceiling' &&
        p.roomId === room.id &&
        p.xMm > o.left &&
        p.xMm < o.right &&
        p.yMm > o.top &&
        p.yMm < o.bottom,
    )
    .map((p) => ({
      ...commonOf(want),
      rule: 'fixture-covers',
      key: `fixture-covers:${want.id}-${p.id}`,
      severity: 'watch',
      subjects: [want.id, p.id],
      says: msg('placement.fixture.covers', { want: want.label, point: p.label }),
      detail: msg('placement.fixture.covers-why'),
      sources: [published('NEC 314.29', undefined, 'fairly-sure')],
    }));
}

/** It fits: what holds it, and how a row of them is linked. */
function fitsFinding(room: Room, want: Want, at: OnCeiling, f: Long): Finding {
  const mounts = mountSpots(at, f);
  const held = mounts.filter((m) => onJoist(room, m) === true).length;
  const joists = joistsUnder(room, fixtureOutline(at, f));
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
  return {
    ...commonOf(want),
    rule: 'fixture',
    key: `fixture:${want.id}`,
    severity: 'ok',
    says: msg('placement.fixture.ok', { want: want.label, length: q.length(f.linked * f.lengthMm) }),
    detail: sentences([screws, row]),
    sources: [MAKER],
  };
}

/** Does a long luminaire, or a row of them, fit its ceiling, its feed and its joists? */
export function fixtureFindings({ house, plan }: Pick<PlanSetting, 'house' | 'plan'>, want: Want): Finding[] {
  const { at, fixture } = want;
  const room = at.on === 'ceiling' ? plan.roomOf(at) : undefined;
  if (!fixture || at.on !== 'ceiling' || !room) return [];
  const wrong = roomFindings(room, want, at, fixture);
  const covers = coveredFindings(house, room, want, at, fixture);
  return [...wrong, ...covers, ...(wrong.length > 0 ? [] : [fitsFinding(room, want, at, fixture)])];
}
