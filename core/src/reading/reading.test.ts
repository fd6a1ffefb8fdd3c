import { describe, expect, it } from '@jest/globals';
import { runs } from '../testing/runs.ts';
import fc from 'fast-check';
import { demoHouses } from '../demo/index.ts';
import { CableId, readHouse, type House } from '../document/index.ts';
import type { Role } from '../network/index.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { openedBoxes, type OpenedBox } from './opened.ts';
import { reversedBefore, together } from '../testing/seen-boxes.ts';
import { asksOf, leftAfter, nextAsk, openBits } from './ask.ts';
import { emptyBox, SeenBox, type BoxReading, type SeenCable, type Seat } from './seen.ts';
import { readBox, type BoxRead } from './told.ts';
import { nodesOf, oddIn, tie, tryOut } from './tried.ts';
import { keptWirings, type Kept, type WireRole } from './wirings.ts';
import { contradictions, boxToRead, newCables, withReading } from './written.ts';
import type { Beyond } from './beyond.ts';

const screw = (s: string, device = 0): Seat => ({ on: 'screw', device, screw: s }) as Seat;
const splice = (n: number): Seat => ({ on: 'splice', n });
const CAP: Seat = { on: 'cap' };
type Looks = SeenCable['wires'][number]['color'];
const cable = (
  id: string,
  wires: readonly (readonly [Looks, Seat])[],
  more: Partial<SeenCable> = {},
): SeenCable => ({
  id: CableId.parse(id),
  type: 'NM-B',
  gauge: '14',
  ground: 'wire',
  wires: wires.map(([color, seat]) => ({ color, seat })),
  ...more,
});
const box = (more: Partial<SeenBox>): SeenBox => SeenBox.parse({ ...emptyBox('a box'), ...more });
const read = (seen: SeenBox): BoxRead => {
  const r = readBox(seen);
  if ('why' in r) throw new Error(r.why);
  return r;
};
const told = (r: BoxRead) => r.wires.map((w) => w.is);
const live = (cableAt: number, wire: number, shows: boolean, apart = true): BoxReading => ({
  what: 'live',
  at: { cable: cableAt, wire },
  breaker: 'on',
  apart,
  shows,
});

/** The roles of insulated wires as the reader names them. */
const rolesOf = (b: OpenedBox): (WireRole | 'unread')[] =>
  b.truth
    .flat()
    .filter((r): r is Exclude<Role, 'ground'> => r !== 'ground')
    .map(
      (r) =>
        (r.startsWith('switched') ? 'switched' : r === 'second-hot' ? 'other-hot' : r) as WireRole | 'unread',
    );

const housesOf = (n: number, seed: number): House[] =>
  fc.sample(anyWiring, { numRuns: n, seed }).map((x) => x.house);

/** Boxes of drawn houses, boxes with two circuits, and single outlets that come reversed. */
function boxesOf(houses: readonly House[]): OpenedBox[] {
  const perHouse = houses.map(openedBoxes);
  const known = perHouse.flat().filter((b) => !rolesOf(b).includes('unread'));
  const pairs = perHouse.flatMap((boxes) => {
    const [a] = boxes;
    const b = boxes.find((x) => a && x.breakers[0]?.[0] !== a.breakers[0]?.[0]);
    return a && b && a.seen.cables.length + b.seen.cables.length <= 4 ? together(a, b) : [];
  });
  return [...known, ...pairs.filter((b) => !rolesOf(b).includes('unread')), ...known.flatMap(reversedBefore)];
}

/** Boxes that look the same are searched once. */
const remembered = new Map<string, BoxRead>();
function firstLook({ seen }: OpenedBox): BoxRead {
  const key = JSON.stringify([
    seen.devices,
    seen.cables.map(({ type, wires }) => [type, wires]),
    seen.pigtails,
  ]);
  const known = remembered.get(key) ?? read(seen);
  remembered.set(key, known);
  return known;
}

