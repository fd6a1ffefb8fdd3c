import { pointer } from 'd3-selection';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { movedSpan, STEP_HOURS, type Handle, type Span } from './timetable.ts';

interface Timed {
  readonly id: string;
  readonly hours: readonly Span[];
}

interface Drag {
  readonly id: string;
  readonly index: number;
  readonly handle: Handle;
  readonly startHour: number;
  readonly from: Span;
  readonly now: Span;
}

/** Moving bars of hours, whole or by an end, by hand and by keys. `hourOf` tells the hour of a place across the drawing. */
export function useHourDrag<R extends Timed>(
  rows: readonly R[],
  hourOf: (xPx: number) => number,
  setHours: (id: string, hours: Span[]) => void,
) {
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const hourAt = (e: PointerEvent): number => (svg.current ? hourOf(pointer(e, svg.current)[0]) : 0);
  const write = (row: R, index: number, span: Span) =>
    setHours(
      row.id,
      row.hours.map((h, i) => (i === index ? span : h)),
    );
  return {
    svg,
    /** The hours of a row as they stand now, also under the pointer. */
    hoursOf: (row: R): readonly Span[] =>
      row.hours.map((h, i) => (drag?.id === row.id && drag.index === i ? drag.now : h)),
    whole: {
      onPointerMove: (e: PointerEvent) => {
        if (drag) setDrag({ ...drag, now: movedSpan(drag.from, drag.handle, hourAt(e) - drag.startHour) });
      },
      onPointerUp: () => {
        const row = rows.find((r) => r.id === drag?.id);
        if (drag && row && drag.now !== drag.from) write(row, drag.index, drag.now);
        setDrag(null);
      },
      onPointerCancel: () => setDrag(null),
    },
    grab: (row: R, index: number, handle: Handle) => (e: PointerEvent<SVGRectElement>) => {
      const from = row.hours[index];
      if (!from) return;
      e.currentTarget.setPointerCapture(e.pointerId);
      setDrag({ id: row.id, index, handle, startHour: hourAt(e), from, now: from });
    },
    step: (row: R, index: number) => (e: KeyboardEvent) => {
      const by = e.key === 'ArrowLeft' ? -STEP_HOURS : e.key === 'ArrowRight' ? STEP_HOURS : 0;
      const span = row.hours[index];
      if (by === 0 || !span) return;
      e.preventDefault();
      e.stopPropagation();
      write(row, index, movedSpan(span, e.shiftKey ? 'to' : 'whole', by));
    },
  };
}
