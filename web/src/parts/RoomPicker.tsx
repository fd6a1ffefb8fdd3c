import { msg, type Room } from '@elwand/core';
import { Segments } from './Segments.tsx';
import { useSay } from '../app/say.ts';

/** So many letters of names stand beside each other; more of them, or on a phone half as many, are a list. */
const LETTERS = 48;

/** Which of several rooms is shown: side by side while their names have room, else as a list. */
export function RoomPicker({
  rooms,
  value,
  phone = false,
  onChange,
}: {
  readonly rooms: readonly Room[];
  readonly value: string;
  readonly phone?: boolean;
  readonly onChange: (id: string) => void;
}) {
  const say = useSay();
  if (rooms.length < 2) return null;
  const letters = rooms.reduce((n, r) => n + r.name.length + 2, 0);
  if (letters <= (phone ? LETTERS / 2 : LETTERS))
    return (
      <Segments<string>
        label={say(msg('screen.strip.room'))}
        value={value}
        options={rooms.map((r) => ({ value: r.id, label: r.name }))}
        onChange={onChange}
      />
    );
  return (
    <select
      className="room-list"
      aria-label={say(msg('screen.strip.room'))}
      value={value}
      onChange={(e) => onChange(e.target.value)}
    >
      {rooms.map((r) => (
        <option key={r.id} value={r.id}>
          {r.name}
        </option>
      ))}
    </select>
  );
}
