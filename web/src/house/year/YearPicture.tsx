import { msg } from '@elwand/core';
import { DAY, dateOf, type JobsCalendar } from '@elwand/core/calendar';
import { scaleLinear } from 'd3-scale';
import { useSay } from '../../app/say.ts';
import { useWidth } from '../../workspace/use-width.ts';
import { dayName } from '../../marks/do/calendar/day-name.ts';

const ROW_PX = 40;
const TOP_PX = 22;
/** The name of a day takes so much. */
const DAY_NAME_PX = 90;
/** A visit is never drawn narrower: a quarter of an hour in a year is still to be seen. */
const LEAST_PX = 3;

/** Every job as a row over the days: its visits, and the time without power under them. */
export function YearPicture({
  calendar,
  startOn,
  names,
}: {
  readonly calendar: JobsCalendar;
  readonly startOn: string;
  readonly names: ReadonlyMap<string, string>;
}) {
  const say = useSay();
  const [box, width] = useWidth<HTMLDivElement>(680);
  const { jobs, visits } = calendar;
  const last = Math.max(...jobs.map((j) => j.to));
  const days = Math.max(1, Math.ceil(last / DAY));
  const x = scaleLinear([0, days * DAY], [0, width - 8]);
  const every = Math.max(1, Math.ceil((days * DAY_NAME_PX) / width));
  const ticks = Array.from({ length: Math.ceil(days / every) }, (_, i) => i * every);
  const height = TOP_PX + jobs.length * ROW_PX + 4;
  return (
    <div ref={box}>
      <svg
        className="calendar-picture"
        height={height}
        role="img"
        aria-label={say(msg('screen.year.picture', { jobs: jobs.length, days }))}
      >
        {ticks.map((d) => (
          <g key={d}>
            <line className="calendar-hour" x1={x(d * DAY)} x2={x(d * DAY)} y1={TOP_PX - 6} y2={height} />
            <text x={x(d * DAY) + 3} y={TOP_PX - 10}>
              {dayName(dateOf(startOn, d * DAY))}
            </text>
          </g>
        ))}
        {jobs.map((job, row) => {
          const y = TOP_PX + row * ROW_PX;
          return (
            <g key={job.id}>
              <text className="year-job" x={4} y={y + 10}>
                {names.get(job.id) ?? job.id}
              </text>
              {visits.flatMap((v) => {
                const own = v.slots.filter((s) => s.jobId === job.id);
                const [first] = own;
                const to = Math.max(...own.map((s) => s.to));
                return first
                  ? [
                      <rect
                        key={v.from}
                        className="calendar-step"
                        x={x(first.from)}
                        y={y + 15}
                        width={Math.max(LEAST_PX, x(to) - x(first.from))}
                        height={14}
                      />,
                    ]
                  : [];
              })}
              {job.off && (
                <rect
                  className="calendar-off"
                  x={x(job.off[0])}
                  y={y + 31}
                  width={Math.max(LEAST_PX, x(job.off[1]) - x(job.off[0]))}
                  height={4}
                />
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
