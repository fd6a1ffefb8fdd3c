import { msg } from '@elwand/core';
import { useEffect, useEffectEvent, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { useSay } from '../app/say.ts';
import type { Xy } from './layout.ts';
import { LENS_PX, lensAt, pinched, scrolledTo, swiped } from './touch.ts';

/** So much of the drawing is seen in the lens, px. */
const SEEN_PX = 64;
const HALF_PX = SEEN_PX / 2;

interface Lens {
  /** Of the lens on the screen. */
  readonly left: number;
  readonly top: number;
  /** What is under it, in the drawing. */
  readonly at: Xy;
}

interface StripTouchProps {
  /** The box that holds the strip and scrolls it. */
  readonly host: RefObject<HTMLDivElement | null>;
  readonly zoom: number;
  readonly onZoom: (zoom: number) => void;
  /** Another wall is asked for: the next, or the one before. */
  readonly onWall: (by: 1 | -1) => void;
}

const between = ([a, b]: readonly Xy[]): { distance: number; middle: number } =>
  a && b
    ? { distance: Math.hypot(a.x - b.x, a.y - b.y), middle: (a.x + b.x) / 2 }
    : { distance: 0, middle: 0 };

/** Where a point of the strip is drawn. */
const drawnAt = (mark: SVGGElement): Xy => {
  const matrix = mark.transform.baseVal.consolidate()?.matrix;
  return { x: matrix?.e ?? 0, y: matrix?.f ?? 0 };
};

/** The strip under fingers: two of them make it larger, a quick one goes to the next wall, and what is dragged is seen beside the finger. */
export function StripTouch({ host, zoom, onZoom, onWall }: StripTouchProps) {
  const say = useSay();
  const [lens, setLens] = useState<Lens | null>(null);
  /** Where the strip is scrolled to once it has its new size. */
  const scroll = useRef<number | null>(null);
  useLayoutEffect(() => {
    if (scroll.current !== null) host.current?.scrollTo({ left: scroll.current });
    scroll.current = null;
  }, [zoom, host]);

  const zoomed = useEffectEvent((from: number, to: number, middlePx: number) => {
    const box = host.current;
    const next = pinched(zoom, from, to);
    if (!box || next === zoom) return;
    scroll.current = scrolledTo(box.scrollLeft, middlePx - box.getBoundingClientRect().left, next / zoom);
    onZoom(next);
  });
  const wall = useEffectEvent((by: 1 | -1) => {
    if (zoom === 1) onWall(by);
  });

  useEffect(() => {
    const box = host.current;
    if (!box) return;
    const over = new AbortController();
    const fingers = new Map<number, Xy>();
    let first: { at: Xy; time: number } | null = null;
    let dragged: SVGGElement | null = null;
    const on = (
      name: 'pointerdown' | 'pointermove' | 'pointerup' | 'pointercancel',
      act: (e: PointerEvent) => void,
    ) => box.addEventListener(name, (e) => e.pointerType === 'touch' && act(e), { signal: over.signal });
    on('pointerdown', (e) => {
      const at = { x: e.clientX, y: e.clientY };
      fingers.set(e.pointerId, at);
      first = fingers.size === 1 ? { at, time: e.timeStamp } : null;
      dragged = e.target instanceof Element ? e.target.closest<SVGGElement>('.strip-new') : null;
    });
    on('pointermove', (e) => {
      const before = fingers.get(e.pointerId);
      if (!before) return;
      const at = { x: e.clientX, y: e.clientY };
      if (dragged) {
        const mark = dragged;
        const { x, y } = lensAt(at, { width: innerWidth, height: innerHeight });
        // Once the point itself has moved there.
        requestAnimationFrame(() => {
          if (dragged === mark) setLens({ left: x, top: y, at: drawnAt(mark) });
        });
        return;
      }
      if (fingers.size === 2) {
        const from = between([...fingers.values()]);
        fingers.set(e.pointerId, at);
        const to = between([...fingers.values()]);
        zoomed(from.distance, to.distance, to.middle);
        return;
      }
      box.scrollBy({ left: before.x - at.x });
      fingers.set(e.pointerId, at);
    });
    const up = (e: PointerEvent) => {
      fingers.delete(e.pointerId);
      setLens(null);
      const by =
        first && !dragged && e.type === 'pointerup'
          ? swiped(first.at, { x: e.clientX, y: e.clientY }, e.timeStamp - first.time)
          : null;
      if (by) wall(by);
      first = null;
      dragged = null;
    };
    on('pointerup', up);
    on('pointercancel', up);
    // The browser would scroll the page with a point that is dragged on it: what is drawn has no touch-action of its own.
    box.addEventListener(
      'touchmove',
      (e) => {
        if (dragged || fingers.size > 1) e.preventDefault();
      },
      { signal: over.signal, passive: false },
    );
    return () => over.abort();
  }, [host]);

  return (
    <div className="strip-touch">
      {zoom > 1 && (
        <button type="button" className="strip-whole" onClick={() => onZoom(1)}>
          {say(msg('screen.strip.zoom-out'))}
        </button>
      )}
      {lens && (
        <svg
          className="strip-lens"
          style={{ left: lens.left, top: lens.top }}
          width={LENS_PX}
          height={LENS_PX}
          viewBox={`${lens.at.x - HALF_PX} ${lens.at.y - HALF_PX} ${SEEN_PX} ${SEEN_PX}`}
          aria-hidden="true"
        >
          <use href="#strip-drawing" />
          <path
            className="strip-lens-cross"
            d={`M${lens.at.x - HALF_PX} ${lens.at.y}h${SEEN_PX}M${lens.at.x} ${lens.at.y - HALF_PX}v${SEEN_PX}`}
          />
        </svg>
      )}
    </div>
  );
}
