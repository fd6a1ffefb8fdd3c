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
import { lazy, Suspense, useState } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { LengthInput } from '../parts/LengthInput.tsx';
import { FaceLayers } from './FaceLayers.tsx';
import { FurnitureRows } from './FurnitureRows.tsx';
import { RectFields } from './RectFields.tsx';
import { TextField } from '../parts/TextField.tsx';
import { withWall } from '../state/edit.ts';
import { Bays, FIT_FROM, Readings } from './WallReadings.tsx';
import { WallWays } from './WallWays.tsx';
import './wall.css';

const PhotoReader = lazy(() => import('./PhotoReader.tsx').then((m) => ({ default: m.PhotoReader })));

export interface WallEditorProps {
  readonly house: House;
  readonly wall: Wall;
  readonly frame: WallFrame | undefined;
  readonly ceilingMm: number;
  readonly onHouse: (house: House) => void;
}

/** Is it one picture, or could it still be another? */
function Sureness({ wall }: { readonly wall: Wall }) {
  const { sure, spacingOdds } = posteriorOf(wall);
  return sure ? (
    <span className="muted">: sure</span>
  ) : (
    <b className="settle-text">
      : not sure yet, this spacing at {chance(spacingOdds)}; two readings that agree settle it
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

/** Everything about one wall: framing, readings, openings, what is in it and before it. */
export function WallEditor({ house, wall, frame, ceilingMm, onHouse }: WallEditorProps) {
  const set = (change: (w: Wall) => Wall) => onHouse(withWall(house, wall.id, change));
  const setFrame = (change: (w: Wall) => Pick<Wall, 'framing' | 'insulated'>) =>
    onHouse(withFrame(house, wall.id, change));
  const [photo, setPhoto] = useState(false);
  const system = house.units;
  const third = wall.lengthMm / 3;
  const rect = { leftMm: third, rightMm: Math.min(third * 2, third + 800), bottomMm: 0, topMm: 900 };
  const addOpening = (kind: Opening['kind']) =>
    set((w) => ({
      ...w,
      openings: [
        ...w.openings,
        {
          id: ItemId.parse(freshId('op')),
          kind,
          ...rect,
          bottomMm: kind === 'window' ? 914.4 : 0,
          topMm: Math.min(2032, ceilingMm),
        },
      ],
    }));
  const addObstacle = (kind: Obstacle['kind']) =>
    set((w) => ({
      ...w,
      obstacles: [
        ...w.obstacles,
        { id: ItemId.parse(freshId('ob')), kind, ...rect, rightMm: rect.leftMm + 60, topMm: ceilingMm },
      ],
    }));
  const addFurniture = (kind: Furniture['kind']) =>
    set((w) => ({
      ...w,
      furniture: [
        ...w.furniture,
        {
          id: ItemId.parse(freshId('fu')),
          name: kind === 'furniture' ? 'Furniture' : kind,
          kind,
          ...rect,
          depthMm: 500,
          planned: true,
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
          label="First stud, centre"
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
          options={[
            { value: 'wood', label: 'wood' },
            { value: 'steel', label: 'sheet steel' },
            { value: 'masonry', label: 'masonry' },
          ]}
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
        <Checkbox
          checked={wall.exterior}
          onChange={(e) => set((w) => ({ ...w, exterior: e.target.checked }))}
        >
          outside wall
        </Checkbox>
        <Checkbox
          checked={wall.insulated}
          onChange={(e) => setFrame((w) => ({ ...w, insulated: e.target.checked }))}
        >
          insulated
        </Checkbox>
      </div>
      {frame && (
        <div>
          <h3>
            Studs {formatLength(frame.fit.spacingMm, system, 'inches')} apart, first at{' '}
            {formatLength(frame.fit.firstStudMm, system, 'inches')}{' '}
            <span className="muted">{FIT_FROM[frame.fit.from]}</span>{' '}
            {wall.hits.length > 0 && <Sureness wall={wall} />}
          </h3>
          <Bays frame={frame} system={system} wish={0.9} />
          <p className="quiet">
            Clear of wood in the middle of the bay, as a chance; pipes and cables are not counted. Hatched:
            under 90 %.
          </p>
        </div>
      )}
      <OtherFaces house={house} wall={wall} />
      <WallWays wall={wall} system={system} set={set} />
      <FaceLayers wall={wall} system={system} ceilingMm={ceilingMm} set={set} />
      <div>
        <Button size="small" onClick={() => setPhoto(true)}>
          Read studs off a photo
        </Button>
      </div>
      {photo && (
        <Suspense fallback={null}>
          <PhotoReader
            wall={wall}
            ceilingMm={ceilingMm}
            system={system}
            set={set}
            onClose={() => setPhoto(false)}
          />
        </Suspense>
      )}
      <Readings house={house} wall={wall} frame={frame} set={set} />
      {wall.openings.map((o) => (
        <div className="row fields" key={o.id}>
          <Choice
            label="Opening"
            value={o.kind}
            width={110}
            onChange={(kind) =>
              set((w) => ({ ...w, openings: w.openings.map((x) => (x.id === o.id ? { ...x, kind } : x)) }))
            }
            options={[
              { value: 'door', label: 'door' },
              { value: 'window', label: 'window' },
              { value: 'cased', label: 'cased opening' },
            ]}
          />
          <RectFields
            item={o}
            system={system}
            onChange={(to) =>
              set((w) => ({ ...w, openings: w.openings.map((x) => (x.id === o.id ? { ...x, ...to } : x)) }))
            }
          />
          <Button
            type="text"
            size="small"
            aria-label={`Take out the ${o.kind}`}
            onClick={() => set((w) => ({ ...w, openings: w.openings.filter((x) => x.id !== o.id) }))}
          >
            ✕
          </Button>
        </div>
      ))}
      {wall.obstacles.map((o) => (
        <div className="row fields" key={o.id}>
          <Choice
            label="In the wall"
            value={o.kind}
            width={110}
            onChange={(kind) =>
              set((w) => ({ ...w, obstacles: w.obstacles.map((x) => (x.id === o.id ? { ...x, kind } : x)) }))
            }
            options={(['pipe', 'duct', 'return-air', 'flue', 'blocking', 'brace', 'other'] as const).map(
              (k) => ({ value: k, label: k }),
            )}
          />
          <RectFields
            item={o}
            system={system}
            onChange={(to) =>
              set((w) => ({ ...w, obstacles: w.obstacles.map((x) => (x.id === o.id ? { ...x, ...to } : x)) }))
            }
          />
          <Button
            type="text"
            size="small"
            aria-label={`Take out the ${o.kind}`}
            onClick={() => set((w) => ({ ...w, obstacles: w.obstacles.filter((x) => x.id !== o.id) }))}
          >
            ✕
          </Button>
        </div>
      ))}
      <FurnitureRows wall={wall} system={system} set={set} />
      <div className="row">
        <Dropdown
          trigger={['click']}
          menu={{
            items: [
              { key: 'door', label: 'Door' },
              { key: 'window', label: 'Window' },
              { key: 'cased', label: 'Cased opening' },
            ],
            onClick: ({ key }) => addOpening(key as Opening['kind']),
          }}
        >
          <Button>Add an opening</Button>
        </Dropdown>
        <Dropdown
          trigger={['click']}
          menu={{
            items: (['pipe', 'duct', 'return-air', 'flue', 'blocking', 'brace', 'other'] as const).map(
              (k) => ({ key: k, label: k }),
            ),
            onClick: ({ key }) => addObstacle(key as Obstacle['kind']),
          }}
        >
          <Button>Add something in the wall</Button>
        </Dropdown>
        <Dropdown
          trigger={['click']}
          menu={{
            items: (['furniture', 'cabinet', 'counter', 'sink', 'tub', 'hob'] as const).map((k) => ({
              key: k,
              label: k,
            })),
            onClick: ({ key }) => addFurniture(key as Furniture['kind']),
          }}
        >
          <Button>Add something before it</Button>
        </Dropdown>
      </div>
    </div>
  );
}
