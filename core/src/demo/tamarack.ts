import type { House, Job, Point } from '../document/index.ts';
import {
  HouseId,
  ItemId,
  makeCable,
  makeHouse,
  makeJob,
  makePoint,
  makeRoom,
  makeWant,
  PanelId,
  BreakerId,
  PointId,
  WallId,
} from '../document/index.ts';
import { APPLIANCES, boxModel, loadOf, type Appliance } from '../catalog/index.ts';
import type { Breaker, Cable, Gauge, Hit, Load, LoadFacts, Shelf } from '../document/index.ts';
import { feet, inches } from '../units/index.ts';

import { speaker } from '../words/index.ts';
/** Invented demo data. House one: a small single-story house with an attic, on a slab. */

const say = speaker('imperial');
/** A piece of cable in the garage. */
const leftOf = (id: string, gauge: Gauge, conductors: 2 | 3, ft: number): Shelf['cable'][number] => ({
  id: ItemId.parse(id),
  method: 'NM-B',
  gauge,
  conductors,
  lengthMm: feet(ft),
});

export const thing = (key: Appliance['key']): LoadFacts => {
  const found = APPLIANCES.find((a) => a.key === key);
  if (!found) throw new Error(`no appliance called ${key}`);
  return loadOf(found, say);
};

export const breaker = (
  id: string,
  number: string,
  amps: number,
  label: string,
  more: Partial<Breaker> = {},
): Breaker => ({
  id: BreakerId.parse(id),
  number,
  amps,
  poles: 1,
  protection: 'none',
  label,
  restriction: 'none',
  multiwire: false,
  proved: false,
  ...more,
});
export const load = (id: string, pointId: string, facts: LoadFacts): Load => ({
  ...facts,
  id: ItemId.parse(id),
  pointId: PointId.parse(pointId),
});
export const fromBreaker = (id: string): Cable['from'] => ({ at: 'breaker', breakerId: BreakerId.parse(id) });
export const at = (id: string, on: 'line' | 'load' | 'splice' = 'splice'): Cable['from'] => ({
  at: 'point',
  pointId: PointId.parse(id),
  on,
});
export const onWall = (wallId: string, xInches: number, heightInches: number) => ({
  on: 'wall' as const,
  wallId: WallId.parse(wallId),
  xMm: inches(xInches),
  heightMm: inches(heightInches),
});
export const hit = (id: string, method: Hit['method'], xInches: number, edges?: [number, number]): Hit => ({
  id: ItemId.parse(id),
  method,
  atMm: inches(xInches),
  ...(edges ? { edgesMm: [inches(edges[0]), inches(edges[1])] as [number, number] } : {}),
});

const sound = (model: string | null, clamps: 'inside' | 'none' | 'unknown' = 'none'): Partial<Point> => ({
  condition: model ? 'sound' : 'not-looked',
  box: { model, markedCubicInches: null, gangs: 1, clamps, metal: boxModel(model)?.metal ?? null },
});

function rooms(): House['rooms'] {
  const music = makeRoom('music', 'Music room', 'den', inches(112), inches(138));
  const hall = makeRoom('hall', 'Hall', 'hall', inches(52), inches(138), {
    place: { xMm: -inches(52) - inches(4.5), yMm: 0 },
  });
  const [north, east, south, west] = music.walls;
  const [hallNorth, hallEast, hallSouth, hallWest] = hall.walls;
  if (!north || !east || !south || !west || !hallNorth || !hallEast || !hallSouth || !hallWest) return [];
  return [
    {
      ...music,
      walls: [
        {
          ...north,
          openings: [
            {
              id: ItemId.parse('door-1'),
              kind: 'door',
              leftMm: inches(18),
              rightMm: inches(50),
              bottomMm: 0,
              topMm: inches(80),
            },
          ],
        },
        {
          ...east,
          exterior: true,
          insulated: true,
          hits: [
            hit('h1', 'magnet', 15.375),
            hit('h2', 'magnet', 31.125),
            hit('h3', 'finder', 47.25, [46.5, 48]),
            hit('h4', 'probe', 66),
            hit('h5', 'magnet', 111.375),
          ],
          furniture: [
            {
              id: ItemId.parse('keyboard'),
              name: 'Keyboard stand',
              kind: 'furniture',
              leftMm: inches(24),
              rightMm: inches(80),
              bottomMm: 0,
              topMm: inches(36),
              depthMm: inches(16),
              planned: true,
            },
          ],
        },
        {
          ...south,
          exterior: true,
          insulated: true,
          hits: [hit('h6', 'magnet', 16.25), hit('h7', 'magnet', 80.125)],
          openings: [
            {
              id: ItemId.parse('win-1'),
              kind: 'window',
              leftMm: inches(40),
              rightMm: inches(76),
              bottomMm: inches(36),
              topMm: inches(80),
            },
          ],
        },
        { ...west, hits: [hit('h8', 'magnet', 25.75), hit('h9', 'magnet', 57.875)] },
      ],
    },
    {
      ...hall,
      walls: [
        hallNorth,
        { ...hallEast, hits: [hit('h10', 'magnet', 48.25), hit('h11', 'finder', 64.125, [63.375, 64.875])] },
        {
          ...hallSouth,
          openings: [
            {
              id: ItemId.parse('door-2'),
              kind: 'door',
              leftMm: inches(10),
              rightMm: inches(42),
              bottomMm: 0,
              topMm: inches(80),
            },
          ],
        },
        hallWest,
      ],
    },
  ];
}

