import {
  type Cable,
  type LoadFacts,
  type Obstacle,
  type Point,
  type Room,
  type RoomUse,
  type Want,
  msg,
  type Text,
} from '@elwand/core';

type Options<T extends string> = readonly { readonly value: T; readonly label: Text }[];
export const options = <T extends string>(labels: Record<T, Text>): Options<T> =>
  (Object.entries(labels) as [T, string][]).map(([value, label]) => ({ value, label }));

/** What a value is called in its list. */
export const labelOf = <T extends string>(of: Options<T>, value: T): Text =>
  of.find((o) => o.value === value)?.label ?? value;

/** The words for the kinds of things in a house, once for all screens. */
export const USES = options<RoomUse>({
  living: msg('screen.kinds.living-room'),
  family: msg('screen.kinds.family-room'),
  dining: msg('screen.kinds.dining-room'),
  bedroom: msg('screen.kinds.bedroom'),
  den: msg('screen.kinds.den-study-music'),
  library: msg('screen.kinds.library'),
  recreation: msg('screen.kinds.recreation-room'),
  sunroom: msg('screen.kinds.sunroom'),
  hall: msg('screen.kinds.hall'),
  stair: msg('screen.kinds.stair-landing'),
  closet: msg('screen.kinds.closet'),
  kitchen: msg('screen.kinds.kitchen'),
  laundry: msg('screen.kinds.laundry'),
  bath: msg('screen.kinds.bathroom'),
  garage: msg('screen.kinds.garage'),
  workshop: msg('screen.kinds.workshop'),
  utility: msg('screen.kinds.utility-room'),
  'basement-finished': msg('screen.kinds.basement-finished'),
  'basement-unfinished': msg('screen.kinds.basement-unfinished'),
  crawl: msg('screen.kinds.crawl-space'),
  attic: msg('screen.kinds.attic'),
  outdoor: msg('screen.kinds.outdoors'),
});
export const ABOVE = options<Room['above']['kind']>({
  attic: msg('screen.rooms.attic'),
  finished: msg('screen.rooms.finished-floor'),
  none: msg('screen.rooms.roof-no-space'),
});
export const BELOW = options<Room['below']['kind']>({
  slab: msg('screen.rooms.slab'),
  basement: msg('screen.rooms.basement'),
  crawl: msg('screen.rooms.crawl-space'),
  finished: msg('screen.rooms.finished-room'),
});
export const KINDS = options<Point['kind']>({
  receptacle: msg('screen.kinds.outlet-2'),
  switch: msg('screen.kinds.switch-2'),
  luminaire: msg('screen.kinds.light-2'),
  fan: msg('screen.kinds.fan-2'),
  junction: msg('screen.kinds.junction-box'),
  appliance: msg('screen.kinds.fixed-appliance-2'),
});
export const CONDITIONS = options<Point['condition']>({
  'not-looked': msg('screen.kinds.not-looked-into'),
  sound: msg('screen.kinds.looked-sound'),
  'short-conductors': msg('screen.kinds.looked-short-conductors'),
  loose: msg('screen.kinds.looked-loose'),
  burnt: msg('screen.kinds.looked-burnt-conductor'),
  'burnt-beyond-reach': msg('screen.kinds.looked-burnt-beyond-reach'),
});
export const CLAMPS = options<Point['box']['clamps']>({
  unknown: msg('screen.kinds.not-looked'),
  none: msg('screen.kinds.none-inside'),
  inside: msg('screen.kinds.clamps-inside'),
  outside: msg('screen.kinds.connectors-clamp-outside'),
});
export const CARRIES = options<Cable['carries']>({
  feed: msg('screen.kinds.power-hot-neutral'),
  switched: msg('screen.kinds.switched-hot-neutral'),
  loop: msg('screen.kinds.switch-loop-no-neutral'),
  'loop-neutral': msg('screen.kinds.switch-loop-with-neutral'),
  both: msg('screen.kinds.power-and-switched-hot'),
  travelers: msg('screen.kinds.travelers'),
  'common-travelers': msg('screen.kinds.common-travelers'),
  'travelers-both-ways': msg('screen.kinds.travelers-both-ways'),
  'common-travelers-neutral': msg('screen.kinds.common-travelers-neutral'),
  'two-hots': msg('screen.kinds.240-v-two-hots-no'),
  'two-hots-neutral': msg('screen.kinds.two-hots-neutral'),
  unknown: msg('screen.kinds.not-read'),
});
export const GROUNDS = options<Cable['ground']>({
  wire: msg('screen.kinds.ground-wire'),
  armor: msg('screen.kinds.bonded-armor'),
  tubing: msg('screen.kinds.metal-tubing'),
  none: msg('screen.kinds.no-ground'),
  unknown: msg('screen.kinds.not-looked-2'),
});
export const TYPES = options<Cable['type']>({
  'NM-B': msg('screen.kinds.nm-b'),
  'old-NM': msg('screen.kinds.old-nonmetallic-cable'),
  'UF-B': msg('screen.kinds.uf-b'),
  AC: msg('screen.kinds.ac-armored'),
  'old-AC': msg('screen.kinds.old-armored'),
  MC: msg('screen.kinds.mc-metal-clad'),
  FMC: msg('screen.kinds.flexible-metal-conduit'),
  LFMC: msg('screen.kinds.liquid-tight-metal-conduit'),
  LFNC: msg('screen.kinds.liquid-tight-plastic-conduit'),
  PVC: msg('screen.kinds.pvc-conduit'),
  EMT: msg('screen.kinds.emt'),
  'knob-and-tube': msg('screen.kinds.knob-and-tube'),
});
export const METHOD_WORDS = Object.fromEntries(TYPES.map((t) => [t.value, t.label])) as Readonly<
  Record<Cable['type'], Text>
