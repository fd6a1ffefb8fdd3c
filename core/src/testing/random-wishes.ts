import fc from 'fast-check';
import {
  CableId,
  isSwitchDevice,
  switchPlaces,
  ItemId,
  makeWant,
  PanelId,
  PlugKey,
  RoomId,
  type Bundle,
  type House,
  type Job,
  type Want,
} from '../document/index.ts';
import { feet, inches } from '../units/index.ts';
import { anyWiring, over, wall } from './random-wiring.ts';

/**
 * What else is asked of the houses of `anyWiring`: one of several devices moves, half an outlet or the light of a fan goes on a switch,
 * a box gets a switch and that switch a light, a cable is cut into where it was seen, a plug gets its circuit, a box holds devices of
 * its own kind.
 */

const WISHES = [
  'one-device',
  'half',
  'fan',
  'more-switch',
  'cut-in',
  'plug',
  'devices',
  'second',
  'low',
  'all',
] as const;

interface Draw {
  readonly wish: (typeof WISHES)[number];
  readonly at: number;
  readonly pick: number;
  readonly other: number;
  readonly slack: boolean;
}

/** The house with its panel measured and one of its cables seen in the attic. */
function seen(house: House, d: Draw): House {
  const room = {
    on: 'attic' as const,
    roomId: RoomId.parse('room'),
    xMm: inches(40 + d.at),
    yMm: inches(50),
  };
  return {
    ...house,
    // Half of the houses have a grounding wire of its own run to one of their boxes.
    points: house.points.map((p, i) =>
      d.slack && i === d.other % house.points.length ? { ...p, groundRun: 'panel' as const } : p,
    ),
    panels: house.panels.map((p) => ({ ...p, at: p.at ?? wall(d.at + 1, 60), spaces: p.spaces ?? 40 })),
    cables: house.cables.map((c, i) =>
      i === d.pick % house.cables.length
        ? { ...c, seenAt: [room], ...(d.slack ? { slackMm: feet(2) } : {}) }
        : c,
    ),
  };
}

type Wished = Pick<Job, 'wants' | 'changes'>;

/** Something that a switch commands: one that is there, or one that is wanted beside it. */
function commanded(house: House, d: Draw, more: Partial<Want>): Wished {
  const there = house.points.filter((p) => p.devices.some((x) => x.kind === 'switch'));
  const s = there[d.pick % Math.max(1, there.length)];
  if (s && d.other % 2 === 0)
    return {
      wants: [makeWant('w1', 'new 1', wall(d.at), { control: { by: 'switch', pointId: s.id }, ...more })],
    };
  const box = makeWant('w2', 'new 2', wall(d.at + 1, 48), { kind: 'switch' });
  return {
    wants: [box, makeWant('w1', 'new 1', wall(d.at), { control: { by: 'want', wantId: box.id }, ...more })],
  };
}

const WISHED: Readonly<
  Record<Draw['wish'], (house: House, d: Draw, point: House['points'][number] | undefined) => Wished>
