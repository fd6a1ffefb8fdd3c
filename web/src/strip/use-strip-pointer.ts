import type { WantId } from '@elwand/core';
import { useLayoutEffect, useRef, type KeyboardEvent, type MouseEvent, type PointerEvent } from 'react';
import type { Drawn } from './drawn.ts';
import { inDrawing, keyMove, snap, type Spot, type StripActions } from './gesture.ts';
import { positionAt, type StripLayout, type Xy } from './layout.ts';

/** A wanted point under the pointer: it follows at once, what is computed of it comes behind. */
interface Moving {
  readonly id: WantId;
  readonly mark: SVGGElement;
  readonly dx: number;
  readonly dy: number;
  last: Spot | null;
}

function follow({ mark, last }: Moving, layout: StripLayout): void {
  const box = last && layout.walls.find((w) => w.wallId === last.wallId);
  if (box) mark.setAttribute('transform', `translate(${box.x(last.xMm)} ${layout.y(last.heightMm)})`);
}

/** Selecting, dragging, placing and moving by keys on the strip: handlers for its drawing and for each point. */
export function useStripPointer(layout: StripLayout, actions: StripActions) {
  const svg = useRef<SVGSVGElement>(null);
  const moving = useRef<Moving | null>(null);

  // What was worked out for a place a moment ago must not pull the point back from under the pointer.
  useLayoutEffect(() => {
    if (moving.current) follow(moving.current, layout);
  });

  const at = (e: MouseEvent): Xy => {
    const shown = svg.current?.getBoundingClientRect();
    return shown ? inDrawing(e, shown, layout) : { x: 0, y: 0 };
  };
  const spotUnder = (xy: Xy): Spot | undefined => {
    const spot = positionAt(layout, xy);
    return spot && { ...spot, xMm: snap(spot.xMm), heightMm: snap(spot.heightMm) };
  };
  const end = () => {
    const m = moving.current;
    moving.current = null;
    if (m?.last) actions.onDrop?.(m.id, m.last);
  };
  return {
    svg,
    whole: {
      onPointerMove: (e: PointerEvent) => {
        const m = moving.current;
        const p = at(e);
        if (!m) {
          const spot = actions.onPoint && spotUnder(p);
          if (spot) actions.onPoint?.(spot);
          return;
        }
        const spot = spotUnder({ x: p.x + m.dx, y: p.y + m.dy });
        if (!spot) return;
        m.last = spot;
        follow(m, layout);
        actions.onDrag?.(m.id, spot);
      },
      onPointerUp: end,
      onKeyDown: (e: KeyboardEvent) => {
        if (e.key !== 'Escape' || !moving.current) return;
        moving.current = null;
        actions.onCancel?.();
      },
      onPointerCancel: end,
      onClick: (e: MouseEvent) => {
        const spot = actions.onPlace && spotUnder(at(e));
        if (spot) actions.onPlace?.(spot);
      },
    },
    ofPoint: (d: Drawn) => ({
      onPointerDown: (e: PointerEvent<SVGGElement>) => {
        if (actions.onMark && (e.shiftKey || e.ctrlKey || e.metaKey)) {
          actions.onMark(d.id);
          return;
        }
        actions.onSelect?.(d.id);
        if (!d.want || !actions.onDrag) return;
        const from = at(e);
        moving.current = {
          id: d.want.id,
          mark: e.currentTarget,
          dx: d.xy.x - from.x,
          dy: d.xy.y - from.y,
          last: null,
        };
        e.currentTarget.setPointerCapture(e.pointerId);
      },
      onKeyDown: (e: KeyboardEvent) => {
        if (e.key === 'Enter' || e.key === ' ') {
          if (e.shiftKey) actions.onMark?.(d.id);
          else actions.onSelect?.(d.id);
          e.preventDefault();
        }
        const move = d.want && keyMove(e);
        if (!d.want || !move) return;
        if (move.move === 'nudge') actions.onNudge?.(d.want.id, move.dxMm, move.dyMm);
        else actions.onNextBay?.(d.want.id, move.direction);
        e.preventDefault();
      },
      onClick: (e: MouseEvent) => e.stopPropagation(),
    }),
  };
}
