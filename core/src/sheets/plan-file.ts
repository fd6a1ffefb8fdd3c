import { z } from 'zod';
import { Cable, CableType, Gauge, switchedIn, type Bundle } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { settingOf, type Evaluation } from '../evaluation/judge.ts';
import type { Option } from '../planning/index.ts';
import { OPERATION_KINDS, type OperationKind, type Place } from '../routing/index.ts';
import { transfersOf } from '../placement/transfers.ts';
import { speaker, type Say } from '../words/index.ts';

/** What a plan is in a file: the options with every way, move by move. Lengths mm, areas mm2, times minutes. */

const Spot = z.object({ xMm: z.number(), yMm: z.number() });
const PlaceFile = z.union([
  z.object({ in: z.enum(['wall', 'outside']), wallId: z.string(), xMm: z.number(), heightMm: z.number() }),
  z.object({ in: z.enum(['above', 'below', 'joists']), spot: Spot, roomId: z.string() }),
]);
const HoleFile = z.object({
  through: z.enum(['stud', 'top plates', 'bottom plate', 'corner studs', 'block', 'exterior wall']),
  diameterMm: z.number(),
  edgeMm: z.number(),
  plateNeeded: z.boolean(),
  fireSeal: z.boolean(),
  bushing: z.boolean(),
  /** Wood to bore and the shortest bit for it; left out in sheet steel. */
  woodMm: z.number().optional(),
  bitMm: z.number().optional(),
  wallId: z.string(),
  xMm: z.number(),
  heightMm: z.number(),
});
const TransferFile = z.object({
  from: z.enum(['above', 'below']),
  reference: z.string(),
  /** From the reference, to the right as seen from inside. */
  markMm: z.number(),
  /** How far from the wall the reference is; the hole is so far back and half the wall more. */
  awayMm: z.number(),
  odds: z.number().min(0).max(1),
});
const MoveFile = z.object({
  op: z.enum(OPERATION_KINDS as [OperationKind, ...OperationKind[]]),
  says: z.string(),
  why: z.string(),
  from: PlaceFile,
  to: PlaceFile,
  cableMm: z.number(),
  minutes: z.number(),
  openedMm2: z.number(),
  plates: z.number(),
  holes: z.array(HoleFile),
  joists: z.array(z.object({ spot: Spot, diameterMm: z.number(), keepMm: z.number() })),
  supportsMm: z.array(z.number()),
  transfers: z.array(TransferFile),
});
const LegFile = z.object({
  from: z.string(),
  to: z.string(),
  breaker: z.string(),
  atPanel: z.boolean(),
  carries: Cable.shape.carries,
  conductors: Cable.shape.conductors,
  /** Switches that command its switched conductors, as `point` or `point/n` for the n-th switch of a box. */
  switchedBy: z.array(z.string()),
  gauge: Gauge.nullable(),
  method: CableType,
  cableMm: z.number(),
  minutes: z.number(),
  moves: z.array(MoveFile),
});
const OptionFile = z.object({
  key: z.string(),
  way: z.string(),
  why: z.string(),
  schemes: z.array(z.string()),
  taps: z.array(
    z.object({ pointId: z.string(), label: z.string(), atPanel: z.boolean(), breaker: z.string() }),
  ),
  cableMm: z.number(),
  holes: z.number(),
  openings: z.number(),
  openedMm2: z.number(),
  minutes: z.number(),
  outageMinutes: z.number(),
  risk: z.number(),
  cost: z.number(),
  evenings: z.number(),
  days: z.number(),
  dark: z.array(z.string()),
  state: z.enum(['stop', 'fix', 'watch', 'ok']),
  stops: z.array(z.string()),
  /** Everything that holds it up, worst first. */
  open: z.array(z.string()),
  /** Parts to buy after the shelf, in cents. */
  priceCents: z.int(),
  legs: z.array(LegFile),
});

export const PLAN_FORMAT = 'elwand-plan';
export const PLAN_VERSION = 2;

export const PlanFile = z.object({
  format: z.literal(PLAN_FORMAT),
  formatVersion: z.literal(PLAN_VERSION),
  house: z.string(),
  job: z.string(),
  code: z.string(),
  method: CableType,
  options: z.array(OptionFile),
  /** Key of the option that was chosen, or would be. */
  chosen: z.string().nullable(),
  notUsable: z.array(z.object({ point: z.string(), label: z.string(), why: z.array(z.string()) })),
});
export type PlanFile = z.infer<typeof PlanFile>;

