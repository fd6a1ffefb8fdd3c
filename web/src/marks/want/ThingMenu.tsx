import { msg, placeText, type Bundle, type Point } from '@elwand/core';
import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import { useSay } from '../../app/say.ts';
import { KINDS, labelOf } from '../../house/words.ts';
import { useAppDispatch } from '../../state/store.ts';
import { selected as selectedAction } from '../../state/view.ts';
import { useWork } from '../../workspace/work.ts';
import { thingCommands } from './thing-commands.ts';
import './thing-menu.css';

const WIDTH_PX = 290;

/** The thing on the strip that the menu stands beside. */
const thingOf = (label: string) => document.querySelector<SVGElement>(`[data-point="${CSS.escape(label)}"]`);

/**
 * Beside a thing on the strip: what it is now, and what should become of it. The command that has the focus shows in the checks what it
 * would do; Escape leaves everything as it was and gives the focus back.
 */
export function ThingMenu({
  point,
  onPreview,
  onClose,
}: {
  readonly point: Point;
  /** Shows the checks as they would be; null for as they are. */
  readonly onPreview: (there: Bundle | null) => void;
  readonly onClose: () => void;
}) {
  const say = useSay();
  const { bundle, evaluation, edits } = useWork();
  const dispatch = useAppDispatch();
  const list = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState<{ readonly left: number; readonly top: number } | null>(null);
  const commands = thingCommands(evaluation, point, say);

  useLayoutEffect(() => {
    const [mark, parent] = [
      thingOf(point.label)?.getBoundingClientRect(),
      list.current?.offsetParent?.getBoundingClientRect(),
    ];
    if (!mark || !parent) return;
    const right = mark.right - parent.left + 8;
    setAt({
      left: right + WIDTH_PX < parent.width ? right : Math.max(0, mark.left - parent.left - WIDTH_PX - 8),
      top: Math.max(0, mark.top - parent.top - 60),
    });
  }, [point.label]);
  useEffect(() => {
    if (at) list.current?.querySelector<HTMLElement>('[role="menuitem"]')?.focus();
  }, [at]);
  const close = useRef(onClose);
  useEffect(() => {
    close.current = onClose;
  });
  useEffect(() => {
    const outside = (e: PointerEvent) => {
      if (!list.current?.contains(e.target as Node)) close.current();
    };
    window.addEventListener('pointerdown', outside, true);
    return () => window.removeEventListener('pointerdown', outside, true);
  }, []);

  const leave = () => {
    onPreview(null);
    onClose();
    thingOf(point.label)?.focus();
  };
  const keys = (e: KeyboardEvent) => {
    const items = [...(list.current?.querySelectorAll<HTMLElement>('[role="menuitem"]') ?? [])];
    const now = items.indexOf(document.activeElement as HTMLElement);
    const to = (i: number) => items[(i + items.length) % items.length]?.focus();
    switch (e.key) {
      case 'Escape':
        leave();
        break;
      case 'ArrowDown':
        to(now + 1);
        break;
      case 'ArrowUp':
        to(now - 1);
        break;
      case 'Home':
        to(0);
        break;
      case 'End':
        to(-1);
        break;
      default:
        return;
    }
    e.preventDefault();
    e.stopPropagation();
  };
  return (
    <div
      ref={list}
      className="thing-menu"
      style={{ width: WIDTH_PX, ...(at ?? { visibility: 'hidden' }) }}
      role="menu"
      tabIndex={-1}
      aria-label={say(msg('screen.asked.thing.what-with', { point: point.label }))}
      onKeyDown={keys}
    >
      <p className="thing-now">
        <b>{point.label}</b> {say(labelOf(KINDS, point.kind))}
        <span className="quiet"> {say(placeText(evaluation.plan, point))}</span>
      </p>
      {commands.map((c) => (
        <button
          key={c.key}
          type="button"
          role="menuitem"
          onMouseEnter={(e) => e.currentTarget.focus()}
          onFocus={() => onPreview({ house: bundle.house, job: c.apply(bundle.job).job })}
          onClick={() => {
            const { job, selects } = c.apply(bundle.job);
            onPreview(null);
            edits.job(job);
            if (selects) dispatch(selectedAction(selects));
            onClose();
          }}
        >
          {say(c.says)}
        </button>
      ))}
    </div>
  );
}
