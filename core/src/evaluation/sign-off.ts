import {
  BreakerId,
  CableId,
  derivedId,
  freeLabel,
  isPlaceholder,
  MOST_HOUSE_STRIPS,
  ItemId,
  PointId,
  withSwitch,
  withSwitches,
  type SwitchAt,
  type Bundle,
  type Cable,
  type DrawnSheet,
  type House,
  type Point,
} from '../document/index.ts';
import { shelfAfter } from '../materials/index.ts';
import { timedIn } from '../work/index.ts';
import { newPointId } from '../planning/index.ts';
import { builtOf } from './built.ts';
import type { Evaluation } from './judge.ts';
import { recordOf, type Signer } from './record.ts';
import { undoFor } from './undo-sign-off.ts';

/** A text with the names that points have once they are built: nobody finds “new 1” in the house. */
function namedAs(names: readonly (readonly [string, string])[]): (text: string) => string {
  const to = new Map(names);
  const longestFirst = [...to.keys()].sort((a, b) => b.length - a.length);
  if (longestFirst.length === 0) return (text) => text;
  const escaped = longestFirst.map((n) => n.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  const any = new RegExp(`(?<![\\p{L}\\p{N}])(?:${escaped.join('|')})(?![\\p{L}\\p{N}])`, 'gu');
  return (text) => text.replaceAll(any, (name) => to.get(name) ?? name);
}

/** Strips of the job are the house’s from now on. */
function stripsAfter({ house, job }: Bundle): Pick<House, 'strips'> {
  const fresh = (job.strips ?? []).map((s) => ({
    ...s,
    id: ItemId.parse(derivedId('built', job.id, s.id)),
  }));
  const all = [...(house.strips ?? []), ...fresh].slice(-MOST_HOUSE_STRIPS);
  return all.length > 0 ? { strips: all } : {};
}

/** Drawings with the names that things have once they are built. */
const renamed = (drawings: readonly DrawnSheet[], named: (text: string) => string): DrawnSheet[] =>
  drawings.map((d) => ({
    ...d,
    shapes: d.shapes.map((s) => (s.kind === 'text' ? { ...s, text: named(s.text).slice(0, 200) } : s)),
  }));

/** How many timed steps a house keeps: the latest. */
const MOST_SAMPLES = 2000;

/** What the house knows of how long work takes, with what was timed in this job. */
function paceAfter({ house: { pace }, job }: Bundle): Pick<House, 'pace'> {
  const timed = timedIn(job, pace?.since ?? null).map((t) => ({ ...t, jobId: job.id }));
  if (!pace && timed.length === 0) return {};
  const samples = [...(pace?.samples ?? []), ...timed].slice(-MOST_SAMPLES);
  return { pace: { since: pace?.since ?? null, samples } };
}

/** What a thing is called once it is built: what stood there keeps its id, what is new gets one of its own. */
type Rename = (id: string) => string;

function renamer({ house, job }: Bundle): Rename {
  const breakers = house.panels.flatMap((p) => p.breakers);
  const there = new Set<string>([house.points, house.cables, house.loads, breakers].flat().map((x) => x.id));
  return (id) => (there.has(id) ? id : derivedId('built', job.id, id.replace(/^new-/, '')));
}

/** The points with their new ids and labels. What somebody named keeps its name; what nobody did gets the next free one of its kind. */
function pointsBuilt(planned: readonly Point[], job: Bundle['job'], fresh: Rename): Point[] {
  const named = new Set<string>(job.wants.filter((w) => !isPlaceholder(w.label)).map((w) => newPointId(w)));
  const labelFor = (p: Point, others: readonly Point[]): string =>
    named.has(p.id) && !others.some((o) => o.id !== p.id && o.label === p.label)
      ? p.label
      : freeLabel(others, p.kind);
  const points: Point[] = [];
  for (const p of planned)
    points.push(
      fresh(p.id) !== p.id
        ? { ...p, id: PointId.parse(fresh(p.id)), label: labelFor(p, [...planned, ...points]) }
        : p,
    );
  return points;
}

/** The house as the job leaves it: everything that was planned, under names of its own. */
function houseBuilt(
  bundle: Bundle,
  { applied, bill }: NonNullable<Evaluation['chosen']>,
  fresh: Rename,
): House {
  const { house } = applied;
  const end = (e: Cable['from']): Cable['from'] =>
    e.at === 'point'
      ? { ...e, pointId: PointId.parse(fresh(e.pointId)) }
      : { ...e, breakerId: BreakerId.parse(fresh(e.breakerId)) };
  const goes = ({ by, nth }: SwitchAt): SwitchAt => ({ by: PointId.parse(fresh(by)), nth });
  return {
    ...house,
    rooms: bundle.house.rooms,
    shelf: shelfAfter(bundle.house, bundle.job, bill),
    ...paceAfter(bundle),
    ...stripsAfter(bundle),
    panels: house.panels.map((p) => ({
      ...p,
      breakers: p.breakers.map((b) => ({ ...b, id: BreakerId.parse(fresh(b.id)) })),
    })),
    points: pointsBuilt(house.points, bundle.job, fresh).map((p) => ({
      ...p,
      devices: p.devices.map((d) => withSwitch(d, goes)),
    })),
    cables: house.cables.map((c) => ({
      ...withSwitches(c, goes),
      id: CableId.parse(fresh(c.id)),
      from: end(c.from),
      to: end(c.to),
    })),
    loads: house.loads.map((l) => ({
      ...l,
      id: ItemId.parse(fresh(l.id)),
      pointId: PointId.parse(fresh(l.pointId)),
    })),
  };
}

/**
 * Points and cables of a job become part of the house under names of their own, what is left over goes on the shelf; the job keeps its record.
 * @throws RangeError without a name, or without a reason where anything is open
 */
export function signOff(evaluation: Evaluation, at: string, signer: Signer): Bundle {
  const { chosen, given: bundle } = evaluation;
  if (!chosen) return bundle;
  // Without a name, or a reason where anything is open, nothing is changed.
  const signed = recordOf(evaluation, signer);
  const fresh = renamer(bundle);
  const built = houseBuilt(bundle, chosen, fresh);
  const inHouse = namedAs(
    chosen.applied.house.points.flatMap((p) => {
      const to = built.points.find((b) => b.id === fresh(p.id))?.label;
      return to === undefined || to === p.label ? [] : [[p.label, to] as const];
    }),
  );
  const record = {
    ...signed,
    tests: signed.tests.map((t) => ({ ...t, says: inHouse(t.says), expected: inHouse(t.expected) })),
    findings: signed.findings.map((f) => ({ ...f, says: inHouse(f.says) })),
    deviations: (signed.deviations ?? []).map((d) => ({ ...d, says: inHouse(d.says) })),
    built: {
      ...builtOf({ evaluation, house: built, idOf: fresh, named: inHouse }),
      ...(signer.drawings ? { drawings: renamed(signer.drawings, inHouse) } : {}),
    },
  };
  return {
    house: built,
    job: {
      ...bundle.job,
      shelf: [],
      option: chosen.option.key,
      signedOff: at,
      record,
      undo: undoFor(bundle, built),
    },
  };
}
