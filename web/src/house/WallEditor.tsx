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
  { value: 'door', label: 'Door' },
  { value: 'window', label: 'Window' },
  { value: 'cased', label: 'Cased opening' },
] as const;
const BEFORE = (['furniture', 'cabinet', 'counter', 'sink', 'tub', 'hob', 'soffit'] as const).map(
  (value) => ({
    value,
    label: value,
  }),
);
const FRAMED: Readonly<Record<Wall['framing']['kind'], string>> = {
  wood: 'wood',
  steel: 'sheet steel',
  masonry: 'masonry',
};

/** Where something new on a wall starts: in its middle third. */
function startRect({ lengthMm }: Wall): Rect {
  const third = lengthMm / 3;
  return { leftMm: third, rightMm: Math.min(third * 2, third + 800), bottomMm: 0, topMm: 900 };
}

/** What is there, in words; "nothing yet" where nothing is. */
const counted = (of: readonly (readonly [number, string])[]): string =>
  of
    .filter(([n]) => n > 0)
    .map(([n, name]) => `${n} ${name}${n === 1 ? '' : 's'}`)
    .join(', ') || 'nothing yet';

/** Is it one picture, or could it still be another? */
function Sureness({ wall }: { readonly wall: Wall }) {
  const { sure, spacingOdds } = posteriorOf(wall);
  return sure ? (
    <span className="muted">Sure by the readings.</span>
  ) : (
    <b className="settle-text">
      Not sure yet, this spacing at {chance(spacingOdds)}; two readings that agree settle it.
    </b>
  );
}

/** What was entered from the other side of this wall and counts here too. */
function OtherFaces({ house, wall }: { readonly house: House; readonly wall: Wall }) {
  const L = (mm: number) => formatLength(mm, house.units, 'inches');
  return (fromOtherFaces(house).get(wall.id) ?? []).map(({ from, openings, obstacles, passages }) => (
    <p key={from.wall.id} className="quiet">
      From the other side ({from.room.name}, {from.wall.name.toLowerCase()}), and counted here too:{' '}
      {[
        ...[...openings, ...obstacles].map((o) => `${o.kind} from ${L(o.leftMm)} to ${L(o.rightMm)}`),
        ...passages.map((p) => `${p.kind} at ${L(p.atMm)}`),
      ].join('; ')}
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
  return (
    <div className="row fields">
      <LengthInput
        label="Stud spacing"
        value={wall.framing.spacingMm}
        system={system}
        onChange={(spacingMm) =>
          setFrame((w) => ({ ...w, framing: { ...w.framing, spacingMm: Math.max(200, spacingMm) } }))
        }
        width={110}
      />
      <LengthInput
        label="First stud, center"
        value={wall.framing.firstStudMm}
        system={system}
        placeholder="from readings"
        onChange={(firstStudMm) => set((w) => ({ ...w, framing: { ...w.framing, firstStudMm } }))}
        onClear={() => set((w) => ({ ...w, framing: { ...w.framing, firstStudMm: null } }))}
      />
      <LengthInput
        label="Stud depth"
        value={wall.framing.depthMm}
        system={system}
        onChange={(depthMm) => setFrame((w) => ({ ...w, framing: { ...w.framing, depthMm } }))}
        width={100}
      />
      <LengthInput
        label="Board"
        value={wall.boardMm}
        system={system}
        onChange={(boardMm) => set((w) => ({ ...w, boardMm }))}
        width={90}
      />
      <Choice
        label="Framed in"
        value={wall.framing.kind}
        width={110}
        onChange={(kind) => setFrame((w) => ({ ...w, framing: { ...w.framing, kind } }))}
        options={(['wood', 'steel', 'masonry'] as const).map((value) => ({ value, label: FRAMED[value] }))}
      />
      <Choice
        label="Faced with"
        value={wall.finish ?? 'board'}
        width={110}
        onChange={(finish) => set((w) => ({ ...w, finish }))}
        options={[
          { value: 'board', label: 'wallboard' },
          { value: 'plaster', label: 'plaster' },
        ]}
      />
      <Choice
        label="Keeps fire from"
        value={wall.separates ?? 'rooms'}
        width={170}
        onChange={(s) => set(({ separates: _, ...w }) => (s === 'rooms' ? w : { ...w, separates: s }))}
        options={[
          { value: 'rooms', label: 'as its rooms say' },
          { value: 'garage', label: 'the garage' },
          { value: 'party', label: 'another dwelling' },
        ]}
      />
      <Checkbox checked={wall.exterior} onChange={(e) => set((w) => ({ ...w, exterior: e.target.checked }))}>
        outside wall
      </Checkbox>
      <Checkbox
        checked={wall.insulated}
        onChange={(e) => setFrame((w) => ({ ...w, insulated: e.target.checked }))}
      >
        insulated
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
  readonly kinds: readonly { readonly value: K; readonly label: string }[];
  readonly system: House['units'];
  readonly put: (id: string, to: Partial<Omit<Item<K>, 'id'>>) => void;
  readonly remove: (id: string) => void;
}) {
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
      <Button type="text" size="small" aria-label={`Take out the ${o.kind}`} onClick={() => remove(o.id)}>
        ✕
      </Button>
    </div>
  ));
}

