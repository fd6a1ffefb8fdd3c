import { boxModel } from '../catalog/index.ts';
import { takesAFan } from '../codes/index.ts';
import type { Point, Want } from '../document/index.ts';
import { practice, type Finding, type Remedy } from '../findings/index.ts';
import { chooseBox, newPointId, type JobInHouse } from '../planning/index.ts';
import {
  ceilingPlace,
  hangingIn,
  joistLayout,
  judgeCeiling,
  nearestOnCeiling,
  openCeiling,
  USUAL_JOISTS_MM,
  type CeilingFault,
  type CeilingInput,
  type CeilingPlace,
} from '../structure/index.ts';
import { article, msg, q, type Text } from '../words/index.ts';

type OfCeiling = Pick<JobInHouse, 'house' | 'job' | 'plan' | 'frames' | 'pack'>;

/** What the judge of ceilings needs to know of one want; undefined when it is on no ceiling of a room that is there. */
function ceilingInput(
  setting: OfCeiling,
  want: Want,
  planned: readonly Point[] = [],
): CeilingInput | undefined {
  const { house, job, plan } = setting;
  const room = want.at.on === 'ceiling' ? plan.roomOf(want.at) : undefined;
  if (!room) return undefined;
  const own = boxModel(planned.find((p) => p.id === newPointId(want))?.box.model ?? null);
  const others = job.wants.flatMap(({ id, label, at }) =>
    id !== want.id && at.on === 'ceiling' && at.roomId === room.id
      ? [{ label, xMm: at.xMm, yMm: at.yMm }]
      : [],
  );
  return {
    room,
    box:
      own ??
      chooseBox(job, want, {
        frame: undefined,
        outdoor: false,
        metal: false,
        surface: want.mounting === 'surface',
        fan: takesAFan(plan, setting.pack.edition, want.at),
        open: openCeiling(room),
      }),
    hanging: [...hangingIn(house, room, want.replaces === undefined ? [] : [want.replaces]), ...others],
    bayWish: job.preferences.bayWish,
  };
}

/** The middle of the ceiling that a want hangs on, or the nearest place that works for it; undefined when it is on none. */
export function middleOfCeiling(setting: OfCeiling, want: Want): CeilingPlace | undefined {
  const input = ceilingInput(setting, want);
  return input && ceilingPlace(input);
}

function words(want: Want, fault: CeilingFault): Pick<Finding, 'says' | 'because'> & { detail: Text } {
  const named = { want: want.label };
  switch (fault.kind) {
    case 'past-wall':
      return {
        says: msg('placement.ceiling.past-wall', named),
        detail: msg('placement.too-close', { short: q.length(fault.shortMm) }),
        because: { need: fault.shortMm, have: 0, unit: 'mm', sense: 'at-least' },
      };
    case 'joist':
      return { says: msg('placement.ceiling.joist', named), detail: msg('placement.ceiling.joist-why') };
    case 'no-joist':
      return {
        says: msg('placement.ceiling.no-joist', named),
        detail: msg('placement.ceiling.no-joist-why'),
      };
    case 'odds':
      return {
        says: msg('placement.ceiling.odds', named),
        detail: msg('placement.ceiling.odds-why', { odds: q.odds(fault.odds), wish: q.share(fault.wish) }),
        because: { need: fault.wish, have: fault.odds, unit: 'share', sense: 'at-least' },
      };
    case 'brace':
      return {
        says: msg('placement.ceiling.brace', named),
        detail: msg('placement.ceiling.brace-why', { bay: q.length(fault.bayMm) }),
      };
    case 'obstacle':
      return {
        says: msg('placement.ceiling.obstacle', {
          ...named,
          what: article(msg(`names.obstacle.${fault.what}`)),
        }),
        detail: msg('placement.ceiling.obstacle-why'),
      };
    case 'neighbour':
      return {
        says: msg('placement.overlaps', { ...named, other: fault.label }),
        detail: msg('placement.ceiling.overlaps-why'),
      };
    case 'nothing-to-clamp':
      return {
        says: msg('placement.ceiling.nothing-to-clamp', named),
        detail: msg('placement.ceiling.nothing-to-clamp-why'),
      };
    case 'needs-open':
      return {
        says: msg('placement.ceiling.needs-open', named),
        detail: msg('placement.ceiling.needs-open-why'),
      };
  }
}

const JOISTS = practice(msg('placement.ceiling.practice', { spacing: q.length(USUAL_JOISTS_MM) }));

/** Does the box of a want fit its ceiling: joists found or reckoned with their odds, what is between them, what hangs there? */
export function ceilingFindings(setting: JobInHouse, want: Want, planned: readonly Point[]): Finding[] {
  const input = ceilingInput(setting, want, planned);
  if (!input || want.at.on !== 'ceiling' || want.fixture || want.mounting === 'surface') return [];
  const { at } = want;
  const { odds, faults } = judgeCeiling(input, at);
  const common = { origin: 'new' as const, subjects: [want.id as string], sources: [JOISTS] };
  const good = faults.some((f) => f.kind !== 'odds')
    ? nearestOnCeiling({ ...input, bayWish: 0 }, at)
    : undefined;
  const remedies: Remedy[] = good
    ? [
        {
          says: msg('placement.ceiling.move', {
            want: want.label,
            by: q.mark(Math.hypot(good.xMm - at.xMm, good.yMm - at.yMm)),
          }),
          edit: { edit: 'move-on-ceiling', wantId: want.id, xMm: good.xMm, yMm: good.yMm },
        },
      ]
    : [];
  if (faults.length === 0)
    return [
      {
        ...common,
        rule: 'place',
        key: `place:${want.id}`,
        severity: 'ok',
        mark: 'want',
        says: msg('placement.ceiling.fits', { want: want.label }),
        detail: openCeiling(input.room)
          ? msg('placement.ceiling.fits-open')
          : joistLayout(input.room, 'above').atMm === undefined
            ? msg('placement.fits-why', { odds: q.odds(odds) })
            : msg('placement.ceiling.fits-why'),
        remedies: [],
      },
    ];
  return faults.map((fault): Finding => {
    const unsure = fault.kind === 'odds';
    return {
      ...common,
      rule: `place-${fault.kind}`,
      key: `place-${fault.kind}:${want.id}`,
      severity: unsure ? 'watch' : 'fix',
      mark: unsure ? 'site' : 'want',
      // Another place has the same odds where nobody has found a joist.
      remedies: unsure ? [] : remedies,
      ...words(want, fault),
    };
  });
}
