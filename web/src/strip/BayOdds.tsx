import { oddsInMiddle, chance, type WallFrame, msg } from '@elwand/core';
import type { StripLayout, WallBox } from './layout.ts';
import { useSay } from '../app/say.ts';

/** Narrower than this a figure does not fit under its bay, px. */
const FIGURE_PX = 18;

/** Readings never make it certain. */
const SUREST = 99;

/** Under every bay the chance that its middle is clear of wood: full where one can cut, hatched where one more reading is due. */
export function BayOdds({
  frame,
  box,
  layout,
  wish,
}: {
  readonly frame: WallFrame;
  readonly box: WallBox;
  readonly layout: StripLayout;
  readonly wish: number;
}) {
  const say = useSay();
  const { odds } = layout;
  if (!odds) return null;
  // Above and below an opening there are bays too: the floor shows those that stand on it.
  return frame.bays
    .filter((b) => b.throughBottom)
    .map((bay) => {
      const [left, right] = [box.x(bay.leftMm), box.x(bay.rightMm)];
      const clear = oddsInMiddle(frame, bay);
      const sure = clear >= wish;
      return (
        <g key={bay.index}>
          <title>
            {say(msg('screen.strip.bay-middle-clear-at', { index: bay.index + 1, clear: chance(clear) }))}
          </title>
          <rect
            x={left}
            y={odds.top + 1}
            width={Math.max(1, (right - left) * clear)}
            height="4"
            fill={sure ? 'var(--holds)' : 'url(#hatch)'}
            stroke={sure ? 'none' : 'var(--muted)'}
            strokeWidth="0.7"
          />
          {right - left >= FIGURE_PX && (
            <text
              x={(left + right) / 2}
              y={odds.bottom - 3}
              textAnchor="middle"
              className={sure ? 'strip-odds' : 'strip-odds strip-odds-unsure'}
            >
              {Math.min(SUREST, Math.round(clear * 100))}
            </text>
          )}
        </g>
      );
    });
}
