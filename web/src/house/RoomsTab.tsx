import {
  closingErrorMm,
  feet,
  formatLength,
  makeRoom,
  placeBehind,
  wallLines,
  WallId,
  type House,
  type Room,
  type RoomUse,
} from '@elwand/core';
import { Button, Checkbox, Popconfirm } from 'antd';
import { useState } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { LengthInput } from '../parts/LengthInput.tsx';
import { TextField } from '../parts/TextField.tsx';
import { withoutRoom, withRoom } from '../state/edit.ts';
import { Strip } from '../strip/Strip.tsx';
import { useWidth } from '../workspace/use-width.ts';
import { useHouse } from './house-context.ts';
import { HousePlan } from './HousePlan.tsx';
import { ImportPlan } from './ImportPlan.tsx';
import { PlanFiles } from './PlanFiles.tsx';
import { RoomSpaces } from './RoomSpaces.tsx';
import { TapeLine } from './TapeLine.tsx';
import { WallEditor } from './WallEditor.tsx';
import { WallTabs } from './WallTabs.tsx';
import { MOISTURE, USES } from './words.ts';

interface Template {
  readonly key: string;
  readonly label: string;
  readonly use: RoomUse;
  readonly widthMm: number;
  readonly depthMm: number;
}
const TEMPLATES: readonly Template[] = [
  { key: 'own', label: 'By its size', use: 'bedroom', widthMm: feet(12), depthMm: feet(10) },
  { key: 'bedroom', label: 'Bedroom, 12 x 11 ft', use: 'bedroom', widthMm: feet(12), depthMm: feet(11) },
  { key: 'living', label: 'Living room, 18 x 14 ft', use: 'living', widthMm: feet(18), depthMm: feet(14) },
  { key: 'hall', label: 'Hall, 4 x 14 ft', use: 'hall', widthMm: feet(4), depthMm: feet(14) },
  { key: 'utility', label: 'Utility room, 7 x 10 ft', use: 'utility', widthMm: feet(7), depthMm: feet(10) },
  { key: 'garage', label: 'Garage, 12 x 22 ft', use: 'garage', widthMm: feet(12), depthMm: feet(22) },
];

/** A free place for a room that stands for itself: right of everything, a wall's width apart. */
function apart(house: House): Room['place'] {
  const right = Math.max(0, ...house.rooms.flatMap((r) => wallLines(r).map((l) => l.from.xMm)));
  return { xMm: house.rooms.length === 0 ? 0 : right + 2000, yMm: 0 };
}

function AddRoom({ onAdded }: { readonly onAdded: (id: string) => void }) {
  const { house, edits, evaluation } = useHouse();
  const [template, setTemplate] = useState<Template>(TEMPLATES[0] as Template);
  const [name, setName] = useState('');
  const [size, setSize] = useState({ widthMm: template.widthMm, depthMm: template.depthMm });
  const [behind, setBehind] = useState('apart');
  const add = () => {
    const id = freshId('room');
    const line = behind === 'apart' ? undefined : evaluation.plan.lines.get(WallId.parse(behind));
    const place = line ? placeBehind(line, size.widthMm, size.depthMm, 0) : apart(house);
    edits.house({
      ...house,
      rooms: [
        ...house.rooms,
        makeRoom(
          id,
          name.trim() === '' ? `Room ${house.rooms.length + 1}` : name.trim(),
          template.use,
          size.widthMm,
          size.depthMm,
          { place },
        ),
      ],
    });
    setName('');
    onAdded(id);
  };
  return (
    <div className="sheet stack">
      <h2>{house.rooms.length === 0 ? 'The first room' : 'Add room'}</h2>
      <div className="row fields">
        <TextField label="Name" value={name} onChange={setName} width={150} />
        <Choice
          label="Pattern"
          value={template.key}
          width={190}
          options={TEMPLATES.map((t) => ({ value: t.key, label: t.label }))}
          onChange={(key) => {
            const t = TEMPLATES.find((x) => x.key === key);
            if (!t) return;
            setTemplate(t);
            setSize({ widthMm: t.widthMm, depthMm: t.depthMm });
          }}
        />
        <LengthInput
          label="North wall"
          value={size.widthMm}
          system={house.units}
          style="feet"
          onChange={(widthMm) => setSize((s) => ({ ...s, widthMm }))}
        />
        <LengthInput
          label="East wall"
          value={size.depthMm}
          system={house.units}
          style="feet"
          onChange={(depthMm) => setSize((s) => ({ ...s, depthMm }))}
        />
        {house.rooms.length > 0 && (
          <Choice
            label="It lies"
            value={behind}
            width={220}
            onChange={setBehind}
            options={[
              { value: 'apart', label: 'apart from the others' },
              ...house.rooms.flatMap((r) =>
                r.walls.map((w) => ({
                  value: w.id,
                  label: `behind the ${w.name.toLowerCase()} of ${r.name}`,
                })),
              ),
            ]}
          />
        )}
        <Button type="primary" onClick={add}>
          Add the room
        </Button>
        <ImportPlan house={house} onHouse={edits.house} />
        {house.rooms.length > 0 && <PlanFiles evaluation={evaluation} />}
      </div>
    </div>
  );
}

