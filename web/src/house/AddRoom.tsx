import {
  feet,
  makeRoom,
  usualBoxes,
  parseSketch,
  placeBehind,
  wallLines,
  WallId,
  type House,
  type Room,
  type RoomUse,
  msg,
  q,
} from '@elwand/core';
import { Button, Checkbox, Radio, type InputRef } from 'antd';
import { useRef, useState } from 'react';
import { useSay } from '../app/say.ts';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { TypedLine } from '../parts/TypedLine.tsx';
import { useHouse } from './house-context.ts';
import { ImportPlan } from './ImportPlan.tsx';
import { PlanFiles } from './PlanFiles.tsx';
import { ABOVE, BELOW, labelOf, USES } from './words.ts';
import './add-room.css';

/** Usual sizes of rooms, to start from: in feet, as rooms are spoken of. */
const USUAL: readonly (readonly [RoomUse, number, number])[] = [
  ['bedroom', 12, 11],
  ['living', 18, 14],
  ['kitchen', 12, 10],
  ['bath', 8, 5],
  ['hall', 14, 4],
  ['garage', 22, 12],
];

/** A free place for a room that stands for itself: right of everything, a wall's width apart. */
export function apart(rooms: readonly Room[]): Room['place'] {
  const right = Math.max(0, ...rooms.flatMap((r) => wallLines(r).map((l) => l.from.xMm)));
  return { xMm: rooms.length === 0 ? 0 : right + 2000, yMm: 0 };
}

interface Around {
  readonly above: Room['above']['kind'] | null;
  readonly below: Room['below']['kind'] | null;
}

/** What is over and under a room: it decides which ways a cable has, so it is asked and never guessed for the first one. */
function AroundFields({ around, set }: { readonly around: Around; readonly set: (to: Around) => void }) {
  const say = useSay();
  return (
    <>
      <fieldset className="around">
        <legend>{say(msg('screen.rooms.what-is-above'))}</legend>
        <Radio.Group
          optionType="button"
          value={around.above}
          options={ABOVE.map((o) => ({ value: o.value, label: say(o.label) }))}
          onChange={(e) => set({ ...around, above: e.target.value as Room['above']['kind'] })}
        />
      </fieldset>
      <fieldset className="around">
        <legend>{say(msg('screen.rooms.what-is-below'))}</legend>
        <Radio.Group
          optionType="button"
          value={around.below}
          options={BELOW.map((o) => ({ value: o.value, label: say(o.label) }))}
          onChange={(e) => set({ ...around, below: e.target.value as Room['below']['kind'] })}
        />
      </fieldset>
    </>
  );
}

/** What is over and under it, as it is entered in the house. */
function spaces({ above, below }: Around): Partial<Room> {
  return {
    ...(above ? { above: { kind: above, canEnter: true, joists: 'y' as const, insulated: true } } : {}),
    ...(below
      ? { below: { kind: below, canEnter: below === 'basement' || below === 'crawl', joists: 'y' as const } }
      : {}),
  };
}

/** What was read of the line, and what was not. */
function ReadRooms({
  rooms,
  faults,
  before,
}: ReturnType<typeof parseSketch> & {
  /** Rooms that the house has already. */
  readonly before: number;
}) {
  const say = useSay();
  return (
    <ul className="room-read">
      {rooms.map((r, i) => (
        <li key={`${i}`}>
          <b>{r.name === '' ? say(msg('screen.rooms.room', { count: before + i + 1 })) : r.name}</b>{' '}
          {say(
            msg('screen.rooms.read-as', {
              use: labelOf(USES, r.use),
              width: q.distance(r.widthMm),
              depth: q.distance(r.depthMm),
              ceiling: q.distance(r.ceilingMm ?? feet(8)),
              known: r.ceilingMm === null ? 'usual' : 'typed',
            }),
          )}
        </li>
      ))}
      {faults.map((f) => (
        <li key={f.text} className="fault-text">
          {f.text}: {say(f.why)}
        </li>
      ))}
    </ul>
  );
}

/** Rooms of usual sizes, each a line to begin with. */
function UsualSizes({
  units,
  onPick,
}: {
  readonly units: House['units'];
  readonly onPick: (line: string) => void;
}) {
  const say = useSay();
  return (
    <div className="row usual-rooms" role="group" aria-label={say(msg('screen.rooms.usual-sizes'))}>
      <span className="muted">{say(msg('screen.rooms.usual-sizes'))}</span>
      {USUAL.map(([use, wide, deep]) => {
        const size =
          units === 'imperial'
            ? `${wide}' x ${deep}'`
            : `${(feet(wide) / 1000).toFixed(1)} x ${(feet(deep) / 1000).toFixed(1)}`;
        const line = `${say(msg(`names.room.${use}`))} ${size}`;
        return (
          <Button key={use} size="small" onClick={() => onPick(line)}>
            {line}
          </Button>
        );
      })}
    </div>
  );
}