describe('reading boxes of drawn houses', () => {
  // 2,000 of them in the long run.
  it('claims nothing that is not so in boxes, and comes to the true roles by the readings it asks for', () => {
    const boxes = boxesOf(housesOf(runs(420), 33)).slice(0, runs(2000));
    expect(boxes).toHaveLength(runs(2000));
    const counted = { asked: 0, closed: 0, best: 0 };
    boxes.forEach((b, n) => {
      const truth = rolesOf(b);
      let r = firstLook(b);
      let seen = { ...r.kept.nodes.seen };
      for (let turn = 0; ; turn++) {
        const wrong = r.wires.flatMap((w, i) =>
          w.how === 'certain' && w.is !== truth[i] ? [{ w: w.is, is: truth[i] }] : [],
        );
        expect({ box: b.seen, turn, wrong }).toEqual({ box: b.seen, turn, wrong: [] });
        expect(r.kept.wirings.some((w) => w.roles.every((role, i) => role === truth[i]))).toBe(true);
        const next = nextAsk(r.kept);
        if (!next || next.ask.what === 'look') break;
        const reading = { ...next.ask, shows: b.shows(next.ask, n * 7919) };
        seen = { ...seen, readings: [...seen.readings, reading] };
        const more = readBox(seen, r.kept);
        if ('why' in more) throw new Error(`${more.why} after ${JSON.stringify(seen)}`);
        r = more;
        counted.asked++;
      }
      if (r.wires.every((w) => w.how === 'certain')) counted.closed++;
      if (r.wires.every((w, i) => w.is === truth[i])) counted.best++;
    });
    // What no reading in the box can tell stays open, and is right as the likeliest.
    expect(counted.best / boxes.length).toBeGreaterThan(0.98);
    expect(counted.closed / boxes.length).toBeGreaterThan(0.6);
    expect(counted.asked / boxes.length).toBeLessThan(8);
  });

  it('writes back what the survey had where it was right', () => {
    const houses = [...demoHouses(), ...housesOf(25, 5)];
    let boxes = 0;
    for (const house of houses)
      for (const b of openedBoxes(house)) {
        if (rolesOf(b).includes('unread')) continue;
        const r = firstLook(b);
        // With everything known that can be known.
        const truth = rolesOf(b);
        const kept: Kept = {
          ...r.kept,
          wirings: r.kept.wirings.filter((w) => w.roles.every((x, i) => x === truth[i])),
        };
        const [best] = kept.wirings;
        if (!best) throw new Error('the truth is lost');
        const sure = { ...r, kept, ...again(b.seen, { ...kept, wirings: [best] }) };
        const written = withReading(house, b.point.id, b.seen, sure);
        expect(readHouse(JSON.parse(JSON.stringify(written)))).toMatchObject({ ok: true });
        boxes++;
        for (const was of house.cables) {
          const is = written.cables.find((c) => c.id === was.id)!;
          const i = b.seen.cables.findIndex((c) => c.id === was.id);
          if (i >= 0 && ['feed', 'loop', 'both'].includes(was.carries) && is.carries !== was.carries)
            // An outlet fed by a plain pair may as well hang on a switch: then only its role says so.
            expect(contradictions(house, b.point.id, b.seen, sure).map((c) => c.cable.id)).toContain(was.id);
        }
      }
    expect(boxes).toBeGreaterThan(100);
  });
});

/** Everything that is told, told again of the wirings that are left. */
function again(seen: SeenBox, kept: Kept): Omit<BoxRead, 'kept'> {
  const { kept: _, ...rest } = readBox({ ...seen, readings: [] }, kept) as BoxRead;
  return rest;
}

describe('the search', () => {
  it('keeps exactly what trying out every choice keeps', () => {
    const boxes = boxesOf([...demoHouses(), ...housesOf(30, 71)]).filter(
      ({ seen }) => nodesOf(seen).wires.length <= 5,
    );
    const looked = new Set<string>();
    for (const b of boxes) {
      const key = JSON.stringify([b.seen.devices, b.seen.cables.map((c) => c.wires), b.seen.pigtails]);
      if (looked.has(key)) continue;
      looked.add(key);
      const { wirings, least } = keptWirings(b.seen);
      expect(wirings.map((w) => w.roles.join()).sort()).toEqual(byTrying(b.seen, least));
    }
    expect(looked.size).toBeGreaterThan(20);
  });
});