const points = (): Point[] => [
  makePoint('r1', 'R1', 'receptacle', onWall('music-w4', 104, 15), sound(null)),
  makePoint('r2', 'R2', 'receptacle', onWall('music-w4', 22, 15), sound('dev-2-3/4', 'inside')),
  makePoint('r3', 'R3', 'receptacle', onWall('music-w3', 22, 15), sound('dev-2-3/4', 'inside')),
  makePoint('s1', 'S1', 'switch', onWall('music-w1', 56, 48), sound('new-1g-18')),
  makePoint(
    'l1',
    'L1',
    'luminaire',
    { on: 'ceiling', roomId: rooms()[0]?.id ?? ('music' as never), xMm: inches(56), yMm: inches(69) },
    sound('oct-4-1-1/2', 'inside'),
  ),
  makePoint(
    'j1',
    'J1',
    'junction',
    { on: 'attic', roomId: rooms()[1]?.id ?? ('hall' as never), xMm: inches(20), yMm: inches(100) },
    sound('sq-4-2-1/8'),
  ),
  makePoint('h1', 'H1', 'receptacle', onWall('hall-w2', 40, 15), sound('old-1g-20')),
  makePoint(
    'l2',
    'L2',
    'luminaire',
    { on: 'ceiling', roomId: rooms()[1]?.id ?? ('hall' as never), xMm: inches(26), yMm: inches(69) },
    sound('oct-4-1-1/2', 'inside'),
  ),
  makePoint('s2', 'S2', 'switch', onWall('hall-w1', 30, 48), sound('new-1g-18')),
];

const cables = (): Cable[] => [
  makeCable('c1', fromBreaker('b7'), at('r1'), { lengthMm: feet(42), way: 'reckoned' }),
  makeCable('c2', at('r1'), at('r2'), { gauge: '14', lengthMm: feet(11), way: 'reckoned' }),
  makeCable('c3', at('r2'), at('r3'), { gauge: '14', lengthMm: feet(8), way: 'reckoned' }),
  makeCable('c4', at('r1'), at('l1'), { gauge: '14', lengthMm: feet(18) }),
  makeCable('c5', at('l1'), at('s1'), {
    gauge: '14',
    carries: 'loop',
    switchedBy: PointId.parse('s1'),
    lengthMm: feet(14),
  }),
  makeCable('c6', fromBreaker('b9'), at('j1'), { gauge: '14', lengthMm: feet(22), way: 'seen' }),
  makeCable('c7', at('j1'), at('h1'), { gauge: '14', lengthMm: feet(16), way: 'reckoned' }),
  makeCable('c8', at('j1'), at('s2'), { gauge: '14', lengthMm: feet(12) }),
  makeCable('c9', at('s2'), at('l2'), {
    gauge: '14',
    carries: 'switched',
    switchedBy: PointId.parse('s2'),
    lengthMm: feet(9),
  }),
];

export function tamarackHouse(): House {
  return makeHouse('tamarack', '14 Tamarack Row', {
    yearBuilt: 1984,
    // From the last job in the hall.
    ownTools: ['screwdrivers', 'pencil', 'hammer', 'level', 'drill', 'glasses', 'head-lamp'],
    shelf: {
      parts: { 'twist-2-3': 11, 'plate-1': 1, staple: 20 },
      cable: [leftOf('hall-end', '14', 2, 9), leftOf('garage-end', '12', 2, 16.5)],
    },
    rooms: rooms(),
    points: points(),
    cables: cables(),
    panels: [
      {
        id: PanelId.parse('tam-panel'),
        label: 'Main panel',
        place: 'garage wall',
        breakers: [
          breaker('b7', '7', 15, 'Music room', { proved: true }),
          breaker('b9', '9', 15, 'Hall', { proved: true }),
          breaker('b11', '11', 20, 'Kitchen counter', { restriction: 'kitchen-counter' }),
        ],
      },
    ],
    loads: [
      load('ld1', 'r1', thing('computer-and-screen')),
      load('ld2', 'r2', thing('instrument-amplifier')),
      load('ld3', 'l1', thing('ceiling-light')),
      load('ld4', 'h1', thing('vacuum-cleaner')),
      load('ld5', 'l2', thing('ceiling-light')),
    ],
  });
}

/** Job one: three wants, some settled, some to ask. */
export function keyboardJob(): Job {
  return makeJob('keyboard', HouseId.parse('tamarack'), 'Keyboard wall and picture light', {
    wants: [
      makeWant('w1', 'new 1', onWall('music-w2', 100, 15), { loads: [thing('table-lamp')] }),
      makeWant('w2', 'new 2', onWall('music-w2', 38, 15), { loads: [thing('stage-keyboard')] }),
      makeWant('w3', 'new 3', onWall('music-w2', 56.5, 60), {
        kind: 'luminaire',
        loads: [thing('picture-light')],
      }),
    ],
    note: 'Sockets low enough to vanish behind the keyboard stand.',
  });
}

/** Job two: all settled and under way, with a log and readings. */
export function aquariumJob(): Job {
  return makeJob('aquarium', HouseId.parse('tamarack'), 'Aquarium in the hall', {
    wants: [
      makeWant('w1', 'new 1', onWall('hall-w2', 72, 15), {
        loads: [thing('aquarium')],
      }),
    ],
    protection: { groundFault: null, arcFault: 'at-breaker' },
    log: [
      {
        id: ItemId.parse('log1'),
        stepKey: 'permit',
        state: 'done',
        reason: '',
        at: '2026-11-20T17:05:00.000Z',
        minutes: 20,
      },
      {
        id: ItemId.parse('log2'),
        stepKey: 'carry',
        state: 'done',
        reason: '',
        at: '2026-11-21T09:10:00.000Z',
        minutes: 12,
      },
      {
        id: ItemId.parse('log3'),
        stepKey: 'mark:w1',
        state: 'done',
        reason: '',
        at: '2026-11-21T09:30:00.000Z',
        minutes: 9,
      },
    ],
  });
}
