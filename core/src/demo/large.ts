import type { House, Job, Point } from '../document/index.ts';
import {
  HouseId,
  makeCable,
  makeHouse,
  makeJob,
  makePoint,
  makeRoom,
  makeWant,
  PanelId,
  WallId,
} from '../document/index.ts';
import { feet, inches } from '../units/index.ts';
import { at, breaker, fromBreaker } from './tamarack.ts';

const ROOM_WIDTH = feet(12);
const ROOM_DEPTH = feet(11);

/**
 * A made-up house of rooms in rows, six outlets and a circuit each: for measuring, and for trying what many points do.
 * @param stories rows that stand over each other, a basement under the lowest and an attic over the highest
 */
export function largeHouse(rooms: number, stories = 1): House {
  const inRow = Math.ceil(rooms / stories);
  const levelOf = (r: number) => Math.floor(r / inRow);
  const outlet = (r: number, k: number): Point =>
    makePoint(
      `p${r}-${k}`,
      `R${r + 1}.${k + 1}`,
      'receptacle',
      {
        on: 'wall',
        wallId: WallId.parse(`r${r}-w${(k % 4) + 1}`),
        xMm: inches(k > 3 ? 100 : 40),
        heightMm: inches(15),
      },
      {
        condition: 'sound',
        box: { model: 'new-1g-22', markedCubicInches: null, gangs: 1, clamps: 'none', metal: false },
      },
    );
  const numbers = Array.from({ length: rooms }, (_, r) => r);
  const outlets = [0, 1, 2, 3, 4, 5];
  return makeHouse('large', 'Sedge End, the long house', {
    rooms: numbers.map((r) =>
      makeRoom(`r${r}`, `Room ${r + 1}`, 'bedroom', ROOM_WIDTH, ROOM_DEPTH, {
        place: { xMm: (r % inRow) * (ROOM_WIDTH + inches(4.5)), yMm: 0 },
        ...(stories === 1
          ? {}
          : {
              level: levelOf(r),
              above: {
                kind: levelOf(r) === stories - 1 ? 'attic' : 'finished',
                canEnter: levelOf(r) === stories - 1,
                joists: 'y',
                insulated: true,
              },
              below: {
                kind: levelOf(r) === 0 ? 'basement' : 'finished',
                canEnter: levelOf(r) === 0,
                joists: 'y',
              },
            }),
      }),
    ),
    points: numbers.flatMap((r) => outlets.map((k) => outlet(r, k))),
    cables: numbers.flatMap((r) =>
      outlets.map((k) =>
        makeCable(`c${r}-${k}`, k === 0 ? fromBreaker(`b${r}`) : at(`p${r}-${k - 1}`), at(`p${r}-${k}`), {
          gauge: '14',
          lengthMm: feet(14),
          way: 'reckoned',
        }),
      ),
    ),
    panels: [
      {
        id: PanelId.parse('panel'),
        label: 'Main panel',
        place: 'hall',
        breakers: numbers.map((r) => breaker(`b${r}`, String(r + 1), 15, `Room ${r + 1}`, { proved: true })),
      },
    ],
  });
}

export const largeJob = (): Job =>
  makeJob('large-job', HouseId.parse('large'), 'Two outlets more', {
    wants: [
      makeWant('w1', 'new 1', {
        on: 'wall',
        wallId: WallId.parse('r1-w1'),
        xMm: inches(72),
        heightMm: inches(15),
      }),
      makeWant('w2', 'new 2', {
        on: 'wall',
        wallId: WallId.parse('r1-w3'),
        xMm: inches(72),
        heightMm: inches(15),
      }),
    ],
  });

/** Six wanted points spread over a large house. */
export const spreadJob = (rooms: number): Job =>
  makeJob('spread-job', HouseId.parse('large'), 'Six outlets more', {
    wants: Array.from({ length: 6 }, (_, i) =>
      makeWant(`w${i + 1}`, `new ${i + 1}`, {
        on: 'wall',
        wallId: WallId.parse(`r${Math.floor((i * rooms) / 6)}-w${i % 2 === 0 ? 1 : 3}`),
        xMm: inches(72),
        heightMm: inches(15),
      }),
    ),
  });
