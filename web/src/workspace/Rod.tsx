import { MARKS, type Evaluation, msg } from '@elwand/core';
import { useEffect, useRef } from 'react';
import { NavLink } from 'react-router';
import { StateMark } from '../parts/Mark.tsx';
import { MARK_NAME } from '../parts/mark-names.ts';
import { useSay } from '../app/say.ts';

/** The measuring rod: nine marks, each with its worst state and how many there are. */
export function Rod({ marks, active }: { readonly marks: Evaluation['marks']; readonly active: string }) {
  const say = useSay();
  const rod = useRef<HTMLElement>(null);
  useEffect(() => {
    rod.current?.querySelector('.rod-active')?.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, [active]);
  return (
    <nav ref={rod} className="rod" aria-label={say(msg('screen.workspace.marks-of-the-job'))}>
      {MARKS.map((mark, i) => {
        const { state, count } = marks[mark];
        return (
          <NavLink
            key={mark}
            to={mark}
            className={({ isActive }) => `rod-mark${isActive ? ' rod-active' : ''}`}
          >
            <span className="rod-number measure">{i + 1}</span>
            <span className="rod-state">
              {state !== 'ok' && <StateMark state={state} size={13} />}
              {state !== 'ok' && <span className="measure rod-count">{count}</span>}
            </span>
            <span className="rod-name">{say(MARK_NAME[mark])}</span>
            <svg className="rod-ticks" viewBox="0 0 34 72" preserveAspectRatio="none" aria-hidden="true">
              {Array.from({ length: 10 }, (_, t) => (
                <line
                  key={t}
                  x1={t === 0 ? 4 : t === 5 ? 14 : 24}
                  x2="34"
                  y1={t * 7.2 + 0.5}
                  y2={t * 7.2 + 0.5}
                  stroke="currentColor"
                  strokeWidth={t === 0 ? 1.6 : 0.9}
                />
              ))}
            </svg>
          </NavLink>
        );
      })}
    </nav>
  );
}