function RoomForm({ room }: { readonly room: Room }) {
  const { house, edits } = useHouse();
  const set = (change: (r: Room) => Room) => edits.house((h) => withRoom(h, room.id, change));
  const gap = closingErrorMm(room);
  return (
    <div className="stack">
      <div className="row fields">
        <TextField
          label="Room"
          value={room.name}
          required
          width={150}
          onChange={(name) => set((r) => ({ ...r, name }))}
        />
        <Choice
          label="Used as"
          value={room.use}
          width={180}
          options={USES}
          onChange={(use) => set((r) => ({ ...r, use }))}
        />
        <LengthInput
          label="Ceiling"
          value={room.ceilingMm}
          system={house.units}
          style="feet"
          width={110}
          onChange={(ceilingMm) => set((r) => ({ ...r, ceilingMm: Math.max(1500, ceilingMm) }))}
        />
        <Choice
          label="Above"
          value={room.above.kind}
          width={140}
          onChange={(kind) => set((r) => ({ ...r, above: { ...r.above, kind } }))}
          options={[
            { value: 'attic', label: 'attic' },
            { value: 'finished', label: 'finished floor' },
            { value: 'none', label: 'roof, no space' },
          ]}
        />
        <Choice
          label="Damp or wet"
          value={room.moisture ?? 'by-use'}
          width={110}
          options={MOISTURE}
          onChange={(m) => set(({ moisture: _, ...r }) => (m === 'by-use' ? r : { ...r, moisture: m }))}
        />
        {room.above.kind === 'attic' && (
          <Checkbox
            checked={room.above.canEnter}
            onChange={(e) => set((r) => ({ ...r, above: { ...r.above, canEnter: e.target.checked } }))}
          >
            can be entered
          </Checkbox>
        )}
        <Choice
          label="Below"
          value={room.below.kind}
          width={130}
          onChange={(kind) =>
            set((r) => ({
              ...r,
              below: { ...r.below, kind, canEnter: kind === 'basement' || kind === 'crawl' },
            }))
          }
          options={[
            { value: 'slab', label: 'slab' },
            { value: 'basement', label: 'basement' },
            { value: 'crawl', label: 'crawl space' },
            { value: 'finished', label: 'finished room' },
          ]}
        />
        {(room.below.kind === 'basement' || room.below.kind === 'crawl') && (
          <Checkbox
            checked={room.below.canEnter}
            onChange={(e) => set((r) => ({ ...r, below: { ...r.below, canEnter: e.target.checked } }))}
          >
            can be entered
          </Checkbox>
        )}
        <Choice
          label="Joists above run"
          value={room.above.joists}
          width={170}
          onChange={(joists) => set((r) => ({ ...r, above: { ...r.above, joists } }))}
          options={[
            { value: 'x', label: `along the ${room.walls[0]?.name.toLowerCase() ?? 'first wall'}` },
            { value: 'y', label: `along the ${room.walls[1]?.name.toLowerCase() ?? 'second wall'}` },
          ]}
        />
        <Popconfirm
          title={`Take out ${room.name} with everything in it? Undo brings it back.`}
          okText="Take it out"
          onConfirm={() => edits.house((h) => withoutRoom(h, room.id))}
        >
          <Button danger type="text">
            Take out the room
          </Button>
        </Popconfirm>
      </div>
      <RoomSpaces room={room} system={house.units} set={set} />
      {gap > 30 && (
        <p className="house-problem" role="status">
          The walls do not close: the last one ends {formatLength(gap, house.units)} from where the first
          begins. A length is off, or a corner turns the other way.
        </p>
      )}
    </div>
  );
}

/** Rooms by size or pattern, their walls by the tape. */
export function RoomsTab() {
  const { house, evaluation, edits } = useHouse();
  const [roomId, setRoomId] = useState<string | null>(null);
  const [wallId, setWallId] = useState<string | null>(null);
  const [box, width] = useWidth<HTMLDivElement>(900);
  const room = house.rooms.find((r) => r.id === roomId) ?? house.rooms[0];
  const wall = room?.walls.find((w) => w.id === wallId) ?? room?.walls[0];
  const nextWall = () => {
    if (!room || !wall) return;
    setWallId(room.walls[(room.walls.indexOf(wall) + 1) % room.walls.length]?.id ?? null);
  };
  return (
    <div className="stack">
      <AddRoom
        onAdded={(id) => {
          setRoomId(id);
          setWallId(null);
        }}
      />
      {!room || !wall ? (
        <p className="empty">
          No room yet. Give the first one a name and its two lengths; openings and outlets come with the tape.
        </p>
      ) : (
        <div className="house-grid">
          <nav className="side-list" aria-label="Rooms">
            {house.rooms.map((r) => (
              <button
                key={r.id}
                type="button"
                aria-current={r.id === room.id}
                onClick={() => {
                  setRoomId(r.id);
                  setWallId(null);
                }}
              >
                <b className="grow">{r.name}</b>
                <span className="quiet">{USES.find((u) => u.value === r.use)?.label}</span>
              </button>
            ))}
          </nav>
          <div className="stack" ref={box}>
            <div className="room-head">
              {house.rooms.length > 1 && (
                <HousePlan
                  house={house}
                  current={room.id}
                  width={Math.max(280, Math.min(420, width / 2))}
                  onSelect={(id) => {
                    setRoomId(id);
                    setWallId(null);
                  }}
                  onHouse={edits.house}
                />
              )}
              <RoomForm room={room} />
            </div>
            <Strip evaluation={evaluation} room={room} width={Math.max(320, width)} wallPx={160} odds />
            <WallTabs room={room} current={wall.id} system={house.units} onChoose={setWallId} />
            <TapeLine key={wall.id} house={house} wall={wall} onHouse={edits.house} onNextWall={nextWall} />
            <WallEditor
              house={house}
              wall={wall}
              frame={evaluation.frames.get(wall.id)}
              ceilingMm={room.ceilingMm}
              onHouse={edits.house}
            />
          </div>
        </div>
      )}
    </div>
  );
}