>;
export const MOISTURE = options<'by-use' | 'dry' | 'damp' | 'wet'>({
  'by-use': msg('screen.kinds.by-its-use'),
  dry: msg('screen.kinds.dry'),
  damp: msg('screen.kinds.damp'),
  wet: msg('screen.kinds.wet'),
});
export const APPLIANCE_KINDS = options<NonNullable<LoadFacts['appliance']>>({
  dishwasher: msg('screen.kinds.dishwasher'),
  range: msg('screen.kinds.range'),
  'wall-oven': msg('screen.kinds.wall-oven'),
  cooktop: msg('screen.kinds.cooktop'),
  dryer: msg('screen.kinds.clothes-dryer'),
  microwave: msg('screen.kinds.microwave'),
  'sump-pump': msg('screen.kinds.sump-pump'),
  'water-heater': msg('screen.kinds.water-heater'),
  refrigerator: msg('screen.kinds.refrigerator'),
  disposer: msg('screen.kinds.disposer'),
});
export const OBSTACLES = options<Obstacle['kind']>({
  pipe: msg('screen.kinds.pipe'),
  duct: msg('screen.kinds.duct'),
  'return-air': msg('screen.kinds.return-air-bay'),
  flue: msg('screen.kinds.flue'),
  blocking: msg('screen.kinds.block'),
  brace: msg('screen.kinds.brace'),
  cable: msg('screen.kinds.cable'),
  other: msg('screen.kinds.something-else'),
});
export const WAYS = options<Cable['way']>({
  seen: msg('screen.kinds.way-seen'),
  reckoned: msg('screen.kinds.way-reckoned'),
  unknown: msg('screen.kinds.way-not-known'),
});

export const WANT_KINDS = options<Want['kind']>({
  receptacle: msg('screen.kinds.outlet-2'),
  switch: msg('screen.kinds.switch-2'),
  luminaire: msg('screen.kinds.light-2'),
  fan: msg('screen.kinds.fan-2'),
  appliance: msg('screen.kinds.fixed-appliance-2'),
});
