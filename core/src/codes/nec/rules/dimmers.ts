import {
  deviceFacts,
  switchPlaces,
  type Device,
  type DimmerMarking,
  type LampKind,
  type Point,
  type SwitchKey,
} from '../../../document/index.ts';
import { lampsOn } from '../../../feed/index.ts';
import { published, type Remedy } from '../../../findings/index.ts';
import { msg, q } from '../../../words/index.ts';
import type { Judgement, Rule, RuleContext, RuleNumber } from '../../pack.ts';
import { carriesWatts, DIMS, SIDES_CUT, SIDES_SOURCE, USUAL_DIMMERS } from '../tables/dimmers.ts';
import { ordinarySwitch } from './commanded.ts';
import { isNew, judge, type Say } from './judge.ts';

/** Whether a dimmer carries the lamps that hang on it: of a kind it is made for, and no more watts than its place in the box leaves. */

type DimmerLamps = DimmerMarking['lamps'];

/** A dimmer, its place in the box, and the lights that hang on it. */
interface Dimmed {
  readonly control: Point;
  readonly index: number;
  readonly marked: DimmerMarking | undefined;
  /** Fins that have to come off, since something stands beside it. */
  readonly sides: 0 | 1 | 2;
  /** It is put in by the job, so that its marking can still be chosen. */
  readonly isBought: boolean;
  readonly lights: readonly { readonly point: Point; readonly device: Device; readonly index: number }[];
  /** What they draw in all, VA; null where one of them has no load. */
  readonly watts: number | null;
}

const sidesCut = ({ devices }: Point, index: number): 0 | 1 | 2 => {
  const beside = [devices[index - 1], devices[index + 1]].filter((d) => d && deviceFacts(d).yoke).length;
  return beside === 2 ? 2 : beside === 1 ? 1 : 0;
};

/** What the lights of some boxes draw together; null where somebody has yet to say it of one. */
function wattsOf({ house }: RuleContext, points: readonly Point[]): number | null {
  let sum = 0;
  for (const { id } of points) {
    const own = house.loads.filter((l) => l.pointId === id && l.connection !== 'cord');
    if (own.length === 0) return null;
    sum += own.reduce((s, l) => s + l.voltAmperes, 0);
  }
  return sum;
}

function dimmed(context: RuleContext, control: Point, key: SwitchKey, index: number): Dimmed {
  const lights = lampsOn(context.feed, key).filter((l) => l.device.kind === 'luminaire');
  const stood = context.stood.points.find((p) => p.id === control.id)?.devices[index];
  return {
    control,
    index,
    marked: control.devices[index]?.marked,
    sides: sidesCut(control, index),
    isBought: isNew(context, control) ? !context.moved.has(control.id) : stood?.kind !== 'dimmer',
    lights,
    watts: wattsOf(context, [...new Set(lights.map((l) => l.point))]),
  };
}

/** The dimmer that such lamps want; null for those that can't be dimmed. */
const madeFor = (lamps: LampKind): DimmerLamps | null => (lamps in DIMS ? (lamps as DimmerLamps) : null);

/** Lamps that no dimmer takes, or not this one. */
function wrongLamps({
  control,
  index,
  marked,
  lights,
}: Dimmed): Pick<Say, 'says' | 'detail' | 'remedies'> | null {
  const bad = lights.find(({ device: { lamps } }) => lamps && madeFor(lamps) === null);
  if (bad)
    return {
      says: msg('rules.dimmers.not-dimmable', { light: bad.point.label, dimmer: control.label }),
      detail: msg('rules.dimmers.not-dimmable-why'),
      remedies: [ordinarySwitch(control, index)],
    };
  const other =
    marked && lights.find((l) => l.device.lamps && !DIMS[marked.lamps].value.includes(l.device.lamps));
  const lamps = other?.device.lamps;
  if (!marked || !lamps) return null;
  const made = madeFor(lamps);
  return {
    says: msg('rules.dimmers.other-lamps', {
      dimmer: control.label,
      made: msg(`names.lamps.${marked.lamps}`),
      light: other.point.label,
      lamps: msg(`names.lamps.${lamps}`),
    }),
    detail: msg('rules.dimmers.other-lamps-why'),
    remedies: made ? [markAs(control, index, { lamps: made })] : [],
  };
}

