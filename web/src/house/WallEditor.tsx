import {
  formatLength,
  fromOtherFaces,
  ItemId,
  chance,
  posteriorOf,
  withFrame,
  type Furniture,
  type House,
  type Obstacle,
  type Opening,
  type Wall,
  type WallFrame,
  msg,
  type Text,
  row,
} from '@elwand/core';
import { Button, Checkbox, Dropdown } from 'antd';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { LengthInput } from '../parts/LengthInput.tsx';
import { FaceLayers } from './FaceLayers.tsx';
import { FurnitureRows } from './FurnitureRows.tsx';
import { RectFields, type Rect } from './RectFields.tsx';
import { TextField } from '../parts/TextField.tsx';
import { withWall, type SetHouse } from '../state/edit.ts';
import { usePhone } from '../workspace/use-phone.ts';
import { Bays, FIT_FROM, Readings } from './WallReadings.tsx';
import { WallWays } from './WallWays.tsx';
import { OBSTACLES } from './words.ts';
import './wall.css';
import { useSay } from '../app/say.ts';

const PhotoReader = lazy(() => import('./PhotoReader.tsx').then((m) => ({ default: m.PhotoReader })));

export interface WallEditorProps {
  readonly house: House;
  readonly wall: Wall;
  readonly frame: WallFrame | undefined;
  readonly ceilingMm: number;
  readonly onHouse: SetHouse;
}

/** A pipe is about this wide when it is entered, mm. */
const OBSTACLE_MM = 60;
/** A usual soffit is about 12 in high and deep, mm. */
const SOFFIT_MM = 305;
const OPENINGS = [
  { value: 'door', label: msg('screen.wall.door') },
  { value: 'window', label: msg('screen.wall.window') },
  { value: 'cased', label: msg('screen.wall.cased-opening') },
] as const;
const BEFORE = (['furniture', 'cabinet', 'counter', 'sink', 'tub', 'hob', 'soffit'] as const).map(
  (value) => ({
    value,
    label: msg(`names.before-wall.${value}`),
  }),
);
const FRAMED: Readonly<Record<Wall['framing']['kind'], Text>> = {
  wood: msg('screen.wall.wood'),
  steel: msg('screen.wall.sheet-steel'),
  masonry: msg('screen.wall.masonry'),
};

/** Where something new on a wall starts: in its middle third. */
function startRect({ lengthMm }: Wall): Rect {
  const third = lengthMm / 3;
  return { leftMm: third, rightMm: Math.min(third * 2, third + 800), bottomMm: 0, topMm: 900 };
}

/** What an opening or a thing in a wall is called. */
const inWall = (kind: Opening['kind'] | Obstacle['kind']): Text =>
  kind === 'door' || kind === 'window' || kind === 'cased'
    ? msg(`names.opening.${kind}`)
    : msg(`names.obstacle.${kind}`);

type CountedThing = 'opening' | 'thing' | 'way' | 'layer' | 'piece';

/** What is there, in words; "nothing yet" where nothing is. */
function counted(of: readonly (readonly [number, CountedThing])[]): Text {
  const there = of.filter(([n]) => n > 0).map(([n, thing]) => msg(`screen.wall.count.${thing}`, { n }));
  return there.length > 0 ? row(there) : msg('screen.wall.nothing-yet');
}

/** Is it one picture, or could it still be another? */
function Sureness({ wall }: { readonly wall: Wall }) {
  const say = useSay();
  const { sure, spacingOdds } = posteriorOf(wall);
  return sure ? (
    <span className="muted">{say(msg('screen.wall.sure-by-the-readings'))}</span>
  ) : (
    <b className="settle-text">
      {say(msg('screen.wall.not-sure-yet-this-spacing', { spacingOdds: chance(spacingOdds) }))}
    </b>
  );
}

/** What was entered from the other side of this wall and counts here too. */
function OtherFaces({ house, wall }: { readonly house: House; readonly wall: Wall }) {
  const say = useSay();
  const L = (mm: number) => formatLength(mm, house.units, 'inches');
  return (fromOtherFaces(house).get(wall.id) ?? []).map(({ from, openings, obstacles, passages }) => (
    <p key={from.wall.id} className="quiet">
      {say(
        msg('screen.wall.from-the-other-side-and', {
          room: from.room.name,
          wall: from.wall.name.toLowerCase(),
          things: [
            ...[...openings, ...obstacles].map((o) =>
              say(
                msg('screen.wall.from-to', {
                  kind: inWall(o.kind),
                  left: L(o.leftMm),
                  right: L(o.rightMm),
                }),
              ),
            ),
            ...passages.map((p) =>
              say(msg('screen.wall.passage-at', { kind: msg(`names.passage.${p.kind}`), at: L(p.atMm) })),
            ),
          ].join('; '),
        }),
      )}
    </p>
  ));
}

interface PartProps {
  readonly wall: Wall;
  readonly system: House['units'];
  readonly set: (change: (w: Wall) => Wall) => void;
}

