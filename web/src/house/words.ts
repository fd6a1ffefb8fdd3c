import type { Cable, LoadFacts, Obstacle, Point, RoomUse, Want } from '@elwand/core';

type Options<T extends string> = readonly { readonly value: T; readonly label: string }[];
export const options = <T extends string>(labels: Record<T, string>): Options<T> =>
  (Object.entries(labels) as [T, string][]).map(([value, label]) => ({ value, label }));

/** The words for the kinds of things in a house, once for all screens. */
export const USES = options<RoomUse>({
  living: 'Living room',
  family: 'Family room',
  dining: 'Dining room',
  bedroom: 'Bedroom',
  den: 'Den, study, music',
  library: 'Library',
  recreation: 'Recreation room',
  sunroom: 'Sunroom',
  hall: 'Hall',
  stair: 'Stair, landing',
  closet: 'Closet',
  kitchen: 'Kitchen',
  laundry: 'Laundry',
  bath: 'Bathroom',
  garage: 'Garage',
  workshop: 'Workshop',
  utility: 'Utility room',
  'basement-finished': 'Basement, finished',
  'basement-unfinished': 'Basement, unfinished',
  crawl: 'Crawl space',
  attic: 'Attic',
  outdoor: 'Outdoors',
});
export const KINDS = options<Point['kind']>({
  receptacle: 'Outlet',
  switch: 'Switch',
  luminaire: 'Light',
  fan: 'Fan',
  junction: 'Junction box',
  appliance: 'Fixed appliance',
});
export const CONDITIONS = options<Point['condition']>({
  'not-looked': 'Not looked into',
  sound: 'Looked: sound',
  'short-conductors': 'Looked: short conductors',
  loose: 'Looked: loose',
  burnt: 'Looked: burnt conductor',
  'burnt-beyond-reach': 'Looked: burnt beyond reach',
});
export const CLAMPS = options<Point['box']['clamps']>({
  unknown: 'Not looked',
  none: 'None inside',
  inside: 'Clamps inside',
  outside: 'Connectors clamp outside',
});
export const CARRIES = options<Cable['carries']>({
  feed: 'power: hot, neutral',
  switched: 'switched hot, neutral',
  loop: 'switch loop, no neutral',
  'loop-neutral': 'switch loop with neutral',
  both: 'power and switched hot',
  travelers: 'travelers',
  'two-hots': '240 V: two hots, no neutral',
  unknown: 'not read',
});
export const GROUNDS = options<Cable['ground']>({
  wire: 'ground wire',
  armor: 'bonded armor',
  tubing: 'metal tubing',
  none: 'no ground',
  unknown: 'not looked',
});
export const TYPES = options<Cable['type']>({
  'NM-B': 'NM-B',
  'old-NM': 'old nonmetallic cable',
  'UF-B': 'UF-B',
  AC: 'AC (armored)',
  'old-AC': 'old armored',
  MC: 'MC (metal-clad)',
  FMC: 'flexible metal conduit',
  LFMC: 'liquid-tight metal conduit',
  LFNC: 'liquid-tight plastic conduit',
  PVC: 'PVC conduit',
  EMT: 'EMT',
  'knob-and-tube': 'knob-and-tube',
});
export const METHOD_WORDS = Object.fromEntries(TYPES.map((t) => [t.value, t.label])) as Readonly<
  Record<Cable['type'], string>
>;
export const MOISTURE = [
  { value: 'by-use', label: 'by its use' },
  { value: 'dry', label: 'dry' },
  { value: 'damp', label: 'damp' },
  { value: 'wet', label: 'wet' },
] as const;
export const APPLIANCE_KINDS = options<NonNullable<LoadFacts['appliance']>>({
  dishwasher: 'dishwasher',
  range: 'range',
  'wall-oven': 'wall oven',
  cooktop: 'cooktop',
  dryer: 'clothes dryer',
  microwave: 'microwave',
  'sump-pump': 'sump pump',
  'water-heater': 'water heater',
  refrigerator: 'refrigerator',
  disposer: 'disposer',
});
export const OBSTACLES = options<Obstacle['kind']>({
  pipe: 'pipe',
  duct: 'duct',
  'return-air': 'return air bay',
  flue: 'flue',
  blocking: 'block',
  brace: 'brace',
  cable: 'cable',
  other: 'something else',
});
export const WAYS = options<Cable['way']>({
  seen: 'way seen',
  reckoned: 'way reckoned',
  unknown: 'way not known',
});

export const WANT_WORDS: Readonly<Record<Want['kind'], string>> = {
  receptacle: 'Outlet',
  switch: 'Switch',
  luminaire: 'Light',
  fan: 'Fan',
  appliance: 'Fixed appliance',
};
export const WANT_KINDS = options<Want['kind']>(WANT_WORDS);
