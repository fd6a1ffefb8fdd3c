import {
  formatLength,
  fromOtherFaces,
  ItemId,
  msg,
  type House,
  type Obstacle,
  type Opening,
  type Text,
  type Wall,
} from '@elwand/core';
import { Button } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { RectFields, type Rect } from './RectFields.tsx';
import { Adder, counted, Part, startRect, type PartProps } from './WallPart.tsx';
import { WallWays } from './WallWays.tsx';
import { labelOf, OBSTACLES } from './words.ts';
import { useSay } from '../app/say.ts';

/** A pipe is about this wide when it is entered, mm. */
const OBSTACLE_MM = 60;
const OPENINGS = [
  { value: 'door', label: msg('screen.wall.door') },
  { value: 'window', label: msg('screen.wall.window') },
  { value: 'cased', label: msg('screen.wall.cased-opening') },
] as const;

/** What was entered from the other side of this wall and counts here too. */
function OtherFaces({ house, wall }: { readonly house: House; readonly wall: Wall }) {
  const say = useSay();
  const L = (mm: number) => formatLength(mm, house.units, 'inches');
  const span = (kind: Text, { leftMm, rightMm }: Rect) =>
    say(msg('screen.wall.from-to', { kind, left: L(leftMm), right: L(rightMm) }));
  return (fromOtherFaces(house).get(wall.id) ?? []).map(
    ({ from, openings, obstacles, passages, hits, posts }) => (
      <p key={from.wall.id} className="quiet">
        {say(
          msg('screen.wall.from-the-other-side-and', {
            room: from.room.name,
            wall: from.wall.name.toLowerCase(),
            things: [
              ...openings.map((o) => span(msg(`names.opening.${o.kind}`), o)),
              ...obstacles.map((o) => span(msg(`names.obstacle.${o.kind}`), o)),
              ...posts.map((p) => say(msg('screen.wall.post-at', { at: L((p.leftMm + p.rightMm) / 2) }))),
              ...(hits.length > 0 ? [say(msg('screen.wall.readings-there', { count: hits.length }))] : []),
              ...passages.map((p) =>
                say(msg('screen.wall.passage-at', { kind: msg(`names.passage.${p.kind}`), at: L(p.atMm) })),
              ),
            ].join('; '),
          }),
        )}
      </p>
    ),
  );
}

interface Item<K extends string> extends Rect {
  readonly id: string;
  readonly kind: K;
}

/** Things on a wall, each with its kind and its edges. */
function Items<K extends string>({
  label,
  width,
  items,
  kinds,
  system,
  put,
  remove,
}: {
  readonly label: string;
  readonly width: number;
  readonly items: readonly Item<K>[];
  readonly kinds: readonly { readonly value: K; readonly label: Text }[];
  readonly system: House['units'];
  readonly put: (id: string, to: Partial<Omit<Item<K>, 'id'>>) => void;
  readonly remove: (id: string) => void;
}) {
  const say = useSay();
  return items.map((o) => (
    <div className="row fields" key={o.id}>
      <Choice
        label={label}
        value={o.kind}
        width={width}
        options={kinds}
        onChange={(kind) => put(o.id, { kind })}
      />
      <RectFields item={o} system={system} onChange={(to) => put(o.id, to)} />
      <Button
        type="text"
        size="small"
        aria-label={say(msg('screen.wall.delete-the', { kind: labelOf(kinds, o.kind) }))}
        onClick={() => remove(o.id)}
      >
        ✕
      </Button>
    </div>
  ));
}

/** Openings of the wall. */
function Openings({ wall, system, set, ceilingMm }: PartProps & { readonly ceilingMm: number }) {
  const say = useSay();
  const add = (kind: Opening['kind']) =>
    set((w) => ({
      ...w,
      openings: [
        ...w.openings,
        {
          id: ItemId.parse(freshId('op')),
          kind,
          ...startRect(w),
          bottomMm: kind === 'window' ? 914.4 : 0,
          topMm: Math.min(2032, ceilingMm),
        },
      ],
    }));
  return (
    <>
      <Items
        label={say(msg('screen.wall.opening'))}
        width={130}
        items={wall.openings}
        kinds={OPENINGS}
        system={system}
        put={(id, to) =>
          set((w) => ({ ...w, openings: w.openings.map((x) => (x.id === id ? { ...x, ...to } : x)) }))
        }
        remove={(id) => set((w) => ({ ...w, openings: w.openings.filter((x) => x.id !== id) }))}
      />
      <Adder says={say(msg('screen.wall.add-an-opening'))} kinds={OPENINGS} onAdd={add} />
    </>
  );
}

/** Pipes, ducts, blocks and cables in the wall. */
function Obstacles({ wall, system, set, ceilingMm }: PartProps & { readonly ceilingMm: number }) {
  const say = useSay();
  const add = (kind: Obstacle['kind']) =>
    set((w) => {
      const rect = startRect(w);
      const item = { ...rect, rightMm: rect.leftMm + OBSTACLE_MM, topMm: ceilingMm };
      return { ...w, obstacles: [...w.obstacles, { id: ItemId.parse(freshId('ob')), kind, ...item }] };
    });
  return (
    <>
      <Items
        label={say(msg('screen.wall.in-the-wall'))}
        width={150}
        items={wall.obstacles}
        kinds={OBSTACLES}
        system={system}
        put={(id, to) =>
          set((w) => ({ ...w, obstacles: w.obstacles.map((x) => (x.id === id ? { ...x, ...to } : x)) }))
        }
        remove={(id) => set((w) => ({ ...w, obstacles: w.obstacles.filter((x) => x.id !== id) }))}
      />
      <Adder says={say(msg('screen.wall.add-something-in-the-wall'))} kinds={OBSTACLES} onAdd={add} />
    </>
  );
}

/** Openings, what is in the wall, and ways through its plates. */
export function WallInsidePart({
  house,
  open,
  ceilingMm,
  ...part
}: PartProps & { readonly house: House; readonly open: boolean; readonly ceilingMm: number }) {
  const say = useSay();
  const { wall } = part;
  return (
    <Part
      title={say(msg('screen.wall.openings-and-what-is-in'))}
      says={say(
        counted([
          [wall.openings.length, 'opening'],
          [wall.obstacles.length, 'thing'],
          [wall.passages?.length ?? 0, 'way'],
        ]),
      )}
      open={open}
    >
      <OtherFaces house={house} wall={wall} />
      <Openings {...part} ceilingMm={ceilingMm} />
      <Obstacles {...part} ceilingMm={ceilingMm} />
      <WallWays {...part} />
    </Part>
  );
}
