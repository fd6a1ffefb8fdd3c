import type { RoomUse } from '../../../document/index.ts';

/** The edition in which receptacles of a whole room use came to need ground-fault protection; absent = never by room alone. */
export const GROUND_FAULT_SINCE: Partial<Record<RoomUse, number>> = {
  bath: 1975,
  garage: 1978,
  outdoor: 1973,
  crawl: 1990,
  'basement-unfinished': 1987,
  'basement-finished': 2020,
  kitchen: 2023,
  laundry: 2014,
  workshop: 1978,
};
/** Within this far of a sink's bowl edge, or of a tub or shower (6 ft). */
export const WATER_REACH_MM = 6 * 304.8;

/** Rooms whose 120 V outlets need arc-fault protection (210.12), and "similar rooms or areas". */
export const ARC_FAULT_ROOMS: ReadonlySet<RoomUse> = new Set([
  'kitchen',
  'family',
  'dining',
  'living',
  'library',
  'den',
  'bedroom',
  'sunroom',
  'recreation',
  'closet',
  'hall',
  'laundry',
  'stair',
  'basement-finished',
]);
/** Named as "similar" by our reading, not in the list itself: shown as such. */
export const ARC_FAULT_SIMILAR: ReadonlySet<RoomUse> = new Set(['stair', 'basement-finished']);

/** Uses where tamper-resistant receptacles are not asked for at any height. */
export const NO_TAMPER_RESISTANT: ReadonlySet<RoomUse> = new Set(['attic', 'crawl']);
/** Above this the tamper-resistant rule lets go (5 ft 6 in). */
export const TAMPER_HEIGHT_MM = 66 * 25.4;
