import { money, msg, q, withOtherwise, type Message, type Otherwise } from '@elwand/core';
import { Button } from 'antd';
import type { Remote } from 'comlink';
import { useCallback, useState } from 'react';
import { useSay } from '../../app/say.ts';
import { useWorkerAnswer } from '../../state/use-worker.ts';
import { useWork } from '../../workspace/work.ts';
import type { WhatIfWorker } from './what-if.worker.ts';

const planner = () => new Worker(new URL('./what-if.worker.ts', import.meta.url), { type: 'module' });

const signed = (n: number): 'more' | 'less' | 'same' => (n > 0 ? 'more' : n < 0 ? 'less' : 'same');

/** What it comes to, as words: money, time, time without power, checks. */
const comesTo = (o: Otherwise): readonly Message[] => [
  msg('screen.buy.if-money', { than: signed(o.moreCents), by: money(Math.abs(o.moreCents)) }),
  ...(Math.abs(o.moreMinutes) >= 1
    ? [msg('screen.buy.if-time', { than: signed(o.moreMinutes), by: q.minutes(Math.abs(o.moreMinutes)) })]
    : []),
  ...(Math.abs(o.moreOutage) >= 1
    ? [msg('screen.buy.if-outage', { than: signed(o.moreOutage), by: q.minutes(Math.abs(o.moreOutage)) })]
    : []),
  ...(o.moreOpen === 0
    ? []
    : [msg('screen.buy.if-open', { than: signed(o.moreOpen), count: Math.abs(o.moreOpen) })]),
];

function Rows() {
  const say = useSay();
  const { bundle, edits } = useWork();
  const ask = useCallback((thread: Remote<WhatIfWorker>) => thread.ask(bundle), [bundle]);
  const { answer, busy, failed } = useWorkerAnswer<WhatIfWorker, Otherwise[]>(planner, ask);
  if (failed) return <p role="alert">{say(msg('screen.buy.if-failed'))}</p>;
  if (busy || !answer)
    return (
      <p className="muted" role="status">
        {say(msg('screen.buy.if-planning'))}
      </p>
    );
  return (
    <ul className="what-if">
      {answer.map((o) => (
        <li key={o.key} className="row">
          <span className="grow">
            <b>{say(msg('screen.buy.if', { key: o.key, to: o.to.replaceAll('-', '_') }))}</b>:{' '}
            {comesTo(o).map(say).join(', ')}
          </span>
          <Button size="small" onClick={() => edits.job(withOtherwise(bundle, o).job)}>
            {say(msg('screen.buy.if-use'))}
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** What other ways of working would come to; planned when somebody asks. */
export function WhatIf() {
  const say = useSay();
  const [asked, setAsked] = useState(false);
  return (
    <details onToggle={(e) => setAsked(e.currentTarget.open)}>
      <summary>{say(msg('screen.buy.what-if'))}</summary>
      {asked && <Rows />}
    </details>
  );
}
