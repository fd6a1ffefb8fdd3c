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
  msg,
  type Text,
  q,
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
import { labelOf, MOISTURE, USES } from './words.ts';
import { useSay } from '../app/say.ts';

interface Template {
  readonly key: 'own' | RoomUse;
  readonly use: RoomUse;
  readonly widthMm: number;
  readonly depthMm: number;
}
const template = (key: Template['key'], wideFeet: number, deepFeet: number): Template => ({
  key,
  use: key === 'own' ? 'bedroom' : key,
  widthMm: feet(wideFeet),
  depthMm: feet(deepFeet),
});
const OWN = template('own', 12, 10);
/** Usual sizes of rooms, to start from. */
const TEMPLATES = [
  OWN,
  template('bedroom', 12, 11),
  template('living', 18, 14),
  template('hall', 4, 14),
  template('utility', 7, 10),
  template('garage', 12, 22),
];
const templateText = ({ key, use, widthMm, depthMm }: Template): Text =>
  key === 'own'
    ? msg('screen.rooms.by-its-size')
    : msg('screen.rooms.template', {
        room: labelOf(USES, use),
        width: q.distance(widthMm),
        depth: q.distance(depthMm),
      });

/** A free place for a room that stands for itself: right of everything, a wall's width apart. */
function apart(house: House): Room['place'] {
  const right = Math.max(0, ...house.rooms.flatMap((r) => wallLines(r).map((l) => l.from.xMm)));
  return { xMm: house.rooms.length === 0 ? 0 : right + 2000, yMm: 0 };
}

function AddRoom({ onAdded }: { readonly onAdded: (id: string) => void }) {
  const say = useSay();
  const { house, edits, evaluation } = useHouse();
  const [template, setTemplate] = useState<Template>(OWN);
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
          name.trim() === '' ? say(msg('screen.rooms.room', { count: house.rooms.length + 1 })) : name.trim(),
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
      <h2>
        {house.rooms.length === 0
          ? say(msg('screen.rooms.the-first-room'))
          : say(msg('screen.rooms.add-room'))}
      </h2>
      <div className="row fields">
        <TextField label={say(msg('screen.rooms.name'))} value={name} onChange={setName} width={150} />
        <Choice
          label={say(msg('screen.rooms.pattern'))}
          value={template.key}
          width={190}
          options={TEMPLATES.map((t) => ({ value: t.key, label: templateText(t) }))}
          onChange={(key) => {
            const t = TEMPLATES.find((x) => x.key === key);
            if (!t) return;
            setTemplate(t);
            setSize({ widthMm: t.widthMm, depthMm: t.depthMm });
          }}
        />
        <LengthInput
          label={say(msg('screen.rooms.north-wall'))}
          value={size.widthMm}
          system={house.units}
          style="feet"
          onChange={(widthMm) => setSize((s) => ({ ...s, widthMm }))}
        />
        <LengthInput
          label={say(msg('screen.rooms.east-wall'))}
          value={size.depthMm}
          system={house.units}
          style="feet"
          onChange={(depthMm) => setSize((s) => ({ ...s, depthMm }))}
        />
        {house.rooms.length > 0 && (
          <Choice
            label={say(msg('screen.rooms.it-lies'))}
            value={behind}
            width={220}
            onChange={setBehind}
            options={[
              { value: 'apart', label: say(msg('screen.rooms.apart-from-the-others')) },
              ...house.rooms.flatMap((r) =>
                r.walls.map((w) => ({
                  value: w.id,
                  label: say(msg('screen.rooms.behind-the-of', { wall: w.name.toLowerCase(), room: r.name })),
                })),
              ),
            ]}
          />
        )}
        <Button type="primary" onClick={add}>
          {say(msg('screen.rooms.add-the-room'))}
        </Button>
        <ImportPlan house={house} onHouse={edits.house} />
        {house.rooms.length > 0 && <PlanFiles evaluation={evaluation} />}
      </div>
    </div>
  );
}