const place = (p: Place): z.infer<typeof PlaceFile> =>
  'wallId' in p
    ? { in: p.in, wallId: p.wallId, xMm: p.xMm, heightMm: p.heightMm }
    : { in: p.in, spot: { ...p.spot }, roomId: p.roomId };

function optionFile(
  view: Evaluation,
  option: Evaluation['options'][number],
  say: Say,
): z.infer<typeof OptionFile> {
  const transfers = transfersOf(settingOf(view.bundle), option);
  const gauges = new Map<string, z.infer<typeof Gauge> | null>(
    view.chosen?.option.key === option.key
      ? option.legs.map((l, i) => [
          l.to,
          view.chosen?.applied.house.cables.find((c) => c.id === `new-leg-${i + 1}`)?.gauge ?? null,
        ])
      : [],
  );
  return {
    key: option.key,
    way: option.way,
    why: say(option.why),
    schemes: option.schemes.map(say),
    taps: option.taps.map((t) => ({
      pointId: t.pointId,
      label: say(t.label),
      atPanel: t.atPanel,
      breaker: t.breaker.number,
    })),
    cableMm: option.cableMm,
    holes: option.holes,
    openings: option.openings,
    openedMm2: option.openedMm2,
    minutes: option.minutes,
    outageMinutes: option.outageMinutes,
    risk: option.risk,
    cost: option.cost,
    evenings: option.visits.evenings,
    days: option.visits.days,
    dark: [...option.dark],
    state: option.state,
    stops: option.open.filter((f) => f.severity === 'stop').map((f) => say(f.says)),
    open: option.open.map((f) => say(f.says)),
    priceCents: option.priceCents,
    legs: option.legs.map((leg, l) =>
      legFile(
        leg,
        gauges.get(leg.to) ?? null,
        transfers.filter((t) => t.leg === l),
        say,
      ),
    ),
  };
}

function legFile(
  leg: Option['legs'][number],
  gauge: z.infer<typeof Gauge> | null,
  transfers: ReturnType<typeof transfersOf>,
  say: Say,
): z.infer<typeof LegFile> {
  return {
    from: leg.from,
    to: leg.to,
    breaker: leg.breaker.number,
    atPanel: leg.atPanel,
    carries: leg.carries,
    conductors: leg.conductors,
    switchedBy: switchedIn(leg).map(({ key }) => key),
    gauge,
    method: leg.method,
    cableMm: leg.route.cableMm,
    minutes: leg.route.minutes,
    moves: leg.route.moves.map((m, k) => ({
      op: m.op,
      says: say(m.says),
      why: say(m.why),
      from: place(m.from),
      to: place(m.to),
      cableMm: m.cableMm,
      minutes: m.minutes,
      openedMm2: m.openedMm2,
      plates: m.plates,
      holes: m.holes.map(({ bore, ...h }) => ({
        ...h,
        ...(bore ? { woodMm: bore.woodMm, bitMm: bore.bitLeastMm } : {}),
      })),
      joists: m.joists.map((j) => ({ ...j, spot: { ...j.spot } })),
      supportsMm: [...m.supportsMm],
      transfers: transfers
        .filter((t) => t.move === k)
        .flatMap((t) =>
          t.all.map((x) => ({
            from: t.side,
            reference: say(x.name),
            markMm: x.markMm,
            awayMm: x.awayMm,
            odds: x.odds.both,
          })),
        ),
    })),
  };
}

/** The options of a job as a file. The gauge of a leg is told for the chosen option, which alone is worked out whole. */
export function planFile(bundle: Bundle, view: Evaluation = evaluate(bundle)): PlanFile {
  const say = speaker(bundle.house.units);
  return {
    format: PLAN_FORMAT,
    formatVersion: PLAN_VERSION,
    house: bundle.house.id,
    job: bundle.job.id,
    code: view.pack.title,
    method: view.planning.method,
    options: view.options.map((o) => optionFile(view, o, say)),
    chosen: view.chosen?.option.key ?? null,
    notUsable: view.planning.candidates
      .filter((c) => !c.candidate.usable || !c.reached)
      .map((c) => ({
        point: c.candidate.pointId,
        label: say(c.candidate.label),
        why: c.candidate.reasons.filter((r) => r.kind === 'no').map((r) => say(r.says)),
      })),
  };
}
