import { msg, switching, type Commanding, type Feed } from '@elwand/core';
import { useSay } from '../../app/say.ts';
import { useWork } from '../../workspace/work.ts';

const told = (feed: Feed): string => JSON.stringify(switching(feed));

/** One switch, or several for one light, with a line to what hangs on it. */
function Row({ switches, things }: Commanding) {
  const say = useSay();
  return (
    <li className="switching-row">
      <span className="switching-side">
        {switches.map((s) => (
          <b key={s.key} className="switching-switch">
            {s.of > 1 ? say(msg('screen.feed.nth-switch', { label: s.label, n: s.nth })) : s.label}
          </b>
        ))}
      </span>
      <span className="switching-line" aria-hidden />
      <span className="switching-side">
        {things.length > 0 ? (
          things.map((t, i) => (
            <span key={i} className="switching-thing">
              {say(t)}
            </span>
          ))
        ) : (
          <span className="muted">{say(msg('screen.feed.switches-nothing'))}</span>
        )}
      </span>
    </li>
  );
}

function Switches({ feed, title }: { readonly feed: Feed; readonly title: string }) {
  const say = useSay();
  const { by, always } = switching(feed);
  return (
    <section className="feed-tree" aria-label={title}>
      <h3>{title}</h3>
      {by.length === 0 && <p className="muted">{say(msg('screen.feed.no-switches'))}</p>}
      <ul className="switching">
        {by.map((c) => (
          <Row key={c.switches.map((s) => s.key).join()} {...c} />
        ))}
      </ul>
      {always.length > 0 && (
        <p className="quiet">{say(msg('screen.feed.always-on', { lights: always.join(', ') }))}</p>
      )}
    </section>
  );
}

/** What switches what, as it is, and with the job where that is another thing. */
export function Switching() {
  const say = useSay();
  const { evaluation } = useWork();
  const planned = evaluation.chosen?.applied.feed;
  const changes = planned !== undefined && told(planned) !== told(evaluation.feed);
  return (
    <>
      <h2>{say(msg('screen.feed.what-switches-what'))}</h2>
      <div className="feed-trees">
        <Switches feed={evaluation.feed} title={say(msg('screen.feed.as-it-is'))} />
        {changes && <Switches feed={planned} title={say(msg('screen.feed.with-this-job'))} />}
      </div>
    </>
  );
}
