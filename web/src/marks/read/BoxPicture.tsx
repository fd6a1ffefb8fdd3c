import { msg } from '@elwand/core';
import { cableText, deviceText, type Seat, type SeenBox, type WireAt } from '@elwand/core/reading';
import { useMemo, useRef, useState, type PointerEvent } from 'react';
import { useSay } from '../../app/say.ts';
import { starting } from './starting.ts';
import { nearest, pathBetween, pictureOf, WIDTH, type Spot } from './picture-layout.ts';
import { seatWire, togglePigtail } from './read-edits.ts';

type Held = { readonly what: 'wire'; readonly at: WireAt } | { readonly what: 'splice'; readonly n: number };

/** Insulation on white, ink-edged: told apart by words, not by color alone. */
function Lead({
  d,
  color,
  dashed,
}: {
  readonly d: string;
  readonly color: string;
  readonly dashed?: boolean;
}) {
  return (
    <g fill="none" strokeLinecap="round">
      <path d={d} stroke="var(--conductor-black)" strokeWidth="5.4" />
      <path
        d={d}
        stroke={`var(--conductor-${color})`}
        strokeWidth="3.6"
        strokeDasharray={dashed ? '6 4' : undefined}
      />
    </g>
  );
}

type Picture = ReturnType<typeof pictureOf>;

/** The cables on the left and the devices on the right. */
function Things({ box, picture }: { readonly box: SeenBox; readonly picture: Picture }) {
  const say = useSay();
  return (
    <>
      {picture.cables.map(({ cable, y, height }) => (
        <g key={cable}>
          <rect x="14" y={y} width="90" height={height} rx="5" className="read-cable" />
          <text x="14" y={y - 8} className="wire-text wire-join wire-over">
            {say(starting(cableText(box, cable)))}
          </text>
        </g>
      ))}
      {picture.devices.map(({ device, y, height }) => (
        <g key={device}>
          <rect x="438" y={y} width="108" height={height} rx="4" className="read-device" />
          <text x="546" y={y - 8} textAnchor="end" className="wire-text wire-join">
            {say(starting(deviceText(box, device)))}
          </text>
        </g>
      ))}
    </>
  );
}

/** Screws of the devices, and that of a metal box. */
function Screws({ picture }: { readonly picture: Picture }) {
  const say = useSay();
  return (
    <>
      {picture.screws.map(({ device, screw, x, y }) => (
        <g key={`${device}${screw}`}>
          <circle cx={x} cy={y} r="8" className="read-screw" />
          <text x={x + 13} y={y + 4} className="wire-text">
            {say(msg(`names.terminal.${screw}`))}
          </text>
        </g>
      ))}
      {picture.metal && (
        <g>
          <rect
            x={picture.metal.x - 14}
            y={picture.metal.y - 11}
            width="28"
            height="22"
            className="read-screw"
          />
          <text x={picture.metal.x} y={picture.metal.y + 26} textAnchor="middle" className="wire-text">
            {say(msg('screen.read.metal-screw'))}
          </text>
        </g>
      )}
    </>
  );
}

/** The end of a wire, or a splice, in the hand: where it is, what it is over, and what becomes of the box on letting go. */
function useDragged(box: SeenBox, picture: Picture, onChange: ((box: SeenBox) => void) | null) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ readonly held: Held; readonly to: Spot } | null>(null);
  const spotOf = (e: PointerEvent): Spot => {
    const frame = svg.current?.getBoundingClientRect();
    if (!frame) return { x: 0, y: 0 };
    const scale = WIDTH / frame.width;
    return { x: (e.clientX - frame.left) * scale, y: (e.clientY - frame.top) * scale };
  };
  const targetsFor = (h: Held) =>
    h.what === 'wire'
      ? picture.targets
      : picture.targets.filter((t) => t.seat.on === 'screw' || t.seat.on === 'box');
  const take = (h: Held) => (e: PointerEvent<SVGElement>) => {
    if (!onChange) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    setHeld({ held: h, to: spotOf(e) });
  };
  const letGo = (e: PointerEvent) => {
    if (!held) return;
    const target = nearest(targetsFor(held.held), spotOf(e));
    setHeld(null);
    if (!target || !onChange) return;
    const { seat } = target;
    if (held.held.what === 'wire') onChange(seatWire(box, held.held.at, seat));
    else if (seat.on === 'screw' || seat.on === 'box') onChange(togglePigtail(box, held.held.n, seat));
  };
  const moving = {
    onPointerMove: (e: PointerEvent) => held && setHeld({ ...held, to: spotOf(e) }),
    onPointerUp: letGo,
    onPointerCancel: () => setHeld(null),
  };
  const over = held ? nearest(targetsFor(held.held), held.to) : null;
  return { svg, held, over, take, moving };
}

