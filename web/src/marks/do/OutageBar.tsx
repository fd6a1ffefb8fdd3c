import { allOf, duration, msg, type Chosen, type Progress, type Step } from '@elwand/core';
import { useSay } from '../../app/say.ts';
import { useWork } from '../../workspace/work.ts';

const WINDOWS = ['before', 'off', 'after'] as const satisfies readonly Step['window'][];

/** The whole job as one length of tape: every step as long as it takes, the stretch without power marked, and what it takes down. */
export function OutageBar({ chosen, progress }: { readonly chosen: Chosen; readonly progress: Progress }) {
  const say = useSay();
  const { bundle } = useWork();
  const { steps, power, option } = chosen;
  const labels = new Map(bundle.house.points.map((p) => [p.id, p.label] as const));
  const dark = power.dark.flatMap((id) => labels.get(id) ?? []);
  const off = steps.filter((s) => s.window === 'off');
  const text = say(
    dark.length > 0
      ? msg('screen.do.outage', { time: duration(option.outageMinutes), points: allOf(dark) })
      : msg('screen.do.outage-of', { time: duration(option.outageMinutes) }),
  );
  return (
    <figure className="outage">
      <div className="outage-bar" aria-hidden="true">
        {WINDOWS.map((w) => (
          <div
            key={w}
            className={w === 'off' ? 'outage-window outage-off' : 'outage-window'}
            style={{ flexGrow: steps.filter((s) => s.window === w).reduce((m, s) => m + s.minutes, 0) }}
          >
            {steps
              .filter((s) => s.window === w)
              .map((s) => (
                <span
                  key={s.key}
                  className={progress.isDone(s) ? 'outage-step outage-done' : 'outage-step'}
                  style={{ flexGrow: s.minutes }}
                  title={say(s.title)}
                />
              ))}
          </div>
        ))}
      </div>
      {off.length > 0 && <figcaption>{text}</figcaption>}
    </figure>
  );
}
