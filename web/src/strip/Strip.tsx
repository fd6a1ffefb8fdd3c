import { type Evaluation, type Room, msg } from '@elwand/core';
import { useMemo } from 'react';
import { drawRoom } from './drawn.ts';
import { BayOdds } from './BayOdds.tsx';
import { Coverage } from './Coverage.tsx';
import type { StripActions } from './gesture.ts';
import { layoutStrip } from './layout.ts';
import { LedStrips } from './LedStrips.tsx';
import { Bands, Dimensions, RouteLine, StripPoint } from './StripMarks.tsx';
import { useStripPointer } from './use-strip-pointer.ts';
import { ExistingCables, Rule, WallShape } from './WallShape.tsx';
import './strip.css';
import { useSay } from '../app/say.ts';

export interface StripProps extends StripActions {
  readonly evaluation: Evaluation;
  readonly room: Room;
  readonly width: number;
  readonly wallPx?: number;
  readonly onlyWall?: string | null;
  readonly trueShape?: boolean;
  /** Measures of holes and new boxes from their wall's left corner, dropped to the measuring strip. */
  readonly dimensions?: boolean;
  /** The chance of every bay that its middle is clear of wood. */
  readonly odds?: boolean;
  /** Floor and counter lines within and out of reach of an outlet, now and with the new ones. */
  readonly coverage?: boolean;
  readonly selected?: string | null;
  /** Subjects of the finding that is looked at: they light up. */
  readonly lit?: readonly string[];
}

/** The room unrolled: its walls side by side on one measuring strip, what is above over them, what is below under them. */
export function Strip(props: StripProps) {
  const say = useSay();
  const {
    evaluation,
    room,
    width,
    wallPx = 200,
    onlyWall = null,
    trueShape = false,
    dimensions = false,
    coverage = false,
    odds = false,
    selected = null,
    lit = [],
  } = props;
  const { house } = evaluation.bundle;
  const layout = useMemo(
    () => layoutStrip(room, { width, onlyWall, trueShape, wallPx, dimensions, odds }),
    [room, width, onlyWall, trueShape, wallPx, dimensions, odds],
  );
  const { points, lines, labels } = drawRoom(evaluation, room, layout);
  const { svg, whole, ofPoint } = useStripPointer(layout, props);

  return (
    <svg
      ref={svg}
      className={`strip${props.onPlace ? ' strip-placing' : ''}`}
      viewBox={`0 0 ${layout.width} ${layout.height}`}
      width={layout.width}
      height={layout.height}
      role="group"
      aria-label={say(msg('screen.strip.unrolled-seen-from-inside-left', { room: room.name }))}
      {...whole}
    >
      <defs>
        <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" fill="var(--sheet)" />
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--muted)" strokeWidth="1.6" />
        </pattern>
      </defs>
      <g id="strip-drawing">
        <Bands room={room} layout={layout} />
        {layout.walls.map((box) => {
          const frame = evaluation.frames.get(box.wallId);
          return (
            frame && <WallShape key={box.wallId} frame={frame} box={box} layout={layout} quiet={false} />
          );
        })}
        {layout.walls.map((box) => {
          const frame = evaluation.frames.get(box.wallId);
          return (
            frame && (
              <BayOdds
                key={box.wallId}
                frame={frame}
                box={box}
                layout={layout}
                wish={evaluation.bundle.job.preferences.bayWish}
              />
            )
          );
        })}
        <ExistingCables house={house} layout={layout} roomId={room.id} />
        <LedStrips evaluation={evaluation} room={room} layout={layout} />
        {coverage && <Coverage evaluation={evaluation} layout={layout} room={room} />}
        <Rule layout={layout} system={house.units} />
        {dimensions && <Dimensions evaluation={evaluation} layout={layout} room={room} />}
        {lines.map((route) => (
          <RouteLine key={route.key} route={route} />
        ))}
        {points.map((d) => (
          <StripPoint
            key={d.id}
            evaluation={evaluation}
            point={d}
            selected={selected === d.id}
            lit={lit}
            handlers={ofPoint(d)}
          />
        ))}
        {labels.map((l) => (
          <text
            key={l.id}
            x={l.left + 2}
            y={l.top + 12}
            className={`strip-label strip-label-${l.kind}`}
            data-label={l.id}
          >
            {l.text}
          </text>
        ))}
      </g>
    </svg>
  );
}