/** Rooms by their name and sizes in one line, as one sketches them; what is read stands under it before it counts. */
export function AddRoom({ onAdded }: { readonly onAdded: (id: string) => void }) {
  const say = useSay();
  const { house, edits, evaluation } = useHouse();
  const [text, setText] = useState('');
  const [behind, setBehind] = useState('apart');
  const last = house.rooms.at(-1);
  const [asked, setAsked] = useState<Around>({ above: null, below: null });
  const [missed, setMissed] = useState(false);
  const [withBoxes, setWithBoxes] = useState(false);
  const input = useRef<InputRef>(null);
  const first = last === undefined;
  const around: Around = first ? asked : { above: last.above.kind, below: last.below.kind };
  const { rooms, faults } = parseSketch(text, house.units);
  const ready = rooms.length > 0 && around.above !== null && around.below !== null;
  const add = () => {
    setMissed(!ready);
    if (!ready) {
      if (rooms.length === 0) input.current?.focus();
      return;
    }
    const made = rooms.reduce<Room[]>((all, r, i) => {
      const line = behind === 'apart' ? undefined : evaluation.plan.lines.get(WallId.parse(behind));
      const place =
        line && i === 0 ? placeBehind(line, r.widthMm, r.depthMm, 0) : apart([...house.rooms, ...all]);
      const name =
        r.name === '' ? say(msg('screen.rooms.room', { count: house.rooms.length + i + 1 })) : r.name;
      const room = makeRoom(freshId('room'), name, r.use, r.widthMm, r.depthMm, {
        place,
        ...(last ? { above: last.above, below: last.below } : spaces(around)),
      });
      return [...all, r.ceilingMm === null ? room : { ...room, ceilingMm: r.ceilingMm }];
    }, []);
    edits.house((h: House) =>
      made.reduce<House>(
        (so, room) => ({
          ...so,
          points: withBoxes ? [...so.points, ...usualBoxes(so, room, () => freshId('p'))] : so.points,
        }),
        { ...h, rooms: [...h.rooms, ...made] },
      ),
    );
    // What could not be read stays, to be mended.
    setText(faults.map((f) => f.text).join('; '));
    setBehind('apart');
    if (made[0]) onAdded(made[0].id);
  };
  return (
    <section className="sheet stack add-room" aria-label={say(msg('screen.rooms.add-room'))}>
      {first && <h2>{say(msg('screen.rooms.the-first-room'))}</h2>}
      <div className="row fields">
        <TypedLine
          id="room-line"
          ref={input}
          label={say(msg(first ? 'screen.rooms.name-and-sizes' : 'screen.rooms.another-room'))}
          value={text}
          placeholder={say(msg('screen.rooms.line-example', { units: house.units }))}
          most={600}
          wrong={faults.length > 0}
          large
          focused={first}
          onChange={setText}
          onEnter={add}
        >
          <ReadRooms rooms={rooms} faults={faults} before={house.rooms.length} />
        </TypedLine>
        {rooms.length > 0 && !first && (
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
        <Button type={first ? 'primary' : 'default'} onClick={add}>
          {say(msg('screen.rooms.add-the-room'))}
        </Button>
        {first && <ImportPlan house={house} onHouse={edits.house} />}
      </div>
      {rooms.length > 0 && (
        <Checkbox checked={withBoxes} onChange={(e) => setWithBoxes(e.target.checked)}>
          {say(msg('screen.rooms.with-usual-boxes'))}{' '}
          <span className="muted">{say(msg('screen.rooms.with-usual-boxes-means'))}</span>
        </Checkbox>
      )}
      {first && (
        <>
          <UsualSizes
            units={house.units}
            onPick={(line) => {
              setText(line);
              input.current?.focus();
            }}
          />
          <div className="row arounds">
            <AroundFields around={around} set={setAsked} />
          </div>
          {missed && (
            <p className="fault-text" role="alert">
              {rooms.length === 0
                ? say(msg('screen.rooms.needs-sizes'))
                : say(msg('screen.rooms.needs-around'))}
            </p>
          )}
        </>
      )}
      {!first && missed && rooms.length === 0 && (
        <p className="fault-text" role="alert">
          {say(msg('screen.rooms.needs-sizes'))}
        </p>
      )}
      {!first && (
        <div className="row plan-files">
          <ImportPlan house={house} onHouse={edits.house} />
          <PlanFiles evaluation={evaluation} />
        </div>
      )}
    </section>
  );
}
