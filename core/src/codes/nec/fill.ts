import { GAUGES } from '../../document/index.ts';
import { published, type Source } from '../../findings/index.ts';
import type { BoxContents, Fill, FillGauge, FillItem } from '../pack.ts';
import { msg, type Text } from '../../words/index.ts';

const SMALL_FIRST: readonly FillGauge[] = ['18', '16', ...GAUGES];
const larger = (a: VolumeGauge | null, b: VolumeGauge): VolumeGauge =>
  a === null || SMALL_FIRST.indexOf(b) > SMALL_FIRST.indexOf(a) ? b : a;

/** Sizes that the volume table knows. From 4 AWG up a box goes by its length and width instead (NEC 314.28). */
export type VolumeGauge = Exclude<FillGauge, '4'>;

/** Table 314.16(B): volume of one conductor, in3. */
export const ALLOWANCE: Readonly<Record<VolumeGauge, number>> = {
  '18': 1.5,
  '16': 1.75,
  '14': 2.0,
  '12': 2.25,
  '10': 2.5,
  '8': 3.0,
  '6': 5.0,
};
export const allowanceSource = (edition: number): Source =>
  published(edition >= 2023 ? 'NEC 314.16(B), Table 314.16(B)(1)' : 'NEC 314.16(B)', edition, 'sure');

/** What an unmarked barrier takes, in3. */
export const BARRIER = { metal: 0.5, nonmetallic: 1.0 } as const;
/** Luminaire wires under a domed canopy that may be left out, together with the ground that comes with them. */
const CANOPY_FREE_WIRES = 4;
/** Terminal blocks count from this edition. */
const TERMINAL_BLOCKS_SINCE = 2023;

/** Grounds by edition: all as one up to 2017; from 2020 one for up to four and a quarter for each more. */
export function groundCount(count: number, edition: number): number {
  if (count === 0) return 0;
  return edition >= 2020 ? 1 + 0.25 * Math.max(0, count - 4) : 1;
}

/** The canopy exception takes up to four small wires; with more than four, all are counted. */
const countedFixtureWires = (wires: number, domed: boolean): number =>
  domed && wires <= CANOPY_FREE_WIRES ? 0 : wires;

/**
 * Conductor volume that a box needs, item by item. Connectors, locknuts, bushings and pigtails take none.
 * @param edition of the code: grounds above four count from 2020, terminal blocks from 2023
 * @returns in3, unrounded (NEC 314.16(B)), without what is 4 AWG or larger: such a box is marked `bySize` (NEC 314.28)
 */
export function boxFill(contents: BoxContents, edition: number): Fill {
  const items: FillItem[] = [];
  const { extras = {} } = contents;
  const add = (what: Text, count: number, each: number) => {
    if (count > 0) items.push({ what, count, eachCubicInches: each, cubicInches: count * each });
  };
  let largest: VolumeGauge | null = null;
  let bySize = false;
  /** Notes a size that has no volume in the table. */
  const inTable = (gauge: FillGauge): gauge is VolumeGauge => {
    if (gauge !== '4') return true;
    bySize = true;
    return false;
  };
  for (const gauge of SMALL_FIRST) {
    const n = contents.conductors[gauge] ?? 0;
    if (n === 0 || !inTable(gauge)) continue;
    largest = gauge;
    add(msg('rules.fill-item.conductors', { n, gauge }), n, ALLOWANCE[gauge]);
  }
  for (const { gauge, count, coiled } of extras.unbroken ?? []) {
    if (!inTable(gauge)) continue;
    largest = larger(largest, gauge);
    add(
      msg('rules.fill-item.unbroken', { count, gauge, looped: coiled ? msg('rules.fill-item.looped') : '' }),
      coiled ? 2 * count : count,
      ALLOWANCE[gauge],
    );
  }
  const fixture = countedFixtureWires(extras.fixtureWires ?? 0, extras.domedCanopy ?? false);
  if (fixture > 0) {
    largest = larger(largest, '18');
    add(msg('rules.fill-item.luminaire-wires', { fixture }), fixture, ALLOWANCE['18']);
  }
  if (contents.largestGround && inTable(contents.largestGround)) {
    add(
      contents.grounds === 1
        ? msg('rules.fill-item.ground')
        : msg('rules.fill-item.grounds', { count: contents.grounds }),
      groundCount(contents.grounds, edition),
      ALLOWANCE[contents.largestGround],
    );
    largest = larger(largest, contents.largestGround);
  }
  if (contents.clampsInside && largest) add(msg('rules.fill-item.clamps'), 1, ALLOWANCE[largest]);
  if (largest) add(msg('rules.fill-item.fitting'), extras.fittings ?? 0, ALLOWANCE[largest]);
  for (const { gangs, gauge } of contents.yokes)
    if (inTable(gauge))
      add(
        gangs > 1 ? msg('rules.fill-item.device-gangs', { gangs }) : msg('rules.fill-item.device'),
        2 * gangs,
        ALLOWANCE[gauge],
      );
  if (largest && edition >= TERMINAL_BLOCKS_SINCE)
    add(msg('rules.fill-item.terminal-block'), extras.terminalBlocks ?? 0, ALLOWANCE[largest]);
  if (extras.barrier) add(msg('rules.fill-item.barrier'), 1, BARRIER[extras.barrier]);
  return {
    items,
    cubicInches: items.reduce((s, i) => s + i.cubicInches, 0),
    bySize,
    source: allowanceSource(edition),
  };
}

/** How many conductors of one size a volume holds when nothing else is in it: the printed columns of the volume table. */
export const conductorsIn = (cubicInches: number, gauge: VolumeGauge): number =>
  Math.floor(cubicInches / ALLOWANCE[gauge] + 1e-9);
