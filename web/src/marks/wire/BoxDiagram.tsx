import {
  apart,
  isReceptacleDevice,
  isSwitchDevice,
  msg,
  row,
  type BoxWiring,
  type Conductor,
  type Wired,
} from '@elwand/core';
import {
  BOX_WIDTH,
  boxLayout,
  DEVICE_X,
  type DrawnCable,
  type DrawnDevice,
  type DrawnWire,
  type When,
} from '@elwand/core/sheets';
import { useSay } from '../../app/say.ts';

/** Draws one box as it is laid out: before and after share one frame, so that what stays is where it was. */

const pathOf = ({ points }: Pick<DrawnWire, 'points'>): string =>
  points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x} ${p.y}`).join('');

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

function Sheath({ drawn, when }: { readonly drawn: DrawnCable; readonly when: When }) {
  const say = useSay();
  const { cable, side, top, there, ports } = drawn;
  const x = side === 'left' ? 10 : BOX_WIDTH - 36;
  const height = (ports.length - 1) * 24 + 20;
  const anchor = side === 'left' ? 'start' : 'end';
  const out = !there && when === 'after';
  // A cable that is still to come has its place kept, and nothing is said of it yet.
  if (!there && !out)
    return <rect x={x} y={top - 10} width="26" height={height} className="wire-to-come" fill="none" rx="3" />;
  return (
    <g>
      <rect
        x={x}
        y={top - 10}
        width="26"
        height={height}
        fill={out ? 'var(--conductor-white)' : cable.isNew ? 'var(--new)' : 'var(--rule-strong)'}
        stroke="var(--conductor-black)"
      />
      {out && (
        <path
          d={`M${x} ${top - 10}l26 ${height}m0 ${-height}l-26 ${height}`}
          stroke="var(--conductor-black)"
          strokeWidth="2"
        />
      )}
      <text
        x={side === 'left' ? 10 : BOX_WIDTH - 10}
        y={top - 17}
        textAnchor={anchor}
        className={`wire-text wire-join wire-over${cable.isNew ? ' wire-new' : ''}${out ? ' wire-out' : ''}`}
      >
        {cable.isNew ? '‖ ' : ''}
        {side === 'left' ? say(cable.to) : say(msg('screen.wire.cable-to', { where: cable.to }))}
      </text>
      {there &&
        ports.map(({ conductor, at }, i) => (
          <text
            key={i}
            x={at.x + (side === 'left' ? 8 : -8)}
            y={at.y - 5}
            textAnchor={anchor}
            className="wire-text"
          >
            {say(
              msg(conductor.remark ? 'screen.wire.reidentified' : 'screen.wire.conductor', {
                color: msg(`names.color.${conductor.color}`),
              }),
            )}
          </text>
        ))}
    </g>
  );
}

function DeviceShape({ drawn }: { readonly drawn: DrawnDevice }) {
  const say = useSay();
  const { device, top: y, screws, goes, comes } = drawn;
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
        stroke={comes ? 'var(--new)' : 'var(--conductor-black)'}
        strokeWidth={comes ? 2.4 : 1.4}
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
      {goes && (
        <>
          <path d={`M${x - 26} ${y}l52 78m0 -78l-52 78`} stroke="var(--conductor-black)" strokeWidth="2" />
          <text x={x + 34} y={y + 84} className="wire-text wire-over">
            {say(msg('screen.wire.comes-out'))}
          </text>
        </>
      )}
      {screws.map(({ screw, at, side }) => (
        <g key={screw}>
          <circle
            cx={at.x}
            cy={at.y}
            r="6"
            fill="var(--conductor-white)"
            stroke="var(--conductor-black)"
            strokeWidth="1.4"
          />
          <text
            x={at.x + (side === 'right' ? 10 : -10)}
            y={at.y + 17}
            className="wire-text wire-over"
            textAnchor={side === 'right' ? 'start' : 'end'}
          >
            {say(msg(`names.terminal.${screw}`))}
          </text>
        </g>
      ))}
    </g>
  );
}

/** One box, before or after; the title is what a screen reader hears first. */
export function BoxDiagram({
  box,
  when,
  title,
}: {
  readonly box: BoxWiring;
  readonly when: When;
  readonly title: string;
}) {
  const say = useSay();
  const layout = boxLayout(box, when);
  const wired: Wired = (when === 'before' ? box.before : box.after) ?? box.after;
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
    <svg viewBox={`0 0 ${BOX_WIDTH} ${layout.height}`} role="img" aria-label={spoken}>
      <rect
        x="22"
        y="6"
        width={BOX_WIDTH - 44}
        height={layout.height - 10}
        rx="4"
        fill="var(--conductor-white)"
        stroke="var(--conductor-black)"
        strokeWidth="1.4"
      />
      {layout.wires.map((w, i) => (
        <Conduct key={i} d={pathOf(w)} color={w.color} />
      ))}
      {layout.splices.map(({ splice, at }) => (
        <g key={splice.n}>
          <rect
            x={at.x - 15}
            y={at.y - 12}
            width="30"
            height="24"
            rx="12"
            fill="var(--conductor-white)"
            stroke={splice.isNew ? 'var(--new)' : 'var(--conductor-black)'}
            strokeWidth={splice.isNew ? 2.4 : 1.4}
          />
          <text x={at.x} y={at.y + 5} textAnchor="middle" className="wire-text wire-join">
            {splice.n}
          </text>
        </g>
      ))}
      {layout.cables.map((c) => (
        <Sheath key={c.cable.cable.id} drawn={c} when={when} />
      ))}
      {layout.caps.map((at, i) => (
        <rect
          key={i}
          x={at.x - 5}
          y={at.y - 6}
          width="10"
          height="12"
          fill="var(--conductor-white)"
          stroke="var(--conductor-black)"
        />
      ))}
      {layout.devices.map((d, i) => (
        <DeviceShape key={i} drawn={d} />
      ))}
    </svg>
  );
}
