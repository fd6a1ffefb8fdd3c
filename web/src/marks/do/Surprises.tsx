import { msg } from '@elwand/core';
import { Button } from 'antd';
import { useSay } from '../../app/say.ts';
import { moment } from '../../parts/day.ts';
import { useWork } from '../../workspace/work.ts';

/** What was found otherwise than the plan had it; it goes into the record. */
export function Surprises() {
  const say = useSay();
  const { bundle, edits } = useWork();
  const { surprises = [], ...job } = bundle.job;
  if (surprises.length === 0) return null;
  return (
    <section aria-label={say(msg('screen.different.found'))}>
      <h3>{say(msg('screen.different.found'))}</h3>
      <ul>
        {surprises.map((s) => (
          <li key={s.id}>
            {s.says} <span className="quiet">{moment(s.at)}</span>{' '}
            <Button
              type="text"
              size="small"
              aria-label={say(msg('screen.different.strike', { what: s.says }))}
              onClick={() => {
                const left = surprises.filter((o) => o.id !== s.id);
                edits.job(left.length > 0 ? { ...job, surprises: left } : job);
              }}
            >
              ✕
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