const markAs = (control: Point, index: number, marked: DimmerMarking): Remedy => ({
  says: msg('rules.dimmers.use-one-for', {
    lamps: msg(`names.lamps.${marked.lamps}`),
    dimmer: control.label,
  }),
  edit: { edit: 'mark-dimmer', pointId: control.id, index, marked },
});

/** The lamps of the lights that nobody has named: the two that are usual. */
const askLamps = ({ lights }: Dimmed): Remedy[] =>
  lights
    .filter((l) => l.device.lamps === undefined)
    .slice(0, 1)
    .flatMap(({ point, index }) =>
      (['led', 'incandescent'] as const).map((lamps): Remedy => ({
        says: msg('rules.dimmers.has-lamps', { light: point.label, lamps: msg(`names.lamps.${lamps}`) }),
        edit: { edit: 'set-lamps', pointId: point.id, index, lamps },
      })),
    );

/** The marking that is needed of a dimmer for what hangs on it, W: what its sides take away is added. */
function neededWatts(watts: number, sides: 0 | 1 | 2): number {
  // Of the marks that would do the smallest, since a large one loses more.
  const marks = SIDES_CUT.flatMap(({ fromWatts, shares }) => {
    const mark = Math.max(fromWatts, watts / shares[sides]);
    return carriesWatts(mark, sides) >= watts - EXACT_WATTS ? [mark] : [];
  });
  return Math.min(...marks);
}
const EXACT_WATTS = 1e-6;

type Verdict = Pick<Say, 'severity' | 'says'> & Partial<Pick<Say, 'detail' | 'because' | 'remedies'>>;

/** A dimmer whose watts somebody has read. */
function againstMarking(d: Dimmed, markedWatts: number, watts: number): Verdict {
  const have = carriesWatts(markedWatts, d.sides);
  const because = { need: watts, have, unit: 'W', sense: 'at-least' as const };
  const named = { dimmer: d.control.label, watts: q.watts(watts), most: q.watts(have) };
  if (watts > have + EXACT_WATTS)
    return {
      severity: 'fix',
      says: msg('rules.dimmers.too-much', named),
      detail: msg('rules.dimmers.too-much-why', { marked: q.watts(markedWatts), sides: d.sides }),
      because,
    };
  return { severity: 'ok', says: msg('rules.dimmers.enough', named), because };
}

/** A dimmer that nobody has read, or that is still to be bought. */
function againstUsual(d: Dimmed, lamps: DimmerLamps, watts: number): Verdict {
  const { usual, most } = USUAL_DIMMERS[lamps].value;
  const needed = Math.ceil(neededWatts(watts, d.sides));
  const named = { dimmer: d.control.label, lamps: msg(`names.lamps.${lamps}`), watts: q.watts(needed) };
  const because = { need: watts, have: null, unit: 'W', sense: 'at-least' as const };
  if (needed > most)
    return {
      severity: 'fix',
      says: msg('rules.dimmers.none-sold', { ...named, most: q.watts(most) }),
      detail: msg('rules.dimmers.none-sold-why'),
      because: { ...because, have: carriesWatts(most, d.sides) },
    };
  if (d.isBought)
    return {
      severity: 'ok',
      says: msg('rules.dimmers.buy', named),
      detail: needed > usual ? msg('rules.dimmers.buy-large', { usual: q.watts(usual) }) : '',
    };
  return {
    severity: 'watch',
    says: msg('rules.dimmers.read-it', named),
    detail: msg('rules.dimmers.read-it-why'),
    because,
    remedies: [
      {
        says: msg('rules.dimmers.it-says', { lamps: named.lamps, watts: named.watts }),
        edit: {
          edit: 'mark-dimmer',
          pointId: d.control.id,
          index: d.index,
          marked: { lamps, watts: needed },
        },
      },
    ],
  };
}