/** Openings of the wall. */
function Openings({ wall, system, set, ceilingMm }: PartProps & { readonly ceilingMm: number }) {
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
        label="Opening"
        width={130}
        items={wall.openings}
        kinds={OPENINGS}
        system={system}
        put={(id, to) =>
          set((w) => ({ ...w, openings: w.openings.map((x) => (x.id === id ? { ...x, ...to } : x)) }))
        }
        remove={(id) => set((w) => ({ ...w, openings: w.openings.filter((x) => x.id !== id) }))}
      />
      <Adder says="Add an opening" kinds={OPENINGS} onAdd={add} />
    </>
  );
}

/** Pipes, ducts, blocks and cables in the wall. */
function Obstacles({ wall, system, set, ceilingMm }: PartProps & { readonly ceilingMm: number }) {
  const add = (kind: Obstacle['kind']) =>
    set((w) => {
      const rect = startRect(w);
      const item = { ...rect, rightMm: rect.leftMm + OBSTACLE_MM, topMm: ceilingMm };
      return { ...w, obstacles: [...w.obstacles, { id: ItemId.parse(freshId('ob')), kind, ...item }] };
    });
  return (
    <>
      <Items
        label="In the wall"
        width={150}
        items={wall.obstacles}
        kinds={OBSTACLES}
        system={system}
        put={(id, to) =>
          set((w) => ({ ...w, obstacles: w.obstacles.map((x) => (x.id === id ? { ...x, ...to } : x)) }))
        }
        remove={(id) => set((w) => ({ ...w, obstacles: w.obstacles.filter((x) => x.id !== id) }))}
      />
      <Adder says="Add something in the wall" kinds={OBSTACLES} onAdd={add} />
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
  readonly kinds: readonly { readonly value: T; readonly label: string }[];
  readonly onAdd: (kind: T) => void;
}) {
  return (
    <div>
      <Dropdown
        trigger={['click']}
        menu={{
          items: kinds.map(({ value, label }) => ({ key: value, label })),
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
          name: kind === 'furniture' ? 'Furniture' : kind,
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
          label="Name of the wall"
          value={wall.name}
          required
          onChange={(name) => set((w) => ({ ...w, name }))}
          width={140}
        />
        <LengthInput
          label="Length"
          value={wall.lengthMm}
          system={system}
          onChange={(lengthMm) => set((w) => ({ ...w, lengthMm }))}
        />
        <Choice
          label="Next wall turns"
          value={wall.turn}
          width={100}
          onChange={(turn) => set((w) => ({ ...w, turn }))}
          options={[
            { value: 'right', label: 'right' },
            { value: 'left', label: 'left' },
          ]}
        />
      </div>
      <Part
        title="Studs"
        says={
          frame
            ? `${L(frame.fit.spacingMm)} apart, first at ${L(frame.fit.firstStudMm)}, ${FIT_FROM[frame.fit.from]}`
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
            <p className="quiet">
              Clear of wood in the middle of the bay, as a chance; pipes and cables are not counted. Hatched:
              under 90 %.
            </p>
          </div>
        )}
        <Readings house={house} wall={wall} frame={frame} set={set} />
        <div>
          <Button size="small" onClick={() => setPhoto('open')}>
            Read studs off a photo
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
        title="Frame and board"
        says={`${FRAMED[wall.framing.kind]}, ${L(wall.framing.depthMm)} deep, board ${L(wall.boardMm)}${wall.exterior ? ', outside wall' : ''}${wall.insulated ? ', insulated' : ''}`}
        open={wide}
      >
        <FrameFields {...part} setFrame={setFrame} />
      </Part>
      <Part
        title="Openings, and what is in it"
        says={counted([
          [wall.openings.length, 'opening'],
          [wall.obstacles.length, 'thing'],
          [wall.passages?.length ?? 0, 'way'],
        ])}
        open={wide}
      >
        <OtherFaces house={house} wall={wall} />
        <Openings {...part} ceilingMm={ceilingMm} />
        <Obstacles {...part} ceilingMm={ceilingMm} />
        <WallWays {...part} />
      </Part>
      <Part
        title="On it and before it"
        says={counted([
          [wall.layers?.length ?? 0, 'layer'],
          [wall.furniture.length, 'thing'],
        ])}
        open={wide}
      >
        <FaceLayers {...part} ceilingMm={ceilingMm} />
        <FurnitureRows {...part} />
        <Adder says="Add something before it" kinds={BEFORE} onAdd={addFurniture} />
      </Part>
    </div>
  );
}