/** Every product of what may lie beyond each cable, none left out before it was tried. */
function byTrying(seen: SeenBox, least: number): string[] {
  const nodes = nodesOf(seen);
  const all = nodes.options.reduce<Beyond[][]>(
    (sum, of) => sum.flatMap((s) => of.map((o) => [...s, o])),
    [[]],
  );
  const odd = all.flatMap((chosen) => {
    const parent = nodes.parent.slice();
    if (!chosen.every((b, c) => tie(nodes, parent, c, b))) return [];
    const hot = chosen.some(
      (b) => b.letters.includes('A') || b.letters.includes('S') || b.commons.includes('A'),
    );
    const other = chosen.some((b) => b.letters.includes('B'));
    if (other && !hot) return [];
    const tried = tryOut(nodes, chosen, parent);
    return tried ? [{ chosen, odd: oddIn(tried) }] : [];
  });
  expect(Math.min(...odd.map((o) => o.odd))).toBe(least);
  const within = new Set(odd.filter((o) => o.odd <= least + 1).map((o) => JSON.stringify(o.chosen)));
  // The roles are the reader's own; which choices are kept is what is checked here.
  return keptWirings(seen)
    .wirings.filter((w) => within.delete(JSON.stringify(w.chosen)))
    .map((w) => w.roles.join())
    .concat([...within].map((lost) => `lost ${lost}`))
    .sort();
}

describe('what it asks for', () => {
  it('leaves least open on the average of all that can be asked', () => {
    const boxes = boxesOf(housesOf(12, 9)).filter(({ seen }) => nodesOf(seen).wires.length <= 4);
    let compared = 0;
    for (const b of boxes.slice(0, 30)) {
      const { kept } = firstLook(b);
      const next = nextAsk(kept);
      const sum = kept.wirings.reduce((s, w) => s + w.weight, 0);
      for (const ask of asksOf(kept)) {
        if (ask.what === 'look') continue;
        // Both answers are given to the reader, and what is open then is counted.
        const after = [true, false].map((shows) =>
          keptWirings({ ...kept.nodes.seen, readings: [{ ...ask, shows }] }),
        );
        // Nothing more than was open before: live with its breaker off lets in wirings of another breaker alone.
        const before = new Set(kept.wirings.map((w) => JSON.stringify(w.chosen)));
        const own = after.map((k) => k.wirings.filter((w) => before.has(JSON.stringify(w.chosen))));
        const left = own.reduce(
          (s, ws) => s + (ws.reduce((x, w) => x + w.weight, 0) / sum) * openBits(ws),
          0,
        );
        expect(leftAfter(kept, ask)).toBeCloseTo(left, 6);
        if (next) expect(next.left).toBeLessThanOrEqual(left + 1e-5);
        compared++;
      }
    }
    expect(compared).toBeGreaterThan(300);
  });
});

