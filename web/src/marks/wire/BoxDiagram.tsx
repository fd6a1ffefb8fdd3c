import {
  isReceptacleDevice,
  isSwitchDevice,
  msg,
  nthOf,
  type BoxWiring,
  type Conductor,
  type Device,
  type Splice,
  type SpliceMember,
  type Screw,
  type Wired,
  row,
  apart,
} from '@elwand/core';
import { useSay } from '../../app/say.ts';

/** Draws one box from its wiring data: a row for each conductor, a column for each join, the device with its screws below. */

const WIDTH = 480;
const ROW = 24;
const TOP = 40;
const BLOCK_GAP = 24;
const LEFT_PORT = 36;
const RIGHT_PORT = WIDTH - 36;
const DEVICE_X = 262;

const SWITCHED = 352;
const COLUMN: Record<string, number> = {
  hot: 312,
  'second-hot': 178,
  neutral: 178,
  ground: 112,
  traveler: 230,
  unread: 230,
};
/** The conductor of a second switch has a column of its own. */
const SECOND_SWITCHED = 390;
/** A traveler to a screw on the right of its device comes down on that side. */
const TRAVELER_RIGHT = 328;
const columnOf = (role: string): number =>
  role.startsWith('switched') ? (nthOf(role) > 1 ? SECOND_SWITCHED : SWITCHED) : (COLUMN[role] ?? 230);

const SCREW: Record<Screw, { readonly dx: number; readonly dy: number }> = {
  brass: { dx: 34, dy: 16 },
  'other brass': { dx: -34, dy: 16 },
  'lower brass': { dx: 34, dy: 44 },
  silver: { dx: -34, dy: 16 },
  green: { dx: -34, dy: 64 },
  'line brass': { dx: 34, dy: 16 },
  'line silver': { dx: -34, dy: 16 },
  'load brass': { dx: 34, dy: 44 },
  'load silver': { dx: -34, dy: 44 },
  'switch screw': { dx: 34, dy: 16 },
  'other switch screw': { dx: 34, dy: 44 },
  'common screw': { dx: 34, dy: 16 },
  'traveler screw': { dx: 34, dy: 44 },
  'other traveler screw': { dx: -34, dy: 44 },
  'onward traveler screw': { dx: 34, dy: 16 },
  'other onward traveler screw': { dx: -34, dy: 16 },
  'lamp lead black': { dx: 34, dy: 16 },
  'lamp lead white': { dx: -34, dy: 16 },
  'fan lead black': { dx: 34, dy: 16 },
  'fan lead white': { dx: -34, dy: 16 },
  'light lead blue': { dx: 34, dy: 44 },
};

/** Where a straight conductor comes down to its screw. */
const columnTo = ({ conductor: { role }, screw }: BoxWiring['after']['terminations'][number]): number =>
  role === 'traveler' && SCREW[screw].dx > 0 ? TRAVELER_RIGHT : columnOf(role);

/** Insulation color on white: white is ink-edged, bare is banded, so that nobody needs colors to tell them apart. */
function Conduct({ d, color }: { readonly d: string; readonly color: Conductor['color'] }) {
  const core = {
    white: 'var(--conductor-white)',
    red: 'var(--conductor-red)',
    blue: 'var(--conductor-blue)',
    bare: 'var(--copper)',
    black: 'var(--conductor-black)',
  }[color];
  return (
    <g fill="none">
      <path d={d} stroke="var(--conductor-white)" strokeWidth="8" />
      {(color === 'white' || color === 'bare') && (
        <path d={d} stroke="var(--conductor-black)" strokeWidth={color === 'white' ? 4.8 : 4} />
      )}
      <path
        d={d}
        stroke={core}
        strokeWidth={color === 'white' ? 2.8 : 3.8}
        strokeDasharray={color === 'bare' ? '5 2' : undefined}
      />
    </g>
  );
}

type CableOfBox = BoxWiring['cables'][number];