> = {
  'one-device': (_house, d, point) => {
    if (!point || point.devices.length === 0) return { wants: [] };
    const index = d.other % (point.devices.length + 1);
    // One more outlet beside what is there, so that something stays when one goes.
    return {
      changes: [
        { kind: 'enlarge', id: ItemId.parse('c1'), pointId: point.id, devices: [{ kind: 'receptacle' }] },
      ],
      wants: [makeWant('w1', 'new 1', wall(d.at, 40), { replaces: point.id, replacesDevice: index })],
    };
  },
  half: (house, d) =>
    commanded(house, d, {
      devices: [
        { kind: 'receptacle', tab: 'broken' },
        ...(d.slack ? [{ kind: 'receptacle' as const, switched: false }] : []),
        ...(d.pick % 3 === 0 ? [{ kind: 'receptacle' as const }] : []),
      ],
    }),
  fan: (house, d) =>
    commanded(house, d, {
      kind: 'fan',
      devices: [{ kind: 'fan', motor: 'always' }],
      at: over(d.at),
    }),
  'more-switch': (_house, d, point) => {
    if (!point) return { wants: [] };
    const nth = point.devices.filter(isSwitchDevice).length + 1;
    return {
      changes: [
        { kind: 'enlarge', id: ItemId.parse('c1'), pointId: point.id, devices: [{ kind: 'switch' }] },
      ],
      wants: [
        makeWant('w1', 'new 1', over(d.at), {
          kind: 'luminaire',
          control: { by: 'switch', pointId: point.id, ...(nth > 1 ? { nth } : {}) },
        }),
      ],
    };
  },
  'cut-in': (house, d) => {
    const cable = house.cables.find((c) => c.seenAt);
    return {
      wants: [
        makeWant('w1', 'new 1', wall(d.at), {
          source: { from: 'cable', cableId: cable?.id ?? CableId.parse('c1') },
        }),
      ],
    };
  },
  plug: (house, d) => ({
    wants: [
      makeWant('w1', 'new 1', wall(d.at), {
        devices: [{ kind: 'receptacle', plug: PlugKey.options[d.other % PlugKey.options.length] ?? '6-20' }],
        source: { from: 'panel', panelId: house.panels[0]?.id ?? PanelId.parse('p') },
      }),
    ],
  }),
  devices: (_house, d) => {
    const kinds = ['receptacle-gfci', 'receptacle-dual', 'receptacle-single', 'receptacle'] as const;
    return {
      wants: [
        makeWant('w1', 'new 1', wall(d.at), {
          devices: [
            { kind: kinds[d.pick % 4] ?? 'receptacle' },
            ...(d.other % 2 === 0 ? [] : [{ kind: 'receptacle' as const }]),
          ],
        }),
        makeWant('w2', 'new 2', wall(d.at + 2), {}),
      ],
    };
  },
  second: (house, d) => {
    const there = house.points.filter((p) =>
      p.devices.some((x) => x.kind === 'switch' || x.kind === 'switch-three-way'),
    );
    const s = there[d.pick % Math.max(1, there.length)];
    if (s && d.other % 2 === 0) {
      const nth = switchPlaces(s)[0]?.nth ?? 1;
      return {
        wants: [
          makeWant('w1', 'new 1', wall(d.at, 48), {
            kind: 'switch',
            gangs: 1 + (d.pick % 2),
            partner: { by: 'switch', pointId: s.id, ...(nth > 1 ? { nth } : {}) },
          }),
        ],
      };
    }
    const lamp = commanded(house, { ...d, other: 1 }, { kind: 'luminaire', at: over(d.at) });
    const first = lamp.wants.find((w) => w.kind === 'switch');
    return {
      wants: [
        ...lamp.wants,
        makeWant('w3', 'new 3', wall(d.at + 3, 48), {
          kind: 'switch',
          ...(first ? { partner: { by: 'want', wantId: first.id } } : {}),
        }),
      ],
    };
  },
  low: (_house, d) => ({
    wants: [
      makeWant('w1', 'new 1', wall(d.at), {
        devices: [
          { kind: 'receptacle' },
          { kind: 'low-voltage' },
          ...(d.pick % 2 === 0 ? [] : [{ kind: 'receptacle' as const }]),
        ],
      }),
      makeWant('w2', 'new 2', wall(d.at + 2), {}),
    ],
  }),
  all: (house, d) => {
    const fan = commanded(
      house,
      { ...d, other: 1 },
      { kind: 'fan', devices: [{ kind: 'fan', motor: 'always' }], at: over(d.at) },
    );
    return {
      wants: [
        ...fan.wants,
        makeWant('w3', 'new 3', wall(d.at + 2), { devices: [{ kind: 'receptacle-gfci' }] }),
      ],
    };
  },
};

function wished(house: House, d: Draw): Wished {
  return WISHED[d.wish](house, d, house.points[d.pick % house.points.length]);
}

export const anyWish: fc.Arbitrary<Bundle> = fc
  .tuple(
    anyWiring,
    fc.record<Draw>({
      wish: fc.constantFrom(...WISHES),
      at: fc.nat(40),
      pick: fc.nat(40),
      other: fc.nat(40),
      slack: fc.boolean(),
    }),
  )
  .map(([{ house: given, job }, d]) => {
    const house = seen(given, d);
    const { changes: _, ...rest } = job;
    return { house, job: { ...rest, ...wished(house, d) } };
  });
