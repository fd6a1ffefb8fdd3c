import { describe, expect, it } from '@jest/globals';
import { speaker } from '../words/index.ts';
import { sourceLine } from '../findings/index.ts';
import { boxSeen, cableSeen as cable, pigtailsSeen } from '../testing/hand-box.ts';
import type { BoxReading, SeenBox } from './seen.ts';
import { readBox } from './told.ts';
import { wrongText } from './words.ts';
import { wrongWith, type Wrong, type WrongKey } from './wrong.ts';

const found = (more: Partial<SeenBox>): Wrong[] => {
  const seen = boxSeen(more);
  const read = readBox(seen);
  return wrongWith(seen, 'why' in read ? null : read);
};
const live = (cableAt: number, wire: number, shows: boolean): BoxReading => ({
  what: 'live',
  at: { cable: cableAt, wire },
  breaker: 'on',
  apart: true,
  shows,
});
const offLive = (cableAt: number, wire: number): BoxReading => ({
  what: 'live',
  at: { cable: cableAt, wire },
  breaker: 'off',
  apart: true,
  shows: true,
});
const joined = (cableAt: number, wire: number): BoxReading => ({
  what: 'joined',
  at: { cable: cableAt, wire },
  shows: true,
});
const GOOD = 'black>0:brass white>0:silver bare>0:green';
const OUTLET: SeenBox['devices'] = [{ kind: 'receptacle' }];
const GFCI: SeenBox['devices'] = [{ kind: 'receptacle-gfci' }];
const SWITCH: SeenBox['devices'] = [{ kind: 'switch' }];

/** A box for each thing that may be wrong, and what else is wrong in it. */
const BOXES: readonly (readonly [WrongKey, Partial<SeenBox>])[] = [
  [
    'two-on-screw',
    {
      devices: SWITCH,
      cables: [
        cable('a', 'black>0:switch-screw white>1 bare>2'),
        cable('b', 'black>0:switch-screw white>1 bare>2'),
      ],
      pigtails: pigtailsSeen('2>0:green'),
    },
  ],
  [
    'too-many-in-splice',
    { cables: ['a', 'b', 'c', 'd', 'e', 'f'].map((id) => cable(id, 'black>x white>1 bare>2')) },
  ],
  ['ground-missing', { devices: OUTLET, cables: [cable('a', 'black>0:brass white>0:silver')] }],
  ['ground-loose', { devices: OUTLET, cables: [cable('a', 'black>0:brass white>0:silver bare>x')] }],
  ['grounds-apart', { cables: [cable('a', 'black>1 white>2 bare>3'), cable('b', 'black>1 white>2 bare>4')] }],
  [
    'device-ungrounded',
    {
      devices: OUTLET,
      cables: [
        cable('a', 'black>0:brass white>0:silver bare>3'),
        cable('b', 'black>0:brass white>0:silver bare>3'),
      ],
    },
  ],
  ['box-ungrounded', { metal: true, devices: OUTLET, cables: [cable('a', GOOD)] }],
  ['ground-wire-on-screw', { devices: OUTLET, cables: [cable('a', 'black>0:brass white>x bare>0:silver')] }],
  [
    'insulated-on-ground',
    {
      devices: OUTLET,
      cables: [cable('a', 'black>0:brass white>3 bare>3')],
      pigtails: pigtailsSeen('3>0:green 3>0:silver'),
    },
  ],
  [
    'mixed-gauge',
    { cables: [cable('a', 'black>1 white>2 bare>3'), cable('b', 'black>1 white>2 bare>3', { gauge: '12' })] },
  ],
  [
    'reversed-device',
    {
      devices: OUTLET,
      cables: [cable('a', 'black>0:silver white>0:brass bare>0:green')],
      readings: [live(0, 0, true), joined(0, 1)],
    },
  ],
  [
    'reversed-before',
    {
      devices: OUTLET,
      cables: [cable('a', GOOD)],
      readings: [live(0, 1, true), live(0, 0, false), joined(0, 0)],
    },
  ],
  [
    'colored-neutral',
    {
      devices: OUTLET,
      cables: [cable('a', 'black>0:brass red>0:silver bare>0:green')],
      readings: [live(0, 0, true), joined(0, 1)],
    },
  ],
  [
    'white-hot',
    {
      devices: SWITCH,
      cables: [cable('a', 'white>0:switch-screw black>0:other-switch-screw bare>0:green')],
      readings: [live(0, 0, true), live(0, 1, false)],
    },
  ],
  [
    'white-hot-in-pipe',
    {
      devices: SWITCH,
      cables: [
        cable('a', 'white>0:switch-screw black>0:other-switch-screw', { type: 'EMT', ground: 'tubing' }),
      ],
      readings: [live(0, 0, true), live(0, 1, false)],
    },
  ],
  [
    'white-back',
    {
      devices: SWITCH,
      cables: [cable('a', 'white>0:switch-screw black>0:other-switch-screw bare>0:green')],
      readings: [live(0, 1, true), live(0, 0, false)],
    },
  ],
  [
    'neutral-switched',
    {
      devices: SWITCH,
      cables: [
        cable('a', 'black>1 white>0:switch-screw bare>2'),
        cable('b', 'black>1 white>0:other-switch-screw bare>2'),
      ],
      pigtails: pigtailsSeen('2>0:green'),
      readings: [live(0, 0, true), joined(0, 1)],
    },
  ],
  [
    'neutral-through-device',
    {
      devices: OUTLET,
      cables: [
        cable('a', 'black>0:brass red>1 white>0:silver bare>2'),
        cable('b', 'black>0:brass red>1 white>0:silver bare>2'),
      ],
      pigtails: pigtailsSeen('2>0:green'),
      readings: [
        live(0, 0, true),
        live(0, 1, true),
        offLive(0, 1),
        joined(0, 2),
        live(1, 0, false),
        live(1, 1, false),
      ],
    },
  ],
  [
    'line-load',
    {
      devices: GFCI,
      cables: [
        cable('a', 'black>0:load-brass white>0:load-silver bare>2'),
        cable('b', 'black>0:line-brass white>0:line-silver bare>2'),
      ],
      pigtails: pigtailsSeen('2>0:green'),
      readings: [
        live(0, 0, true),
        joined(0, 1),
        { what: 'follows', at: { cable: 1, wire: 0 }, shows: false },
        live(1, 0, false),
        { what: 'follows', at: { cable: 1, wire: 0 }, shows: false },
      ],
    },
  ],
  [
    'neutrals-joined',
    {
      cables: [cable('a', 'black>x white>1 bare>2'), cable('b', 'black>x white>1 bare>2')],
      readings: [live(0, 0, true), live(1, 0, true), offLive(1, 0), joined(0, 1), joined(1, 1)],
    },
  ],
  [
    'two-supplies',
    {
      devices: OUTLET,
      cables: [
        cable('a', 'black>0:brass white>0:silver bare>2'),
        cable('b', 'black>0:brass white>0:silver bare>2'),
      ],
      pigtails: pigtailsSeen('2>0:green'),
      readings: [
        live(0, 0, true),
        live(1, 0, true),
        joined(0, 1),
        joined(1, 1),
        { what: 'follows', at: { cable: 0, wire: 0 }, shows: false },
      ],
    },
  ],
  [
    'broken-before',
    {
      devices: OUTLET,
      cables: [cable('a', GOOD)],
      readings: [
        live(0, 0, true),
        { what: 'joined', at: { cable: 0, wire: 1 }, shows: false },
        live(0, 1, false),
      ],
    },
  ],
  [
    'device-dead',
    {
      devices: OUTLET,
      cables: [cable('a', 'black>x white>0:silver bare>0:green')],
      readings: [live(0, 0, true), joined(0, 1)],
    },
  ],
  [
    'no-supply',
    {
      devices: OUTLET,
      cables: [cable('a', GOOD)],
      readings: [
        live(0, 0, false),
        live(0, 1, false),
        { what: 'joined', at: { cable: 0, wire: 1 }, shows: false },
        { what: 'joined', at: { cable: 0, wire: 0 }, shows: false },
        { what: 'follows', at: { cable: 0, wire: 1 }, shows: false },
        { what: 'follows', at: { cable: 0, wire: 0 }, shows: false },
      ],
    },
  ],
  [
    'two-circuits',
    {
      cables: [cable('a', 'black>x white>x bare>2'), cable('b', 'black>x white>x bare>2')],
      readings: [live(0, 0, true), live(1, 0, true), offLive(1, 0), joined(0, 1), joined(1, 1)],
    },
  ],
  [
    'no-neutral',
    {
      devices: SWITCH,
      cables: [cable('a', 'white*>0:switch-screw black>0:other-switch-screw bare>0:green')],
      readings: [live(0, 0, true), live(0, 1, false)],
    },
  ],
];

