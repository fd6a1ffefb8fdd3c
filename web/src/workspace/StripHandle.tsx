import { msg } from '@elwand/core';
import { useRef } from 'react';
import { useSay } from '../app/say.ts';
import { STRIP_PX } from '../state/device-view.ts';

const STEP_PX = 20;
/** A hand that moves less than this pressed and did not drag, px. */
const STILL_PX = 3;

interface StripHandleProps {
  /** How high the walls are drawn; 0 while they are folded away. */
  readonly px: number;
  readonly onChange: (px: number) => void;
}

/** The edge under the unrolled room: dragged, or moved by the arrow keys, it makes the walls higher; pressed, it folds them away. */
export function StripHandle({ px, onChange }: StripHandleProps) {
  const say = useSay();
  const held = useRef<{ readonly y: number; readonly px: number; moved: boolean } | null>(null);
  const to = (wanted: number) =>
    onChange(wanted < STRIP_PX.least / 2 ? 0 : Math.min(STRIP_PX.most, Math.max(STRIP_PX.least, wanted)));
  const fold = () => onChange(px === 0 ? STRIP_PX.usual : 0);
  return (
    <button
      type="button"
      className="strip-handle"
      aria-expanded={px > 0}
      aria-label={say(msg(px > 0 ? 'screen.strip.handle' : 'screen.strip.unfold'))}
      title={say(msg(px > 0 ? 'screen.strip.handle' : 'screen.strip.unfold'))}
      onPointerDown={(e) => {
        held.current = { y: e.clientY, px, moved: false };
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) => {
        const from = held.current;
        if (!from) return;
        if (Math.abs(e.clientY - from.y) > STILL_PX) from.moved = true;
        if (from.moved) to(from.px + e.clientY - from.y);
      }}
      onPointerUp={() => {
        if (held.current?.moved === false) fold();
        held.current = null;
      }}
      onPointerCancel={() => (held.current = null)}
      onKeyDown={(e) => {
        if (e.key === 'ArrowUp') to(px - STEP_PX);
        else if (e.key === 'ArrowDown') to(px === 0 ? STRIP_PX.least : px + STEP_PX);
        else if (e.key === 'Enter' || e.key === ' ') fold();
        else return;
        e.preventDefault();
      }}
    >
      <span aria-hidden="true" className="strip-grip" />
    </button>
  );
}
