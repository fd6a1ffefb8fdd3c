import { msg, type Step } from '@elwand/core';
import { DAY, dateOf, type Calendar } from '@elwand/core/calendar';
import { scaleLinear } from 'd3-scale';
import { useSay } from '../../../app/say.ts';
import { dayName } from './day-name.ts';

const ROW_PX = 26;
const LEFT_PX = 92;
const WIDTH_PX = 520;
const TOP_PX = 20;
/** Days without work between two visits are drawn as one line. */
const MOST_ROWS = 40;

/** The days with work as rows over the hours of the day; the power-off window is marked. */
export function CalendarPicture({
  calendar,
  startOn,
  steps,
}: {
  readonly calendar: Calendar;
  readonly startOn: string;
  readonly steps: readonly Step[];
}) {
  const say = useSay();
  const { visits, off } = calendar;
  const days = [...new Set(visits.map((v) => Math.floor(v.from / DAY)))].slice(0, MOST_ROWS);
  const open = Math.floor(Math.min(...visits.map((v) => v.from % DAY)) / 60) * 60;
  const close = Math.ceil(Math.max(...visits.map((v) => v.to - Math.floor(v.from / DAY) * DAY)) / 60) * 60;
  const x = scaleLinear([open, Math.max(close, open + 60)], [LEFT_PX, LEFT_PX + WIDTH_PX]);
  const patching = new Set(steps.filter((s) => s.kind === 'patch').map((s) => s.key));
  const height = TOP_PX + days.length * ROW_PX + 6;
  const hours = x.ticks(8).filter((h) => h % 60 === 0);
  return (
    <svg
      className="calendar-picture"
      viewBox={`0 0 ${LEFT_PX + WIDTH_PX + 8} ${height}`}
      role="img"
      aria-label={say(msg('screen.calendar.picture', { visits: visits.length }))}
    >
      {hours.map((h) => (
        <g key={h}>
          <line className="calendar-hour" x1={x(h)} x2={x(h)} y1={TOP_PX - 4} y2={height} />
          <text x={x(h) + 3} y={TOP_PX - 8}>
            {((Math.floor(h / 60) + 11) % 12) + 1}
          </text>
        </g>
      ))}
      {days.map((d, row) => {
        const y = TOP_PX + row * ROW_PX;
        return (
          <g key={d}>
            <text x={0} y={y + ROW_PX / 2 + 2}>
              {dayName(dateOf(startOn, d * DAY))}
            </text>
            {visits
              .filter((v) => Math.floor(v.from / DAY) === d)
              .flatMap((v) => v.slots)
              .map((s) => (
                <rect
                  key={s.key}
                  className={patching.has(s.key) ? 'calendar-step calendar-patch' : 'calendar-step'}
                  x={x(s.from - d * DAY)}
                  y={y + 3}
                  width={Math.max(1.5, x(s.to - d * DAY) - x(s.from - d * DAY) - 1)}
                  height={ROW_PX - 9}
                />
              ))}
            {off && Math.floor(off[0] / DAY) === d && (
              <rect
                className="calendar-off"
                x={x(off[0] - d * DAY)}
                y={y + ROW_PX - 6}
                width={Math.max(2, x(off[1] - d * DAY) - x(off[0] - d * DAY))}
                height={3}
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}