describe('boxes that can be read by hand', () => {
  it('an end outlet: neutral is likely, and a reading of the black makes it certain', () => {
    const seen = box({
      devices: [{ kind: 'receptacle' }],
      cables: [
        cable('c1', [
          ['black', screw('brass')],
          ['white', screw('silver')],
          ['bare', screw('green')],
        ]),
      ],
    });
    expect(told(read(seen))).toEqual(['hot', 'neutral']);
    expect(read(seen).wires.map((w) => w.how)).not.toContain('certain');
    const sure = read({
      ...seen,
      readings: [
        live(0, 0, true, false),
        { what: 'follows', at: { cable: 0, wire: 0 }, shows: false },
        { what: 'joined', at: { cable: 0, wire: 1 }, shows: true },
      ],
    });
    expect(sure.wires[0]).toMatchObject({ is: 'hot', how: 'certain' });
    expect(sure.place.is).toBe('end');
  });
  it('a switch loop: the white is the supply, and nobody finds a neutral', () => {
    const r = read(
      box({
        devices: [{ kind: 'switch' }],
        cables: [
          cable('c1', [
            ['white', screw('switch screw')],
            ['black', screw('other switch screw')],
            ['bare', screw('green')],
          ]),
        ],
      }),
    );
    expect(told(r)).toEqual(['hot', 'switched']);
    expect(r.cables[0]).toMatchObject({ is: 'from-light' });
    expect(r.place.is).toBe('switch-end');
  });
  it('a half-switched outlet: one half always hot, the other on a switch', () => {
    const r = read(
      box({
        devices: [{ kind: 'receptacle', tab: 'broken' }],
        cables: [
          cable('c1', [
            ['black', screw('brass')],
            ['red', screw('lower brass')],
            ['white', screw('silver')],
            ['bare', screw('green')],
          ]),
        ],
        readings: [
          { what: 'follows', at: { cable: 0, wire: 1 }, shows: true },
          { what: 'follows', at: { cable: 0, wire: 0 }, shows: false },
          { what: 'joined', at: { cable: 0, wire: 2 }, shows: true },
        ],
      }),
    );
    expect(told(r)).toEqual(['hot', 'switched', 'neutral']);
    expect(r.devices[0]).toMatchObject({ is: 'half', how: 'certain' });
  });
  it('a second circuit shows with the breaker off', () => {
    const seen = box({
      cables: [
        cable('c1', [
          ['black', CAP],
          ['white', CAP],
          ['bare', splice(1)],
        ]),
        cable('c2', [
          ['black', CAP],
          ['white', CAP],
          ['bare', splice(1)],
        ]),
      ],
      readings: [live(0, 0, true), live(1, 0, true), { ...live(1, 0, true), breaker: 'off' } as BoxReading],
    });
    const r = read(seen);
    expect(r.circuits.is).toBe('two');
    expect(r.circuits.how).not.toBe('open');
    expect(told(r)[2]).toBe('other-hot');
  });
  it('a pipe with wires of any color is read like a cable', () => {
    const r = read(
      box({
        devices: [{ kind: 'switch' }],
        cables: [
          cable(
            'p1',
            [
              ['brown', screw('switch screw')],
              ['white', splice(1)],
            ],
            { type: 'EMT', ground: 'tubing' },
          ),
          cable(
            'p2',
            [
              ['purple', screw('other switch screw')],
              ['white', splice(1)],
            ],
            { type: 'EMT', ground: 'tubing' },
          ),
        ],
        readings: [live(0, 0, true)],
      }),
    );
    expect(told(r)).toEqual(['hot', 'neutral', 'switched', 'neutral']);
  });
  it('six wires in a pipe are read too', () => {
    const r = read(
      box({
        devices: [{ kind: 'switch' }, { kind: 'switch' }],
        cables: [
          cable(
            'p1',
            [
              ['black', splice(1)],
              ['white', splice(2)],
            ],
            { type: 'EMT', ground: 'tubing' },
          ),
          cable(
            'p2',
            [
              ['red', screw('other switch screw')],
              ['blue', screw('other switch screw', 1)],
              ['white', splice(2)],
              ['orange', CAP],
              ['brown', CAP],
            ],
            { type: 'EMT', ground: 'tubing' },
          ),
        ],
        pigtails: [
          { splice: 1, to: { on: 'screw', device: 0, screw: 'switch screw' } },
          { splice: 1, to: { on: 'screw', device: 1, screw: 'switch screw' } },
        ],
        readings: [live(0, 0, true)],
      }),
    );
    expect(told(r)).toEqual(['hot', 'neutral', 'switched', 'switched', 'neutral', 'spare', 'spare']);
  });
  it('asks to look before it reckons where too many ends were not seen', () => {
    const unknown: Seat = { on: 'unknown' };
    const seen = box({
      devices: [{ kind: 'receptacle' }],
      cables: [
        cable('c1', [
          ['black', unknown],
          ['white', unknown],
          ['red', unknown],
          ['bare', unknown],
        ]),
      ],
    });
    expect(readBox(seen)).toMatchObject({ why: 'look-first', at: { cable: 0, wire: 0 }, unseen: 3 });
  });
  it('one end that nobody saw is a look that may settle most', () => {
    const seen = box({
      devices: [{ kind: 'receptacle', tab: 'broken' }],
      cables: [
        cable('c1', [
          ['black', screw('brass')],
          ['red', { on: 'unknown' }],
          ['white', screw('silver')],
          ['bare', screw('green')],
        ]),
      ],
      readings: [live(0, 1, true)],
    });
    const asks = asksOf(read(seen).kept);
    expect(asks).toContainEqual({ what: 'look', at: { cable: 0, wire: 1 } });
  });
  it('readings that contradict each other leave nothing, and that is said', () => {
    const seen = box({
      devices: [{ kind: 'receptacle' }],
      cables: [
        cable(
          'c1',
          [
            ['black', screw('brass')],
            ['white', screw('silver')],
          ],
          { ground: 'none' },
        ),
      ],
      readings: [
        live(0, 0, true),
        live(0, 0, false),
        { what: 'follows', at: { cable: 0, wire: 0 }, shows: false },
      ],
    });
    expect(readBox(seen)).toEqual({ why: 'nothing-agrees' });
  });
  it('refuses a wire on a screw that the device does not have, with its place', () => {
    const parsed = SeenBox.safeParse({
      ...emptyBox('b'),
      devices: [{ kind: 'switch' }],
      cables: [cable('c1', [['black', screw('brass')]])],
    });
    expect(parsed.error?.issues.map((i) => i.path.join('.'))).toEqual(['cables.0.wires.0.seat.screw']);
  });
});

