import { msg, PaceKind, paceOf, timedAt } from '@elwand/core';
import { Button } from 'antd';
import { useSay } from '../../app/say.ts';
import { useWork } from '../../workspace/work.ts';

const times = (factor: number): string => factor.toFixed(1);

/** How fast somebody really is, by kind of work: what the minutes of the steps are reckoned with. */
export function PacePanel() {
  const say = useSay();
  const { bundle, edits } = useWork();
  const { house, job } = bundle;
  const count = timedAt(house, job).length;
  const pace = paceOf(house, job);
  const forget = () => edits.house((h) => ({ ...h, pace: { since: new Date().toISOString(), samples: [] } }));
  return (
    <details className="no-print">
      <summary>
        {say(count === 0 ? msg('screen.do.pace.none') : msg('screen.do.pace.some', { count }))}
      </summary>
      <div className="stack">
        <p className="muted">{say(msg('screen.do.pace.why'))}</p>
        {count > 0 && (
          <>
            <table className="plain-table">
              <thead>
                <tr>
                  <th scope="col">{say(msg('screen.do.pace.work'))}</th>
                  <th scope="col">{say(msg('screen.do.pace.timed'))}</th>
                  <th scope="col">{say(msg('screen.do.pace.times'))}</th>
                  <th scope="col">{say(msg('screen.do.pace.range'))}</th>
                </tr>
              </thead>
              <tbody>
                {PaceKind.options.map((kind) => {
                  const { count: n, factor, low, high } = pace[kind];
                  return (
                    <tr key={kind}>
                      <th scope="row">{say(msg(`screen.do.pace-kind.${kind}`))}</th>
                      <td className="measure">{n}</td>
                      <td className="measure">{times(factor)} ×</td>
                      <td className="measure">
                        {say(msg('screen.do.pace.from-to', { low: times(low), high: times(high) }))}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
            <Button onClick={forget}>{say(msg('screen.do.pace.forget'))}</Button>
          </>
        )}
      </div>
    </details>
  );
}
