import { msg, verdictOf, type Chosen, type Job, type Test, type Text } from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { useSay } from '../../app/say.ts';
import { StateMark } from '../../parts/Mark.tsx';
import { Keypad } from '../do/Keypad.tsx';
import { OutletFace } from './OutletFace.tsx';

export type OnReading = (test: Test, text: string, value: number | null) => void;

/** Tests by the box that they are of, or the breaker, in their order. */
export function byBox(chosen: Chosen): { readonly label: Text; readonly tests: readonly Test[] }[] {
  const groups = new Map<string, Test[]>();
  for (const t of chosen.tests) groups.set(t.pointId, [...(groups.get(t.pointId) ?? []), t]);
  const { points, panels } = chosen.applied.house;
  const breakers = panels.flatMap((p) => p.breakers);
  return [...groups].map(([id, tests]) => {
    const breaker = breakers.find((b) => b.id === id);
    const label: Text = breaker
      ? msg('screen.prove.breaker', { number: breaker.number })
      : (points.find((p) => p.id === id)?.label ?? '?');
    return { label, tests };
  });
}

/** What is measured, without where: the box and its half are told beside it. */
const shortOf = (t: Test): Text => t.between?.pair ?? t.says;

/** One test at a time, for a phone in a gloved hand: the box, the outlet as one sees it, big keys, and what comes next on the button. */
export function PhoneTests({
  chosen,
  job,
  onReading,
}: {
  readonly chosen: Chosen;
  readonly job: Job;
  readonly onReading: OnReading;
}) {
  const say = useSay();
  const planKey = chosen.option.key;
  const stateOf = (t: Test) => verdictOf(t, job, planKey);
  const groups = byBox(chosen);
  const open = (list: readonly Test[]) => list.filter((t) => stateOf(t).state === 'missing');
  const [picked, setPicked] = useState<string | null>(null);
  const all = groups.flatMap((g) => g.tests);
  const current = all.find((t) => t.key === picked) ?? open(all)[0] ?? all[0];
  const group = groups.find((g) => g.tests.some((t) => t === current));
  if (!current || !group) return null;
  const after = all.slice(all.indexOf(current) + 1);
  const next = open(after)[0] ?? open(all).find((t) => t !== current);
  const record = (text: string, value: number | null) => {
    onReading(current, text, value);
    setPicked(next?.key ?? null);
  };
  return (
    <div className="phone-tests">
      <div className="test-boxes" role="tablist" aria-label={say(msg('screen.prove.boxes'))}>
        {groups.map((g) => (
          <button
            key={g.tests[0]?.key}
            type="button"
            role="tab"
            aria-selected={g === group}
            onClick={() => setPicked((open(g.tests)[0] ?? g.tests[0])?.key ?? null)}
          >
            {say(g.label)}{' '}
            <span className="measure">
              {g.tests.length - open(g.tests).length}/{g.tests.length}
            </span>
          </button>
        ))}
      </div>
      <div className="test-place">
        <OutletFace test={current} />
        <ul>
          {group.tests.map((t) => {
            const { state, reading } = stateOf(t);
            return (
              <li key={t.key}>
                <button
                  type="button"
                  className={t === current ? 'test-row test-now' : 'test-row'}
                  aria-current={t === current}
                  onClick={() => setPicked(t.key)}
                >
                  {state === 'missing' ? (
                    <span className="test-open" aria-hidden="true" />
                  ) : (
                    <StateMark state={state === 'ok' ? 'ok' : 'stop'} size={14} />
                  )}
                  <span>
                    {say(shortOf(t))}
                    {t.between && <span className="quiet test-where">{say(t.between.place)}</span>}
                  </span>
                  <span className="measure">{reading?.text ?? ''}</span>
                </button>
              </li>
            );
          })}
        </ul>
      </div>
      <section aria-label={say(current.says)} className="stack">
        <p>
          <b>{say(current.says)}</b>{' '}
          {!current.expect && current.see !== null && <span className="muted">{say(current.see)}</span>}
        </p>
        {current.expect ? (
          <Keypad
            key={current.key}
            test={current}
            {...(next && { next: next.pointId === current.pointId ? shortOf(next) : next.says })}
            onRecord={record}
          />
        ) : (
          <>
            <Button type="primary" className="big-button" onClick={() => record('yes', null)}>
              {say(msg('screen.prove.yes-2'))}
            </Button>
            <Button danger className="big-button" onClick={() => record('no', null)}>
              {say(msg('screen.prove.no-2'))}
            </Button>
          </>
        )}
        {next && (
          <Button className="big-button" onClick={() => setPicked(next.key)}>
            {say(msg('screen.prove.leave-it-open'))}
          </Button>
        )}
      </section>
    </div>
  );
}