function RoomForm({ room }: { readonly room: Room }) {
  const say = useSay();
  const { house, edits } = useHouse();
  const set = (change: (r: Room) => Room) => edits.house((h) => withRoom(h, room.id, change));
  const gap = closingErrorMm(room);
  return (
    <div className="stack">
      <div className="row fields">
        <TextField
          label={say(msg('screen.rooms.room-2'))}
          value={room.name}
          required
          width={150}
          onChange={(name) => set((r) => ({ ...r, name }))}
        />
        <Choice
          label={say(msg('screen.rooms.used-as'))}
          value={room.use}
          width={180}
          options={USES}
          onChange={(use) => set((r) => ({ ...r, use }))}
        />
        <LengthInput
          label={say(msg('screen.rooms.ceiling'))}
          value={room.ceilingMm}
          system={house.units}
          style="feet"
          width={110}
          onChange={(ceilingMm) => set((r) => ({ ...r, ceilingMm: Math.max(1500, ceilingMm) }))}
        />
        <Choice
          label={say(msg('screen.rooms.above'))}
          value={room.above.kind}
          width={140}
          onChange={(kind) => set((r) => ({ ...r, above: { ...r.above, kind } }))}
          options={[
            { value: 'attic', label: say(msg('screen.rooms.attic')) },
            { value: 'finished', label: say(msg('screen.rooms.finished-floor')) },
            { value: 'none', label: say(msg('screen.rooms.roof-no-space')) },
          ]}
        />
        <Choice
          label={say(msg('screen.rooms.damp-or-wet'))}
          value={room.moisture ?? 'by-use'}
          width={140}
          options={MOISTURE}
          onChange={(m) => set(({ moisture: _, ...r }) => (m === 'by-use' ? r : { ...r, moisture: m }))}
        />
        {room.above.kind === 'attic' && (
          <Checkbox
            checked={room.above.canEnter}
            onChange={(e) => set((r) => ({ ...r, above: { ...r.above, canEnter: e.target.checked } }))}
          >
            {say(msg('screen.rooms.can-be-entered'))}
          </Checkbox>
        )}
        <Choice
          label={say(msg('screen.rooms.below'))}
          value={room.below.kind}
          width={130}
          onChange={(kind) =>
            set((r) => ({
              ...r,
              below: { ...r.below, kind, canEnter: kind === 'basement' || kind === 'crawl' },
            }))
          }
          options={[
            { value: 'slab', label: say(msg('screen.rooms.slab')) },
            { value: 'basement', label: say(msg('screen.rooms.basement')) },
            { value: 'crawl', label: say(msg('screen.rooms.crawl-space')) },
            { value: 'finished', label: say(msg('screen.rooms.finished-room')) },
          ]}
        />
        {(room.below.kind === 'basement' || room.below.kind === 'crawl') && (
          <Checkbox
            checked={room.below.canEnter}
            onChange={(e) => set((r) => ({ ...r, below: { ...r.below, canEnter: e.target.checked } }))}
          >
            {say(msg('screen.rooms.can-be-entered'))}
          </Checkbox>
        )}
        <Choice
          label={say(msg('screen.rooms.joists-above-run'))}
          value={room.above.joists}
          width={170}
          onChange={(joists) => set((r) => ({ ...r, above: { ...r.above, joists } }))}
          options={[
            {
              value: 'x',
              label: say(
                msg('screen.rooms.along-the', {
                  walls: room.walls[0]?.name.toLowerCase() ?? say(msg('screen.rooms.first-wall')),
                }),
              ),
            },
            {
              value: 'y',
              label: say(
                msg('screen.rooms.along-the', {
                  walls: room.walls[1]?.name.toLowerCase() ?? say(msg('screen.rooms.second-wall')),
                }),
              ),
            },
          ]}
        />
        <Popconfirm
          title={say(msg('screen.rooms.delete-with-everything-in', { room: room.name }))}
          okText={say(msg('screen.rooms.take-it-out'))}
          onConfirm={() => edits.house((h) => withoutRoom(h, room.id))}
        >
          <Button danger type="text">
            {say(msg('screen.rooms.take-out-the-room'))}
          </Button>
        </Popconfirm>
      </div>
      <RoomSpaces room={room} system={house.units} set={set} />
      {gap > 30 && (
        <p className="house-problem" role="status">
          {say(msg('screen.rooms.the-walls-do-not-close', { gap: formatLength(gap, house.units) }))}
        </p>
      )}
    </div>
  );
}

/** Rooms by size or pattern, their walls by the tape. */
export function RoomsTab() {
  const say = useSay();
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
        <p className="empty">{say(msg('screen.rooms.no-room-yet-give-the'))}</p>
      ) : (
        <div className="house-grid">
          <nav className="side-list" aria-label={say(msg('screen.rooms.rooms'))}>
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
                <span className="quiet">{say(labelOf(USES, r.use))}</span>
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
