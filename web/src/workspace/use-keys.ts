import { MARKS, msg, type Text } from '@elwand/core';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { redone, undone } from '../state/document.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';

export const KEYS: readonly (readonly [Text, Text])[] = [
  ['1 to 9', msg('screen.workspace.go-to-a-mark')],
  ['n', msg('screen.workspace.place-a-new-outlet')],
  ['o', msg('screen.workspace.next-option')],
  ['u', msg('screen.workspace.feet-and-inches-or-metric')],
  ['t', msg('screen.workspace.true-shape-of-the-strip')],
  ['.', msg('screen.workspace.next-check')],
  ['[ and ]', msg('screen.workspace.wall-before-wall-after')],
  ['l', msg('screen.workspace.read-the-strip-as-a')],
  ['?', msg('screen.workspace.these-keys')],
  ['Ctrl+Z, Ctrl+Shift+Z', msg('screen.workspace.undo-redo')],
  [msg('screen.workspace.escape'), msg('screen.workspace.leave-as-it-was')],
  [msg('screen.workspace.arrows'), msg('screen.workspace.move-it-1-16-in')],
  ['Page Up, Page Down', msg('screen.workspace.bay-before-bay-after')],
];

export interface KeyActions {
  readonly n: () => void;
  readonly o: () => void;
  readonly u: () => void;
  readonly t: () => void;
  readonly l: () => void;
  readonly '.': () => void;
  readonly '[': () => void;
  readonly ']': () => void;
  readonly '?': () => void;
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Keys of the workspace, outside text fields; they can be switched off. */
export function useKeys(actions: KeyActions): void {
  const on = useAppSelector((s) => s.view.keys);
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      if (isTyping(e.target)) return;
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'z') {
        dispatch(e.shiftKey ? redone() : undone());
        e.preventDefault();
        return;
      }
      if (!on || e.ctrlKey || e.metaKey || e.altKey) return;
      const mark = /^[1-9]$/.test(e.key) ? MARKS[Number(e.key) - 1] : undefined;
      if (mark) void navigate(mark);
      else if (e.key in actions) actions[e.key as keyof KeyActions]();
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [on, actions, dispatch, navigate]);
}
