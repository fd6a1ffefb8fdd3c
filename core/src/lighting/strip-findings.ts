import type { House, Job, Position, StripLight } from '../document/index.ts';
import { practice, published, type Finding, type Source } from '../findings/index.ts';
import { alongWalls, type Spot } from './strip-run.ts';
import { feet, MM_PER_FOOT } from '../units/index.ts';
import { allOf, msg, q, type Value } from '../words/index.ts';
import { moistureOf } from '../structure/index.ts';
import { planStrip, type StripPlan } from './plan-strip.ts';
import {
  CLASS_2,
  CORD_MM,
  DIFFUSER_MM,
  HOT_WATTS_PER_FOOT,
  LEAST_LIGHT,
  STRIP_KINDS,
} from './strip-values.ts';

/** What stands against a strip as it is planned, or has to be asked about it. */

/** A driver that is wired in is in reach of its box, mm. */
const WIRED_MM = feet(1);
const usual = practice(msg('lighting.from.practice'));

type Told = Pick<Finding, 'severity' | 'says' | 'detail'> & {
  readonly what: string;
  readonly source: Source;
  readonly because?: Finding['because'];
};

/** Pieces by their numbers, as a list. */
const named = (nths: readonly number[]): Value =>
  allOf(nths.map((nth) => msg('lighting.piece.whole', { nth })));

const spotOf = (at: Position): Spot | null =>
  at.on === 'wall' ? { wallId: at.wallId, xMm: at.xMm, heightMm: at.heightMm } : null;

/** Is there, or will there be, what the driver is plugged into or wired to? */
function isSupplied(
  house: House,
  job: Pick<Job, 'wants'>,
  driver: NonNullable<StripLight['driver']>,
): boolean {
  const way = alongWalls(house);
  const isCord = driver.connection === 'cord';
  const reach = isCord ? CORD_MM : WIRED_MM;
  return [...house.points, ...job.wants].some(({ at, kind }) => {
    const spot = spotOf(at);
    const fits = isCord ? kind === 'receptacle' : kind === 'appliance' || kind === 'junction';
    return fits && spot !== null && way(spot, driver) <= reach;
  });
}

function driverTold(plan: StripPlan, house: House, job: Pick<Job, 'wants'>): Told[] {
  const { strip, leadUnknown } = plan;
  const { driver } = strip;
  if (!driver)
    return [
      {
        what: 'driver',
        severity: 'watch',
        says: msg('lighting.ask.driver', { strip: strip.label }),
        detail: msg('lighting.ask.driver-why'),
        source: usual,
      },
    ];
  const out: Told[] = [];
  if (driver.spot === 'hidden')
    out.push({
      what: 'hidden',
      severity: 'stop',
      says: msg('lighting.fault.hidden', { strip: strip.label }),
      detail: msg('lighting.fault.hidden-why'),
      source: published('NEC 300.15, 314.29'),
    });
  if (leadUnknown)
    out.push({
      what: 'lead',
      severity: 'watch',
      says: msg('lighting.ask.lead', { strip: strip.label }),
      detail: msg('lighting.ask.lead-why'),
      source: usual,
    });
  if (!isSupplied(house, job, driver))
    out.push({
      what: 'supply',
      severity: 'watch',
      says: msg('lighting.ask.supply', { strip: strip.label, connection: driver.connection }),
      detail: msg('lighting.ask.supply-why', {
        connection: driver.connection,
        reach: q.distance(driver.connection === 'cord' ? CORD_MM : WIRED_MM),
      }),
      source: driver.connection === 'cord' ? usual : published('NEC 300.15'),
    });
  return out;
}

function lightTold({ strip, outputs, make }: StripPlan): Told[] {
  const chains = outputs.flatMap((o) => o.chains);
  const dim = chains.filter((c) => c.fed === null);
  if (dim.length > 0)
    return [
      {
        what: 'light',
        severity: 'fix',
        says: msg('lighting.fault.dim', {
          strip: strip.label,
          pieces: named([...new Set(dim.flatMap((c) => c.pieces.map((p) => p.nth)))]),
        }),
        detail: msg('lighting.fault.dim-why', { least: q.share(LEAST_LIGHT.value), volts: make.volts }),
        source: LEAST_LIGHT.source,
      },
    ];
  const least = Math.min(...chains.map((c) => c.fed?.leastLight ?? 1));
  return chains.length === 0
    ? []
    : [
        {
          what: 'light',
          severity: 'ok',
          says: msg('lighting.ok.light', { strip: strip.label, light: q.share(least) }),
          detail: msg('lighting.ok.light-why', {
            volts: q.volts(Math.min(...chains.map((c) => c.fed?.leastVolts ?? make.volts))),
          }),
          because: { need: LEAST_LIGHT.value, have: least, unit: 'share', sense: 'at-least' },
          source: LEAST_LIGHT.source,
        },
      ];
}

