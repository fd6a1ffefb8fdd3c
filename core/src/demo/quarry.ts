import type { House, Job } from '../document/index.ts';
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
  PointId,
  WallId,
} from '../document/index.ts';
import { feet, inches } from '../units/index.ts';
import { at, breaker, fromBreaker, hit, load, onWall, thing } from './tamarack.ts';

/** Invented demo data. House two: an older house on a basement, with a circuit that somebody "improved". */

function rooms(): House['rooms'] {
  const below = { kind: 'basement' as const, canEnter: true, joists: 'x' as const };
  const above = { kind: 'finished' as const, canEnter: false, joists: 'x' as const, insulated: false };
  const passage = makeRoom('passage', 'Utility passage', 'utility', inches(64), inches(150), {
    below,
    above,
  });
  const pottery = makeRoom('pottery', 'Pottery corner', 'workshop', inches(132), inches(120), {
    below,
    above,
    place: { xMm: inches(64) + inches(4.5), yMm: 0 },
  });
  const [pn, pe, ps, pw] = passage.walls;
  if (!pn || !pe || !ps || !pw) return [];
  return [
    {
      ...passage,
      walls: [
        { ...pn, exterior: true },
        {
          ...pe,
          hits: [hit('q1', 'magnet', 16), hit('q2', 'magnet', 48.25)],
          furniture: [
            {
              id: ItemId.parse('freezer'),
              name: 'Chest freezer',
              kind: 'furniture',
              leftMm: inches(58),
              rightMm: inches(98),
              bottomMm: 0,
              topMm: inches(34),
              depthMm: inches(26),
              planned: true,
            },
          ],
        },
        {
          ...ps,
          openings: [
            {
              id: ItemId.parse('qd1'),
              kind: 'door',
              leftMm: inches(16),
              rightMm: inches(48),
              bottomMm: 0,
              topMm: inches(80),
            },
          ],
        },
        {
          ...pw,
          exterior: true,
          hits: [hit('q3', 'finder', 31.5, [30.75, 32.25]), hit('q4', 'magnet', 63.5)],
          furniture: [
            {
              id: ItemId.parse('tray'),
              name: 'Wash tray',
              kind: 'sink',
              leftMm: inches(60),
              rightMm: inches(84),
              bottomMm: inches(20),
              topMm: inches(36),
              depthMm: inches(22),
              planned: false,
            },
          ],
        },
      ],
    },
    pottery,
  ];
}

const seen = (model: string, clamps: 'inside' | 'none') => ({
  condition: 'sound' as const,
  box: { model, markedCubicInches: null, gangs: 1, clamps, metal: model.startsWith('dev') },
});

export function quarryHouse(): House {
  return makeHouse('quarry', '3 Quarry Lane', {
    yearBuilt: 1961,
    rooms: rooms(),
    points: [
      makePoint('p1', 'P1', 'receptacle', onWall('passage-w2', 40, 42), seen('dev-2-1/2', 'inside')),
      makePoint('p2', 'P2', 'receptacle', onWall('passage-w2', 120, 42), seen('dev-2-3/4', 'inside')),
      makePoint('ps', 'S1', 'switch', onWall('passage-w1', 40, 50), seen('dev-2-3/4', 'inside')),
      makePoint('k1', 'K1', 'receptacle', onWall('pottery-w3', 40, 44), seen('dev-3-1/2', 'inside')),
      makePoint('k2', 'K2', 'receptacle', onWall('pottery-w2', 60, 44), seen('dev-3-1/2', 'inside')),
    ],
    cables: [
      makeCable('q1', fromBreaker('q4'), at('p1'), { gauge: '12', lengthMm: feet(34), way: 'seen' }),
      makeCable('q2', at('p1'), at('p2'), { gauge: '14', lengthMm: feet(9), way: 'reckoned' }),
      makeCable('q3', at('p1'), at('ps'), {
        gauge: '12',
        carries: 'loop',
        switchedBy: PointId.parse('ps'),
        lengthMm: feet(12),
      }),
      makeCable('q4c', fromBreaker('q6'), at('k1'), { gauge: '12', lengthMm: feet(48), way: 'seen' }),
      makeCable('q5', at('k1'), at('k2'), { gauge: '12', lengthMm: feet(14), way: 'reckoned' }),
    ],
    panels: [
      {
        id: PanelId.parse('quarry-panel'),
        label: 'Main panel',
        place: 'basement stairs',
        breakers: [
          breaker('q4', '4', 20, 'Passage', { proved: true }),
          breaker('q6', '6', 20, 'Workshop, wheel', { proved: true, restriction: 'dedicated' }),
        ],
      },
    ],
    loads: [load('qld1', 'p2', thing('vacuum-cleaner')), load('qld2', 'k1', thing('pottery-wheel'))],
  });
}

/** Job three: a stop (a 14 AWG tail behind a 20 A breaker) and two things to settle. */
export function freezerJob(): Job {
  return makeJob('freezer', HouseId.parse('quarry'), 'Chest freezer in the passage', {
    wants: [makeWant('w1', 'new 1', onWall('passage-w2', 76, 42), { loads: [thing('chest-freezer')] })],
  });
}

/** Job four: a strip of light under the shelf over the wash tray, and the outlet that its driver is plugged into. */
export function trayLightJob(): Job {
  const wallId = WallId.parse('passage-w4');
  return makeJob('tray-light', HouseId.parse('quarry'), 'Light over the wash tray', {
    wants: [makeWant('w1', 'new 1', onWall('passage-w4', 45, 62), {})],
    strips: [
      {
        id: ItemId.parse('tray-strip'),
        label: 'Shelf light',
        kind: 'cabinet',
        volts: 24,
        widthMm: 10,
        wires: 2,
        pieces: [
          {
            id: ItemId.parse('tray-piece'),
            wallId,
            leftMm: inches(54),
            rightMm: inches(92),
            heightMm: inches(58),
            zone: 1,
          },
        ],
        corners: 'jumper',
        channel: 'surface',
        driver: {
          wallId,
          xMm: inches(50),
          heightMm: inches(66),
          spot: 'open',
          connection: 'cord',
          leadMm: inches(18),
        },
        dimming: 'none',
      },
    ],
  });
}