describe('the house', () => {
  const demo = demoHouses()[0]!;
  it('gives a box with every end still to be looked at', () => {
    const point = demo.points.find((p) => p.devices.length > 0)!;
    const seen = SeenBox.parse(boxToRead(demo, point));
    expect(seen.cables.flatMap((c) => c.wires).every((w) => w.seat.on === 'unknown')).toBe(true);
    expect(seen.cables.length).toBeGreaterThan(0);
  });
  it('takes a cable that it did not have, with where it goes, and leaves out one that nobody knows', () => {
    const [here, there] = demo.points;
    const seen = boxToRead(demo, here!);
    const added = {
      ...cable('c-new', [
        ['black', CAP],
        ['red', CAP],
        ['white', CAP],
        ['bare', CAP],
      ]),
      gauge: null,
    };
    const more = { ...seen, cables: [...seen.cables, added, { ...added, id: CableId.parse('c-lost') }] };
    const far = new Map([['c-new', { at: 'point', pointId: there!.id, on: 'splice' } as const]]);
    const written = withReading(demo, here!.id, more, null, far);
    expect(readHouse(JSON.parse(JSON.stringify(written)))).toMatchObject({ ok: true });
    expect(written.cables.find((c) => c.id === 'c-new')).toMatchObject({ conductors: 3, carries: 'unknown' });
    expect(written.cables.some((c) => c.id === 'c-lost')).toBe(false);
    expect(newCables(written, more).map((c) => c.id)).toEqual(['c-lost']);
  });
  it('is contradicted where a surveyed feed turns out a switch loop', () => {
    const b = openedBoxes(demo).find(
      (x) => x.seen.cables.length === 1 && x.seen.devices[0]?.kind === 'receptacle',
    )!;
    const [c] = b.seen.cables;
    const seen = box({
      devices: [{ kind: 'switch' }],
      cables: [
        cable(c!.id, [
          ['white', screw('switch screw')],
          ['black', screw('other switch screw')],
          ['bare', screw('green')],
        ]),
      ],
      readings: [live(0, 0, true), live(0, 1, false)],
    });
    const r = read(seen);
    const [found] = contradictions(demo, b.point.id, seen, r);
    expect(found).toMatchObject({ cable: { id: c!.id }, read: 'from-light' });
    expect(withReading(demo, b.point.id, seen, r).cables.find((x) => x.id === c!.id)?.carries).toBe('loop');
  });
});
