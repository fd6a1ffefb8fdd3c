import { hash53, type Bundle, type House, type Job, type SignOffUndo } from '../document/index.ts';

/** Taking a sign-off back: what it put into the house comes out again, where nobody has changed it since. */

type Lists = Required<Pick<House, 'points' | 'cables' | 'loads' | 'panels' | 'strips'>>;
type ListName = keyof Lists;
const LISTS: readonly ListName[] = ['points', 'cables', 'loads', 'panels', 'strips'];

/** Fields in the order of their names: a document that was saved and read has them in another one. */
const inOrder = (_key: string, value: unknown): unknown =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;
const printOf = (thing: unknown): string => hash53(JSON.stringify(thing, inOrder)).toString(36);
interface Entry<T> {
  readonly id: string;
  readonly was: T | null;
  readonly left: string | null;
}

/** What differs between two lists, with what was there before and how it was left. */
function differing<T extends { readonly id: string }>(before: readonly T[], after: readonly T[]): Entry<T>[] {
  const [old, now] = [before, after].map((l) => new Map(l.map((x) => [x.id, x] as const)));
  return [...new Set([...(old?.keys() ?? []), ...(now?.keys() ?? [])])].flatMap((id) => {
    const [was, left] = [old?.get(id) ?? null, now?.get(id) ?? null];
    const [a, b] = [was && printOf(was), left && printOf(left)];
    return a === b ? [] : [{ id, was, left: b }];
  });
}

/** What has to be kept to take a sign-off back. */
export const undoFor = (before: Bundle, after: House): SignOffUndo => ({
  points: differing(before.house.points, after.points),
  cables: differing(before.house.cables, after.cables),
  loads: differing(before.house.loads, after.loads),
  panels: differing(before.house.panels, after.panels),
  strips: differing(before.house.strips ?? [], after.strips ?? []),
  ...(before.house.shelf ? { shelf: before.house.shelf } : {}),
  jobShelf: before.job.shelf,
  option: before.job.option,
});

/** A list as it was; what was added since stays where it is. */
function restored<T extends { readonly id: string }>(now: readonly T[], entries: readonly Entry<T>[]): T[] {
  const was = new Map(entries.map((e) => [e.id, e.was] as const));
  const there = new Set(now.map((x) => x.id));
  return [
    ...now.flatMap((x) => {
      const old = was.get(x.id);
      return old === undefined ? [x] : old === null ? [] : [old];
    }),
    ...entries.flatMap((e) => (e.was !== null && !there.has(e.id) ? [e.was] : [])),
  ];
}

/** Things that the sign-off left otherwise than they are now, by name: with any, it can't be taken back. */
export function changedSince({ house, job }: Bundle): string[] {
  const { undo } = job;
  if (!undo) return [];
  return LISTS.flatMap((list) => {
    const now = new Map<string, Lists[ListName][number]>((house[list] ?? []).map((x) => [x.id, x]));
    return (undo[list] ?? []).flatMap(({ id, was, left }) => {
      const there = now.get(id);
      if ((there ? printOf(there) : null) === left) return [];
      const named = there ?? was;
      return [named === null ? id : 'label' in named ? named.label : 'name' in named ? named.name : id];
    });
  });
}

/**
 * The house as it was before a job was signed off, and the job open again with its readings and its log. What others added since stays.
 * What is on hand is as it was.
 * @throws RangeError where the job has nothing to take back, or where something was changed since
 */
export function undoSignOff(bundle: Bundle): Bundle {
  const { house, job } = bundle;
  const { undo, record: _record, ...rest } = job;
  if (!undo || job.signedOff === null) throw new RangeError('This sign-off can’t be undone.');
  if (changedSince(bundle).length > 0) throw new RangeError('The house was changed since this sign-off.');
  const { shelf: _shelf, pace, strips: lit, ...others } = house;
  const strips = restored(lit ?? [], undo.strips ?? []);
  const samples = pace?.samples.filter((s) => s.jobId !== job.id) ?? [];
  // Nothing timed and nothing forgotten is the same as no record.
  const timed = pace && (samples.length > 0 || pace.since !== null);
  const open: Job = { ...rest, shelf: undo.jobShelf, option: undo.option, signedOff: null };
  return {
    house: {
      ...others,
      ...(undo.shelf ? { shelf: undo.shelf } : {}),
      ...(timed ? { pace: { ...pace, samples } } : {}),
      ...(strips.length > 0 ? { strips } : {}),
      points: restored(house.points, undo.points),
      cables: restored(house.cables, undo.cables),
      loads: restored(house.loads, undo.loads),
      panels: restored(house.panels, undo.panels),
    },
    job: open,
  };
}