describe('what is wrong in a box', () => {
  it.each(BOXES)('%s is found', (key, more) => {
    expect(found(more).map((w) => w.key)).toContain(key);
  });
  it('nothing is wrong with an outlet as it should be', () => {
    expect(
      found({ devices: OUTLET, cables: [cable('a', GOOD)], readings: [live(0, 0, true), joined(0, 1)] }),
    ).toEqual([]);
  });
  it('nothing is wrong with a mid-run box of pigtails in metal', () => {
    expect(
      found({
        metal: true,
        devices: OUTLET,
        cables: [cable('a', 'black>1 white>2 bare>3'), cable('b', 'black>1 white>2 bare>3')],
        pigtails: pigtailsSeen('1>0:brass 2>0:silver 3>0:green 3>box'),
        readings: [live(0, 0, true), joined(0, 1), live(1, 0, false)],
      }),
    ).toEqual([]);
  });
  it('says each with its source, in words that name the thing', () => {
    const say = speaker('imperial');
    for (const [key, more] of BOXES) {
      const w = found(more).find((x) => x.key === key)!;
      expect(say(wrongText(boxSeen(more), w))).toMatch(/^[A-Z].*\.$/s);
      expect(say(sourceLine(w.source))).not.toBe('');
    }
  });
  it('puts what is dangerous first', () => {
    const order = found(BOXES.find(([k]) => k === 'neutral-through-device')![1]).map((w) => w.weight);
    expect(order.indexOf('stop')).toBe(0);
    expect(
      [...order].sort((a, b) => ['stop', 'fix', 'know'].indexOf(a) - ['stop', 'fix', 'know'].indexOf(b)),
    ).toEqual(order);
  });
});