/** The open box, drawn: the end of a wire is dragged to where it ends, a splice to a screw for a pigtail. */
export function BoxPicture({
  box,
  asked,
  onChange,
}: {
  readonly box: SeenBox;
  /** The wire that the next look or reading is about. */
  readonly asked: WireAt | null;
  /** Null where it is only looked at. */
  readonly onChange: ((box: SeenBox) => void) | null;
}) {
  const say = useSay();
  const picture = useMemo(() => pictureOf(box), [box]);
  const { svg, held, over, take, moving } = useDragged(box, picture, onChange);
  const isHeld = (at: WireAt) =>
    held?.held.what === 'wire' && held.held.at.cable === at.cable && held.held.at.wire === at.wire;
  const isAsked = (at: WireAt) => asked?.cable === at.cable && asked.wire === at.wire;
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${WIDTH} ${picture.height}`}
      className={onChange ? 'read-picture' : 'read-picture read-fixed'}
      role="img"
      aria-label={say(msg(onChange ? 'screen.read.picture' : 'screen.read.picture-fixed'))}
    >
      <rect x="100" y="6" width={WIDTH - 110} height={picture.height - 10} rx="6" className="read-box" />
      <Things box={box} picture={picture} />
      {picture.pigtails.map((p, i) => (
        <path key={i} d={pathBetween(p.from, p.to)} className="read-pigtail" />
      ))}
      {picture.wires.map(({ at, wire, stub, end }) => (
        <Lead
          key={`${at.cable}-${at.wire}`}
          d={`M${stub.x - 30} ${stub.y}H${stub.x}${pathBetween(stub, isHeld(at) && held ? held.to : end)}`}
          color={wire.color}
          dashed={wire.color === 'bare' || wire.marked === true}
        />
      ))}
      {held?.held.what === 'splice' && (
        <path
          d={pathBetween(
            picture.splices.find((s) => held.held.what === 'splice' && s.n === held.held.n) ?? held.to,
            held.to,
          )}
          className="read-pigtail"
        />
      )}
      <Screws picture={picture} />
      {picture.splices
        .filter((s) => onChange !== null || !s.isFree)
        .map(({ n, x, y, isFree }) => (
          <g key={n} className={isFree ? 'read-free' : undefined}>
            <rect x={x - 21} y={y - 13} width="42" height="26" rx="13" className="read-splice" />
            <text x={x} y={y + 5} textAnchor="middle" className="wire-text wire-join">
              {isFree ? '+' : n}
            </text>
            {!isFree && (
              <circle
                cx={x}
                cy={y}
                r="20"
                className="read-grip"
                {...moving}
                onPointerDown={take({ what: 'splice', n })}
              />
            )}
          </g>
        ))}
      {over && <circle cx={over.x} cy={over.y} r="19" className="read-over" />}
      {picture.wires.map(({ at, wire, stub, end }) => {
        const here = isHeld(at) && held ? held.to : end;
        return (
          <g key={`${at.cable}-${at.wire}`}>
            <text x={stub.x - 36} y={stub.y + 4} textAnchor="end" className="wire-text">
              {say(msg(`reading.color.${wire.color}`))}
            </text>
            {isAsked(at) && <circle cx={stub.x} cy={stub.y} r="13" className="read-asked" />}
            <End seat={wire.seat} at={here} />
            {/* Where several meet, each is taken by its own stub. */}
            <circle
              cx={stub.x}
              cy={stub.y}
              r="13"
              className="read-grip"
              {...moving}
              onPointerDown={take({ what: 'wire', at })}
            />
            {(wire.seat.on === 'unknown' || wire.seat.on === 'cap') && (
              <circle
                cx={here.x}
                cy={here.y}
                r="14"
                className="read-grip"
                {...moving}
                onPointerDown={take({ what: 'wire', at })}
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** What a wire ends with. */
function End({ seat, at }: { readonly seat: Seat; readonly at: Spot }) {
  if (seat.on === 'unknown')
    return (
      <g>
        <circle cx={at.x} cy={at.y} r="9" className="read-unknown" />
        <text x={at.x} y={at.y + 4} textAnchor="middle" className="wire-text wire-join">
          ?
        </text>
      </g>
    );
  if (seat.on === 'cap') return <path d={`M${at.x} ${at.y - 8}h5l9 4v8l-9 4h-5z`} className="read-cap" />;
  return seat.on === 'splice' ? null : <circle cx={at.x} cy={at.y} r="4" fill="var(--conductor-black)" />;
}
