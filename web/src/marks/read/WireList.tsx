import { msg, type Text } from '@elwand/core';
import {
  cableText,
  isGroundWire,
  MOST,
  seenScrews,
  WIRE_COLORS,
  wireText,
  type Seat,
  type SeenBox,
  type SeenCable,
  type WireAt,
  type WireColor,
} from '@elwand/core/reading';
import { Button } from 'antd';
import { useSay } from '../../app/say.ts';
import { starting } from './starting.ts';
import { GROUNDS, TYPES } from '../../house/words.ts';
import { Choice } from '../../parts/Choice.tsx';
import { TextField } from '../../parts/TextField.tsx';
import { seatText } from './seat-text.ts';
import {
  addCable,
  addWire,
  changeCable,
  colorWire,
  freeSplice,
  removeCable,
  removeWire,
  seatWire,
  splicesOf,
} from './read-edits.ts';

interface Editing {
  readonly box: SeenBox;
  readonly onChange: (box: SeenBox) => void;
}

const seatKey = (seat: Seat): string =>
  seat.on === 'screw'
    ? `screw ${seat.device} ${seat.screw}`
    : seat.on === 'splice'
      ? `splice ${seat.n}`
      : seat.on;

/** Everything that a wire may end in here. */
function seatsFor(
  box: SeenBox,
  ground: boolean,
): { readonly key: string; readonly seat: Seat; readonly label: Text }[] {
  const free = freeSplice(box);
  const seats: Seat[] = [
    { on: 'unknown' },
    ...box.devices.flatMap((d, device) =>
      seenScrews(d).map((screw) => ({ on: 'screw' as const, device, screw })),
    ),
    ...splicesOf(box).map((n) => ({ on: 'splice' as const, n })),
    ...(free === null ? [] : [{ on: 'splice' as const, n: free }]),
    { on: 'cap' },
    ...(ground || box.metal === true ? [{ on: 'box' as const }] : []),
  ];
  return seats.map((seat) => ({
    key: seatKey(seat),
    seat,
    label: seat.on === 'splice' && seat.n === free ? msg('screen.read.new-splice') : seatText(box, seat),
  }));
}

const COLOR_OPTIONS = [
  ...WIRE_COLORS.map((c) => ({ value: c, label: msg(`reading.color.${c}`) })),
  { value: 'white marked', label: msg('screen.read.white-marked') },
];

function WireRow({ box, at, onChange }: Editing & { readonly at: WireAt }) {
  const say = useSay();
  const cable = box.cables[at.cable];
  const wire = cable?.wires[at.wire];
  if (!cable || !wire) return null;
  const seats = seatsFor(box, isGroundWire(wire));
  const name = say(wireText(box, at));
  return (
    <div className="read-wire" role="group" aria-label={name}>
      <Choice
        label={say(msg('screen.read.color-of', { wire: name }))}
        hideLabel
        value={wire.marked ? 'white marked' : wire.color}
        width={130}
        options={COLOR_OPTIONS}
        onChange={(c) =>
          onChange(
            colorWire(box, at, (c === 'white marked' ? 'white' : c) as WireColor, c === 'white marked'),
          )
        }
      />
      <Choice
        label={say(msg('screen.read.ends-of', { wire: name }))}
        hideLabel
        value={seatKey(wire.seat)}
        width={230}
        options={seats.map((s) => ({ value: s.key, label: s.label }))}
        onChange={(key) => {
          const found = seats.find((s) => s.key === key);
          if (found) onChange(seatWire(box, at, found.seat));
        }}
      />
      {cable.wires.length > 1 && (
        <Button
          size="small"
          type="text"
          aria-label={say(msg('screen.read.remove-wire', { wire: name }))}
          onClick={() => onChange(removeWire(box, at))}
        >
          ✕
        </Button>
      )}
    </div>
  );
}

const GAUGES = [
  { value: '', label: msg('screen.read.not-known') },
  ...['14', '12', '10', '8', '6'].map((g) => ({ value: g, label: msg('screen.read.gauge', { gauge: g }) })),
] as const;

function CableCard({ box, cable, onChange }: Editing & { readonly cable: number }) {
  const say = useSay();
  const c = box.cables[cable];
  if (!c) return null;
  const change = (to: Partial<SeenCable>) => onChange(changeCable(box, cable, to));
  return (
    <section className="read-cable-card" aria-label={say(cableText(box, cable))}>
      <div className="row">
        <h4 className="grow">{say(starting(cableText(box, cable)))}</h4>
        <Button size="small" onClick={() => onChange(removeCable(box, cable))}>
          {say(msg('screen.read.remove-cable'))}
        </Button>
      </div>
      {c.wires.map((_, wire) => (
        <WireRow key={wire} box={box} at={{ cable, wire }} onChange={onChange} />
      ))}
      <details>
        <summary>{say(msg('screen.read.more-of-cable'))}</summary>
        <div className="row fields">
          <Choice
            label={say(msg('screen.read.type'))}
            value={c.type}
            width={200}
            options={TYPES}
            onChange={(type) => change({ type })}
          />
          <Choice
            label={say(msg('screen.read.size'))}
            value={c.gauge ?? ''}
            width={110}
            options={GAUGES}
            onChange={(g) => change({ gauge: g === '' ? null : (g as SeenCable['gauge']) })}
          />
          <Choice
            label={say(msg('screen.read.ground'))}
            value={c.ground}
            width={190}
            options={GROUNDS}
            onChange={(ground) => change({ ground })}
          />
          <TextField
            label={say(msg('screen.read.goes-to'))}
            value={c.label ?? ''}
            width={200}
            onChange={(label) => change({ label })}
          />
          {c.wires.length < MOST.wires && (
            <Button onClick={() => onChange(addWire(box, cable, 'red'))}>
              {say(msg('screen.read.add-wire'))}
            </Button>
          )}
        </div>
      </details>
    </section>
  );
}

/** Every cable with its wires, and where each ends: the box for a keyboard, a screen reader and a phone. */
export function WireList({ box, onChange }: Editing) {
  const say = useSay();
  return (
    <section className="stack read-part">
      <h3>{say(msg('screen.read.cables'))}</h3>
      {box.cables.length === 0 && <p className="empty">{say(msg('reading.cannot.empty'))}</p>}
      {box.cables.map((c, i) => (
        <CableCard key={c.id} box={box} cable={i} onChange={onChange} />
      ))}
      {box.cables.length < MOST.cables && (
        <div className="row">
          {([2, 3, 4] as const).map((n) => (
            <Button key={n} onClick={() => onChange(addCable(box, n))}>
              {say(msg('screen.read.add-cable', { n }))}
            </Button>
          ))}
        </div>
      )}
    </section>
  );
}