/** The lamps that decide which dimmer is wanted: those that take one of their own before those that every dimmer takes. */
function decidingLamps({ lights, marked }: Dimmed): DimmerLamps | 'mixed' {
  const own = new Set(
    lights.flatMap((l) => (l.device.lamps && l.device.lamps !== 'incandescent' ? [l.device.lamps] : [])),
  );
  if (own.size > 1) return 'mixed';
  const [only] = own;
  return marked?.lamps ?? (only && madeFor(only)) ?? 'incandescent';
}

function verdict(d: Dimmed): Verdict {
  const wrong = wrongLamps(d);
  if (wrong) return { severity: 'fix', ...wrong };
  const lamps = decidingLamps(d);
  if (lamps === 'mixed')
    return {
      severity: 'fix',
      says: msg('rules.dimmers.mixed', { dimmer: d.control.label }),
      detail: msg('rules.dimmers.mixed-why'),
    };
  const { watts } = d;
  const ask = { need: 1, have: null, unit: 'look', sense: 'at-least' as const };
  const unsaid = d.lights.find((l) => l.device.lamps === undefined);
  // Too much for what it is marked with is so whatever the lamps are.
  if (watts !== null && d.marked?.watts !== undefined) {
    const told = againstMarking(d, d.marked.watts, watts);
    if (told.severity === 'fix') return told;
  }
  if (unsaid)
    return {
      severity: 'watch',
      says: msg('rules.dimmers.which-lamps', { light: unsaid.point.label, dimmer: d.control.label }),
      detail: msg('rules.dimmers.which-lamps-why'),
      because: ask,
      remedies: askLamps(d),
    };
  if (watts === null)
    return {
      severity: 'watch',
      says: msg('rules.dimmers.which-watts', { dimmer: d.control.label }),
      detail: msg('rules.dimmers.which-watts-why'),
      because: ask,
    };
  return d.marked?.watts === undefined
    ? againstUsual(d, lamps, watts)
    : againstMarking(d, d.marked.watts, watts);
}

const numbers = (): RuleNumber[] => [
  ...Object.entries(USUAL_DIMMERS).map(([lamps, { value, source }]): RuleNumber => ({
    what: msg('rules.dimmers.usual', { lamps: msg(`names.lamps.${lamps as DimmerLamps}`) }),
    value: q.watts(value.usual),
    source,
  })),
  ...([1, 2] as const).map((sides): RuleNumber => ({
    what: msg('rules.dimmers.sides', { sides, marked: q.watts(USUAL_DIMMERS.incandescent.value.usual) }),
    value: q.watts(carriesWatts(USUAL_DIMMERS.incandescent.value.usual, sides)),
    source: SIDES_SOURCE,
  })),
];

/** A dimmer carries lamps of the kind it is listed for, and not more of them than its marking, less what its neighbors in the box take away. */
export const dimmerLoad: Rule = {
  id: 'dimmer-load',
  title: msg('rules.dimmers.title'),
  about: msg('rules.dimmers.about'),
  numbers,
  check: (context) =>
    [...context.feed.boxes.values()].flatMap(({ point }) =>
      switchPlaces(point).flatMap(({ device, key, index }): Judgement[] => {
        if (device.kind !== 'dimmer') return [];
        const d = dimmed(context, point, key, index);
        if (d.lights.length === 0) return [];
        const touched = [point, ...d.lights.map((l) => l.point)].some((p) => context.touched.has(p.id));
        const said = verdict(d);
        if (!touched && said.severity !== 'fix') return [];
        const told = judge('dimmer-load', {
          mark: 'wire',
          subjects: [...new Set<string>([point.id, ...d.lights.map((l) => l.point.id)])],
          sources: [published('NEC 404.14(E), 110.3(B)')],
          ...said,
          ...(touched ? {} : { origin: 'standing' as const }),
        });
        return [{ ...told, key: `dimmer-load:${key}` }];
      }),
    ),
};