interface Block {
  readonly cable: CableOfBox;
  readonly side: 'left' | 'right';
  readonly top: number;
}

/** The first cable enters at the left, level with the first at the right; the others stand below each other at the right. */
function blocksOf(cables: readonly CableOfBox[]): { blocks: Block[]; bottom: number } {
  const [first, ...rest] = cables;
  const blocks: Block[] = first ? [{ cable: first, side: 'left', top: TOP }] : [];
  let top = TOP;
  for (const cable of rest) {
    blocks.push({ cable, side: 'right', top });
    top += cable.conductors.length * ROW + BLOCK_GAP;
  }
  return { blocks, bottom: Math.max(top, TOP + (first?.conductors.length ?? 0) * ROW + BLOCK_GAP) };
}

interface Port {
  readonly x: number;
  readonly y: number;
}

function portsOf(blocks: readonly Block[]): Map<Conductor, Port> {
  return new Map(
    blocks.flatMap((b) =>
      b.cable.conductors.map(
        (c, i) => [c, { x: b.side === 'left' ? LEFT_PORT : RIGHT_PORT, y: b.top + i * ROW }] as const,
      ),
    ),
  );
}

/** Devices stand below each other, each as high as this. */
const DEVICE_ROW = 96;
const screwAt = (s: Screw, device: number, top: number): Port => ({
  x: DEVICE_X + SCREW[s].dx,
  y: top + device * DEVICE_ROW + SCREW[s].dy,
});

function Sheath({ block }: { readonly block: Block }) {
  const say = useSay();
  const { cable, side, top } = block;
  const x = side === 'left' ? 10 : RIGHT_PORT;
  const height = (cable.conductors.length - 1) * ROW + 20;
  const end = side === 'left' ? 'start' : 'end';
  const textX = side === 'left' ? LEFT_PORT + 8 : RIGHT_PORT - 8;
  return (
    <g>
      <rect
        x={x}
        y={top - 10}
        width="26"
        height={height}
        fill={cable.isNew ? 'var(--new)' : 'var(--rule-strong)'}
        stroke="var(--conductor-black)"
      />
      <text
        x={side === 'left' ? 10 : WIDTH - 10}
        y={top - 17}
        textAnchor={end}
        className={`wire-text wire-join${cable.isNew ? ' wire-new' : ''}`}
      >
        {cable.isNew ? '‖ ' : ''}
        {side === 'left' ? say(cable.to) : say(msg('screen.wire.cable-to', { where: cable.to }))}
      </text>
      {cable.conductors.map((c, i) => (
        <text key={i} x={textX} y={top + i * ROW - 5} textAnchor={end} className="wire-text">
          {say(
            msg(c.remark ? 'screen.wire.reidentified' : 'screen.wire.conductor', {
              color: msg(`names.color.${c.color}`),
            }),
          )}
        </text>
      ))}
    </g>
  );
}

function DeviceShape({
  device,
  screws,
  y,
}: {
  readonly device: Device;
  readonly screws: readonly Screw[];
  readonly y: number;
}) {
  const say = useSay();
  const x = DEVICE_X;
  return (
    <g>
      <rect
        x={x - 26}
        y={y}
        width="52"
        height="78"
        rx="4"
        fill="var(--conductor-white)"
        stroke="var(--conductor-black)"
        strokeWidth="1.4"
      />
      {isReceptacleDevice(device) && (
        <path
          d={`M${x - 6} ${y + 16}v9M${x + 6} ${y + 16}v9M${x - 6} ${y + 48}v9M${x + 6} ${y + 48}v9`}
          stroke="var(--conductor-black)"
          strokeWidth="2"
        />
      )}
      {isSwitchDevice(device) && (
        <rect
          x={x - 6}
          y={y + 22}
          width="12"
          height="34"
          fill="none"
          stroke="var(--conductor-black)"
          strokeWidth="1.4"
        />
      )}
      {(device.kind === 'luminaire' || device.kind === 'fan' || device.kind === 'appliance') && (
        <circle cx={x} cy={y + 38} r="16" fill="none" stroke="var(--conductor-black)" strokeWidth="1.4" />
      )}
      {screws.map((s) => (
        <g key={s}>
          <circle
            cx={x + SCREW[s].dx}
            cy={y + SCREW[s].dy}
            r="6"
            fill="var(--conductor-white)"
            stroke="var(--conductor-black)"
            strokeWidth="1.4"
          />
          <text
            x={x + SCREW[s].dx + (SCREW[s].dx > 0 ? 10 : -10)}
            y={y + SCREW[s].dy + 17}
            className="wire-text wire-over"
            textAnchor={SCREW[s].dx > 0 ? 'start' : 'end'}
          >
            {say(msg(`names.terminal.${s}`))}
          </text>
        </g>
      ))}
    </g>
  );
}

