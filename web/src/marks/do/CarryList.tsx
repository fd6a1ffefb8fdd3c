import { carryList, msg, toolText } from '@elwand/core';
import { useSay } from '../../app/say.ts';
import { useWork } from '../../workspace/work.ts';

/** What is carried to each place, in the order in which one comes there. */
export function CarryList() {
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const { chosen, plan } = evaluation;
  if (!chosen) return null;
  return (
    <section aria-label={say(msg('screen.do.carry'))}>
      <h3>{say(msg('screen.do.carry'))}</h3>
      <dl className="carry">
        {carryList(plan, chosen, bundle.job).map(({ place, tools, parts }) => (
          <div key={say(place)}>
            <dt>{say(place)}</dt>
            <dd>
              {tools.map((t) => say(toolText(t))).join(', ')}
              {parts.length > 0 && (
                <ul>
                  {parts.map((p) => (
                    <li key={p.key}>{say(msg('screen.do.carry-part', { count: p.count, part: p.name }))}</li>
                  ))}
                </ul>
              )}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
