import { CLOSINGS, openingsOf, type Opening } from '../planning/index.ts';
import { feet, inches } from '../units/index.ts';
import { msg, type Text } from '../words/index.ts';
import type { Need, NeedsInput, RunOfBill } from './needs.ts';

/** What the holes of a job are closed with: board of the thickness that is there, strips behind it, screws, tape, compound, primer, paint. */

/** Board is sold for patches in squares of this side, and in these thicknesses, mm. */
const PIECE_MM = feet(2);
const BOARDS = [
  { mm: inches(3 / 8), key: 'patch-board-3/8' },
  { mm: inches(1 / 2), key: 'patch-board-1/2' },
  { mm: inches(5 / 8), key: 'patch-board-5/8' },
] as const;

/** Strips of wood reach past the hole by so much on each side, and screws stand so far apart, mm: common practice. */
const PAST_MM = inches(3);
const SCREW_MM = inches(7);

/** Compound for the coats over a patch, lb for each 4 ft2 of board and at least; plaster goes on thicker. A common guess. */
const COMPOUND_POUNDS = 3;
const PER_MM2 = feet(2) ** 2;

/** The board as thick as what is there, and in how many layers where that is thicker than any. */
function boardFor(mm: number): { readonly key: (typeof BOARDS)[number]['key']; readonly layers: number } {
  const layers = Math.max(1, Math.ceil((mm - 1) / inches(5 / 8)));
  const one = mm / layers;
  const nearest = BOARDS.reduce((a, b) => (Math.abs(b.mm - one) < Math.abs(a.mm - one) ? b : a));
  return { key: nearest.key, layers };
}

/** Share of a square that a hole takes, cut in strips as wide as it is. */
function shareOf({ longMm, shortMm }: Opening): number {
  const strips = Math.max(1, Math.floor(PIECE_MM / shortMm));
  const along = longMm <= PIECE_MM ? 1 / Math.floor(PIECE_MM / longMm) : Math.ceil(longMm / PIECE_MM);
  return along / strips;
}

const sum = (openings: readonly Opening[], of: (o: Opening) => number): number =>
  openings.reduce((s, o) => s + of(o), 0);

/** What closes the openings of a job, each kind of part once. */
export function repairNeeds(
  { plan, before, job }: Pick<NeedsInput, 'plan' | 'before' | 'job'>,
  legs: readonly RunOfBill[],
): Need[] {
  const openings = openingsOf({ plan, before, changes: job.changes ?? [] }, legs);
  if (openings.length === 0) return [];
  const board = msg('materials.for.board');
  const small = openings.filter((o) => o.how === CLOSINGS[0]?.how);
  const large = openings.filter((o) => o.how !== CLOSINGS[0]?.how);
  const plaster = openings.filter((o) => o.surface === 'plaster');
  const boards = BOARDS.map(({ key }): Need => ({
    key,
    // A thousandth less: shares that fill a square to the last do not open another.
    count: Math.ceil(
      sum(large, (o) => (boardFor(o.boardMm).key === key ? shareOf(o) * boardFor(o.boardMm).layers : 0)) -
        1e-3,
    ),
    why: board,
  }));
  const around = sum(large, (o) => 2 * (o.longMm + o.shortMm));
  const area = sum(openings, (o) => o.longMm * o.shortMm);
  const [one, n]: [Text, number] = [msg('materials.for.coats'), openings.length];
  return [
    { key: 'patch-mesh', count: small.length, why: msg('materials.for.small-holes') },
    ...boards,
    {
      key: 'patch-strip',
      count: Math.ceil(sum(large, (o) => 2 * (o.shortMm + 2 * PAST_MM)) / feet(1)),
      why: msg('materials.for.behind'),
    },
    { key: 'patch-screws', count: Math.ceil(around / SCREW_MM), why: board },
    { key: 'patch-tape', count: Math.ceil(around / feet(1)), why: board },
    {
      key: plaster.length === n ? 'patch-plaster' : 'patch-compound',
      count: Math.max(1, Math.ceil((COMPOUND_POUNDS * area) / PER_MM2)),
      why: plaster.length === n ? msg('materials.for.plaster') : one,
    },
    ...(plaster.length > 0 && plaster.length < n
      ? [{ key: 'patch-plaster', count: 1, why: msg('materials.for.plaster') }]
      : []),
    { key: 'patch-primer', count: n, why: one },
    { key: 'patch-paint', count: n, why: one },
  ].filter((need) => need.count > 0);
}
