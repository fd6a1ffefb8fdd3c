import type { ApplianceKind, RoomUse } from '../../../document/index.ts';

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
/** Receptacles that serve a kitchen counter, long before the whole kitchen. */
export const COUNTER_SINCE = 1987;
/** Within reach of a tub or shower stall; indoor places that are damp or wet. */
export const TUB_SINCE = 2014;
export const DAMP_SINCE = 2020;
/** From this edition a switch for lights in a hall or on a stair has a neutral too, as in rooms and baths before: 404.2(C). */
export const SWITCH_NEUTRAL_PASSAGES_SINCE = 2020;
/** From this edition the reach to a sink follows the cord and does not pass walls or doors. */
export const CORD_PATH_SINCE = 2017;
/** From this edition receptacles above 125 V, to 250 V, are covered too. */
export const UP_TO_250_VOLTS_SINCE = 2020;

/** Outlets of one appliance, whatever the room and the way it is connected (210.8(D)). */
export const APPLIANCE_SINCE: Partial<Record<ApplianceKind, number>> = {
  dishwasher: 2014,
  'sump-pump': 2020,
  range: 2023,
  'wall-oven': 2023,
  cooktop: 2023,
  dryer: 2023,
  microwave: 2023,
};
/** Lighting outlets in crawl spaces (120 V), and what is wired in place outdoors and in garages, other than lighting: 210.8(F). */
export const CRAWL_LIGHT_SINCE = 2017;
export const HARDWIRED_SINCE: Partial<Record<RoomUse, number>> = { outdoor: 2020, garage: 2023 };
export const OUTDOOR_OUTLET_AMPS = 50;

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
/** Ratings of the circuits that are listed, A. */
export const ARC_FAULT_AMPS = (edition: number): readonly number[] =>
  edition >= 2023 ? [10, 15, 20] : [15, 20];

/** Uses where tamper-resistant receptacles are not asked for at any height. */
export const NO_TAMPER_RESISTANT: ReadonlySet<RoomUse> = new Set(['attic', 'crawl']);
/** From this edition 250 V receptacles are tamper-resistant too. */
export const TAMPER_250_SINCE = 2017;