/** Where a splice is drawn: its column, and the rows of its first and its last conductor. */
interface SpliceSpot {
  readonly x: number;
  readonly low: number;
  readonly high: number;
}

/** Splices of one role beside each other; one of pigtails alone stands just above the devices. */
function spotsOf(
  joins: readonly Splice[],
  ports: ReadonlyMap<Conductor, Port>,
  deviceY: number,
): Map<number, SpliceSpot> {
  const out = new Map<number, SpliceSpot>();
  joins.forEach((j, i) => {
    const beside = joins.slice(0, i).filter((o) => columnOf(o.role) === columnOf(j.role)).length;
    const rows = j.members.flatMap((m) => (m.kind === 'conductor' ? [ports.get(m.conductor)?.y ?? TOP] : []));
    const [low, high] =
      rows.length > 0 ? [Math.min(...rows), Math.max(...rows)] : [deviceY - 14, deviceY - 14];
    out.set(j.n, { x: columnOf(j.role) + 36 * beside, low, high });
  });
  return out;
}

/** Ends of the members of a join. */
function joinLines(
  members: readonly SpliceMember[],
  { x, low, high }: SpliceSpot,
  spots: ReadonlyMap<number, SpliceSpot>,
  ports: ReadonlyMap<Conductor, Port>,
  deviceY: number,
): { d: string; color: Conductor['color'] }[] {
  // All of a join meet at its first row; what comes from further down runs up its own column.
  return members.map((m, i) => {
    if (m.kind === 'pigtail') {
      const to = screwAt(m.to, m.device, deviceY);
      return { d: `M${x} ${high}V${to.y}H${to.x}`, color: m.color };
    }
    // A tail to the metal of the box ends at its left wall; a jumper at the splice beside it.
    if (m.kind === 'ground-run') return { d: `M${x} ${high}V12`, color: 'bare' as const };
    if (m.kind === 'box-tail') return { d: `M${x} ${high}V${high + 8}H24`, color: 'bare' as const };
    if (m.kind === 'jumper') {
      const to = spots.get(m.to) ?? { x, low, high };
      return { d: `M${x} ${high}V${to.high}H${to.x}`, color: 'bare' as const };
    }
    const port = ports.get(m.conductor) ?? { x, y: low };
    return { d: `M${port.x} ${port.y}H${x + (i % 2 === 0 ? 0 : 3)}V${low}`, color: m.conductor.color };
  });
}