/** A part of the editor that folds away: its heading says what is in it. On a phone all but the first start folded. */
function Part({
  title,
  says,
  open,
  children,
}: {
  readonly title: string;
  readonly says: string;
  readonly open: boolean;
  readonly children: ReactNode;
}) {
  return (
    <details className="wall-part" open={open}>
      <summary>
        <h3>{title}</h3> <span className="muted">{says}</span>
      </summary>
      <div className="stack">{children}</div>
    </details>
  );
}

/** What the wall is made of and what it is for. */
function FrameFields({
  wall,
  system,
  set,
  setFrame,
}: PartProps & { readonly setFrame: (change: (w: Wall) => Pick<Wall, 'framing' | 'insulated'>) => void }) {
  const say = useSay();
  return (
    <div className="row fields">
      <LengthInput
        label={say(msg('screen.wall.stud-spacing'))}
        value={wall.framing.spacingMm}
        system={system}
        onChange={(spacingMm) =>
          setFrame((w) => ({ ...w, framing: { ...w.framing, spacingMm: Math.max(200, spacingMm) } }))
        }
        width={110}
      />
      <LengthInput
        label={say(msg('screen.wall.first-stud-center'))}
        value={wall.framing.firstStudMm}
        system={system}
        placeholder={say(msg('screen.wall.from-readings'))}
        onChange={(firstStudMm) => set((w) => ({ ...w, framing: { ...w.framing, firstStudMm } }))}
        onClear={() => set((w) => ({ ...w, framing: { ...w.framing, firstStudMm: null } }))}
      />
      <LengthInput
        label={say(msg('screen.wall.stud-depth'))}
        value={wall.framing.depthMm}
        system={system}
        onChange={(depthMm) => setFrame((w) => ({ ...w, framing: { ...w.framing, depthMm } }))}
        width={100}
      />
      <LengthInput
        label={say(msg('screen.wall.board'))}
        value={wall.boardMm}
        system={system}
        onChange={(boardMm) => set((w) => ({ ...w, boardMm }))}
        width={90}
      />
      <Choice
        label={say(msg('screen.wall.framed-in'))}
        value={wall.framing.kind}
        width={110}
        onChange={(kind) => setFrame((w) => ({ ...w, framing: { ...w.framing, kind } }))}
        options={(['wood', 'steel', 'masonry'] as const).map((value) => ({ value, label: FRAMED[value] }))}
      />
      <Choice
        label={say(msg('screen.wall.faced-with'))}
        value={wall.finish ?? 'board'}
        width={110}
        onChange={(finish) => set((w) => ({ ...w, finish }))}
        options={[
          { value: 'board', label: say(msg('screen.wall.wallboard')) },
          { value: 'plaster', label: say(msg('screen.wall.plaster')) },
        ]}
      />
      <Choice
        label={say(msg('screen.wall.keeps-fire-from'))}
        value={wall.separates ?? 'rooms'}
        width={170}
        onChange={(s) => set(({ separates: _, ...w }) => (s === 'rooms' ? w : { ...w, separates: s }))}
        options={[
          { value: 'rooms', label: say(msg('screen.wall.as-its-rooms-say')) },
          { value: 'garage', label: say(msg('screen.wall.the-garage')) },
          { value: 'party', label: say(msg('screen.wall.another-dwelling')) },
        ]}
      />
      <Checkbox checked={wall.exterior} onChange={(e) => set((w) => ({ ...w, exterior: e.target.checked }))}>
        {say(msg('screen.wall.outside-wall'))}
      </Checkbox>
      <Checkbox
        checked={wall.insulated}
        onChange={(e) => setFrame((w) => ({ ...w, insulated: e.target.checked }))}
      >
        {say(msg('screen.wall.insulated'))}
      </Checkbox>
    </div>
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
        aria-label={say(
          msg('screen.wall.delete-the', { kind: kinds.find((k) => k.value === o.kind)?.label ?? o.kind }),
        )}
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

/** A button that asks which kind, and adds one. */
function Adder<T extends string>({
  says,
  kinds,
  onAdd,
}: {
  readonly says: string;
  readonly kinds: readonly { readonly value: T; readonly label: Text }[];
  readonly onAdd: (kind: T) => void;
}) {
  const say = useSay();
  return (
    <div>
      <Dropdown
        trigger={['click']}
        menu={{
          items: kinds.map(({ value, label }) => ({ key: value, label: say(label) })),
          onClick: ({ key }) => onAdd(key as T),
        }}
      >
        <Button size="small">{says}</Button>
      </Dropdown>
    </div>
  );
}

/** Everything about one wall: its studs, its frame, what is in it and what is before it. */
export function WallEditor({ house, wall, frame, ceilingMm, onHouse }: WallEditorProps) {
  const say = useSay();
  const set = (change: (w: Wall) => Wall) => onHouse((h) => withWall(h, wall.id, change));
  const setFrame = (change: (w: Wall) => Pick<Wall, 'framing' | 'insulated'>) =>
    onHouse((h) => withFrame(h, wall.id, change));
  // Once opened the window stays, so that the points in it are there again when it is opened anew.
  const [photo, setPhoto] = useState<'never' | 'open' | 'shut'>('never');
  // A phone has no room for all of it at once.
  const wide = !usePhone();
  const system = house.units;
  const part = { wall, system, set };
  const L = (mm: number) => formatLength(mm, system, 'inches');
  const addFurniture = (kind: Furniture['kind']) =>
    set((w) => ({
      ...w,
      furniture: [
        ...w.furniture,
        {
          id: ItemId.parse(freshId('fu')),
          name: kind === 'furniture' ? say(msg('screen.wall.furniture')) : kind,
          kind,
          ...startRect(w),
          // A soffit hangs from the ceiling and is usually there.
          ...(kind === 'soffit' ? { bottomMm: Math.max(0, ceilingMm - SOFFIT_MM), topMm: ceilingMm } : {}),
          depthMm: kind === 'soffit' ? SOFFIT_MM : 500,
          planned: kind !== 'soffit',
        },
      ],
    }));
  return (
    <div className="stack wall-editor">
      <div className="row fields">
        <TextField
          label={say(msg('screen.wall.name-of-the-wall'))}
          value={wall.name}
          required
          onChange={(name) => set((w) => ({ ...w, name }))}
          width={140}
        />
        <LengthInput
          label={say(msg('screen.wall.length'))}
          value={wall.lengthMm}
          system={system}
          onChange={(lengthMm) => set((w) => ({ ...w, lengthMm }))}
        />
        <Choice
          label={say(msg('screen.wall.next-wall-turns'))}
          value={wall.turn}
          width={100}
          onChange={(turn) => set((w) => ({ ...w, turn }))}
          options={[
            { value: 'right', label: say(msg('screen.wall.right')) },
            { value: 'left', label: say(msg('screen.wall.left')) },
          ]}
        />
      </div>
      <Part
        title={say(msg('screen.wall.studs'))}
        says={
          frame
            ? say(
                msg('screen.wall.apart-first-at', {
                  spacing: L(frame.fit.spacingMm),
                  firstStud: L(frame.fit.firstStudMm),
                  from: FIT_FROM[frame.fit.from],
                }),
              )
            : ''
        }
        open
      >
        {wall.hits.length > 0 && (
          <p>
            <Sureness wall={wall} />
          </p>
        )}
        {frame && (
          <div>
            <Bays frame={frame} system={system} wish={0.9} />
            <p className="quiet">{say(msg('screen.wall.clear-of-wood-in-the'))}</p>
          </div>
        )}
        <Readings house={house} wall={wall} frame={frame} set={set} />
        <div>
          <Button size="small" onClick={() => setPhoto('open')}>
            {say(msg('screen.wall.read-studs-off-a-photo'))}
          </Button>
        </div>
        {photo !== 'never' && (
          <Suspense fallback={null}>
            <PhotoReader
              key={wall.id}
              open={photo === 'open'}
              wall={wall}
              ceilingMm={ceilingMm}
              system={system}
              set={set}
              onClose={() => setPhoto('shut')}
            />
          </Suspense>
        )}
      </Part>
      <Part
        title={say(msg('screen.wall.frame-and-board'))}
        says={say(
          row([
            FRAMED[wall.framing.kind],
            msg('screen.wall.deep', { depth: L(wall.framing.depthMm) }),
            msg('screen.wall.drywall-thick', { thickness: L(wall.boardMm) }),
            wall.exterior ? msg('screen.wall.outside-wall') : '',
            wall.insulated ? msg('screen.wall.insulated') : '',
          ]),
        )}
        open={wide}
      >
        <FrameFields {...part} setFrame={setFrame} />
      </Part>
      <Part
        title={say(msg('screen.wall.openings-and-what-is-in'))}
        says={say(
          counted([
            [wall.openings.length, 'opening'],
            [wall.obstacles.length, 'thing'],
            [wall.passages?.length ?? 0, 'way'],
          ]),
        )}
        open={wide}
      >
        <OtherFaces house={house} wall={wall} />
        <Openings {...part} ceilingMm={ceilingMm} />
        <Obstacles {...part} ceilingMm={ceilingMm} />
        <WallWays {...part} />
      </Part>
      <Part
        title={say(msg('screen.wall.on-it-and-before-it'))}
        says={say(
          counted([
            [wall.layers?.length ?? 0, 'layer'],
            [wall.furniture.length, 'piece'],
          ]),
        )}
        open={wide}
      >
        <FaceLayers {...part} ceilingMm={ceilingMm} />
        <FurnitureRows {...part} />
        <Adder says={say(msg('screen.wall.add-something-before-it'))} kinds={BEFORE} onAdd={addFurniture} />
      </Part>
    </div>
  );
}