function makeTold({ strip, make, tooShort, outputs }: StripPlan): Told[] {
  const out: Told[] = [];
  const perFoot = make.wattsPerMm * MM_PER_FOOT;
  if (tooShort.length > 0)
    out.push({
      what: 'short',
      severity: 'fix',
      says: msg('lighting.fault.short', { strip: strip.label, pieces: named(tooShort) }),
      detail: msg('lighting.fault.short-why', { cut: q.length(make.cutMm) }),
      source: usual,
    });
  if (strip.channel === 'none' && perFoot > HOT_WATTS_PER_FOOT.value + 0.01)
    out.push({
      what: 'heat',
      severity: 'fix',
      says: msg('lighting.fault.heat', { strip: strip.label }),
      detail: msg('lighting.fault.heat-why'),
      source: HOT_WATTS_PER_FOOT.source,
    });
  if (strip.channel !== 'none' && STRIP_KINDS[strip.kind].dotMm > DIFFUSER_MM[strip.channel] + 0.5)
    out.push({
      what: 'dots',
      severity: 'watch',
      says: msg('lighting.ask.dots', { strip: strip.label }),
      detail: msg('lighting.ask.dots-why', {
        dots: q.length(STRIP_KINDS[strip.kind].dotMm),
        deep: q.length(DIFFUSER_MM[strip.channel]),
      }),
      source: usual,
    });
  if (outputs.length > 0)
    out.push({
      what: 'class-2',
      severity: 'ok',
      says: msg('lighting.ok.class-2', { strip: strip.label, count: outputs.length }),
      detail: msg('lighting.ok.class-2-why'),
      source: CLASS_2,
    });
  return out;
}

/** Pieces that the wall has no place for: beyond its end, or across a door or window. */
function placeTold({ strip }: StripPlan, { rooms }: Pick<House, 'rooms'>): Told[] {
  const walls = new Map(rooms.flatMap((r) => r.walls).map((w) => [w.id, w] as const));
  const off: number[] = [];
  const across: number[] = [];
  strip.pieces.forEach((p, i) => {
    const wall = walls.get(p.wallId);
    const [left, right] = [Math.min(p.leftMm, p.rightMm), Math.max(p.leftMm, p.rightMm)];
    if (!wall || right > wall.lengthMm + 1) off.push(i + 1);
    const isCut = wall?.openings.some(
      (o) => o.leftMm < right - 1 && o.rightMm > left + 1 && o.bottomMm < p.heightMm && o.topMm > p.heightMm,
    );
    if (isCut) across.push(i + 1);
  });
  const told = (what: 'off' | 'across', nths: readonly number[]): Told[] =>
    nths.length === 0
      ? []
      : [
          {
            what,
            severity: 'fix',
            says: msg(`lighting.place.${what}`, { strip: strip.label, pieces: named(nths) }),
            detail: msg('lighting.place-why'),
            source: usual,
          },
        ];
  return [...told('off', off), ...told('across', across)];
}

/** Findings of a planned strip. @param moisture how wet the room is that it hangs in */
export function stripFindings(
  plan: StripPlan,
  house: House,
  job: Pick<Job, 'wants'>,
  moisture: 'dry' | 'damp' | 'wet',
): Finding[] {
  const { strip } = plan;
  if (strip.pieces.length === 0) return [];
  const wet: Told[] =
    moisture === 'dry'
      ? []
      : [
          {
            what: 'wet',
            severity: 'watch',
            says: msg('lighting.ask.wet', { strip: strip.label, moisture }),
            detail: msg('lighting.ask.wet-why'),
            source: published('NEC 410.10(A), 411.3', undefined, 'fairly-sure'),
          },
        ];
  return [
    ...lightTold(plan),
    ...placeTold(plan, house),
    ...driverTold(plan, house, job),
    ...makeTold(plan),
    ...wet,
  ].map(({ what, source, ...told }) => ({
    ...told,
    rule: 'strip-light',
    key: `strip-light:${strip.id}:${what}`,
    // Dots are a matter of taste.
    origin: what === 'dots' ? ('advice' as const) : ('new' as const),
    mark: 'want' as const,
    subjects: [strip.id],
    sources: [source],
    remedies: [],
  }));
}

/** Findings of every strip of a job. */
export const judgeStrips = (house: House, job: Pick<Job, 'wants' | 'strips'>): Finding[] =>
  (job.strips ?? []).flatMap((strip) => {
    const room = house.rooms.find((r) => r.walls.some((w) => w.id === strip.pieces[0]?.wallId));
    return stripFindings(planStrip(house, strip), house, job, room ? moistureOf(room) : 'dry');
  });