/** One box, before or after; the title is what a screen reader hears first. */
export function BoxDiagram({
  box,
  wired,
  title,
}: {
  readonly box: BoxWiring;
  readonly wired: Wired;
  readonly title: string;
}) {
  const say = useSay();
  const cables = wired === box.before ? box.cablesBefore : box.cables;
  const { blocks, bottom } = blocksOf(cables);
  const ports = portsOf(blocks);
  const devices = (wired === box.before ? box.was : box.point)?.devices ?? [];
  const deviceY = bottom;
  const height = deviceY + (devices.length > 0 ? devices.length * DEVICE_ROW : 4);
  const spots = spotsOf(wired.splices, ports, deviceY);
  const screwsOf = (device: number): Screw[] => [
    ...new Set([
      ...wired.splices.flatMap((j) =>
        j.members.flatMap((m) => (m.kind === 'pigtail' && m.device === device ? [m.to] : [])),
      ),
      ...wired.terminations.flatMap((t) => (t.device === device ? [t.screw] : [])),
    ]),
  ];
  const spoken = [
    title,
    apart(
      wired.splices.length > 0
        ? wired.splices.map((j) => msg('screen.wire.splice', { n: j.n, says: j.says }))
        : [msg('screen.wire.no-splices')],
    ),
    row([
      ...wired.terminations.map((t) =>
        msg('screen.wire.on', {
          color: msg(`names.color.${t.conductor.color}`),
          screw: msg(`names.screw.${t.screw}`),
        }),
      ),
      ...wired.caps.map((c) => msg('screen.wire.cap', { says: c.says })),
    ]),
  ]
    .map(say)
    .join('. ');
  return (
    <svg viewBox={`0 0 ${WIDTH} ${height}`} role="img" aria-label={spoken}>
      <rect
        x="22"
        y="6"
        width={WIDTH - 44}
        height={height - 10}
        rx="4"
        fill="var(--conductor-white)"
        stroke="var(--conductor-black)"
        strokeWidth="1.4"
      />
      {wired.terminations.map((t, i) => {
        const to = screwAt(t.screw, t.device, deviceY);
        const port = ports.get(t.conductor) ?? { x: LEFT_PORT, y: TOP };
        // A straight conductor turns down in the column of its role; a second one of that role beside it.
        const column = columnTo(t);
        const before = wired.terminations.slice(0, i).filter((x) => columnTo(x) === column);
        const turn = column + before.length * 10;
        return (
          <Conduct key={i} d={`M${port.x} ${port.y}H${turn}V${to.y}H${to.x}`} color={t.conductor.color} />
        );
      })}
      {wired.splices.map((j) => {
        const spot = spots.get(j.n);
        return spot
          ? joinLines(j.members, spot, spots, ports, deviceY).map((l, i) => (
              <Conduct key={`${j.n}-${i}`} d={l.d} color={l.color} />
            ))
          : null;
      })}
      {wired.splices.map((j) => {
        const { x, low, high } = spots.get(j.n) ?? { x: columnOf(j.role), low: TOP, high: TOP };
        const middle = (low + high) / 2;
        return (
          <g key={j.n}>
            <rect
              x={x - 15}
              y={middle - 12}
              width="30"
              height="24"
              rx="4"
              fill="var(--conductor-white)"
              stroke={j.isNew ? 'var(--new)' : 'var(--conductor-black)'}
              strokeWidth={j.isNew ? 2.4 : 1.4}
            />
            <text x={x} y={middle + 5} textAnchor="middle" className="wire-text wire-join">
              {j.n}
            </text>
          </g>
        );
      })}
      {blocks.map((b) => (
        <Sheath key={b.cable.cable.id} block={b} />
      ))}
      {wired.caps.map(({ conductor }, i) => {
        const port = ports.get(conductor) ?? { x: LEFT_PORT, y: TOP };
        const end = port.x + (port.x < DEVICE_X ? 60 : -60);
        return (
          <g key={`cap-${i}`}>
            <Conduct d={`M${port.x} ${port.y}H${end}`} color={conductor.color} />
            <rect
              x={end - 5}
              y={port.y - 6}
              width="10"
              height="12"
              fill="var(--conductor-white)"
              stroke="var(--conductor-black)"
            />
          </g>
        );
      })}
      {devices.map((d, i) => (
        <DeviceShape key={i} device={d} screws={screwsOf(i)} y={deviceY + i * DEVICE_ROW} />
      ))}
    </svg>
  );
}
