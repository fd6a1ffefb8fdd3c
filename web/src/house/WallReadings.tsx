import {
  oddsInMiddle,
  formatLength,
  chance,
  type House,
  type Wall,
  type WallFrame,
  msg,
  type Text,
  q,
} from '@elwand/core';
import { Button } from 'antd';
import { useSay } from '../app/say.ts';

/** Odds of every bay, drawn as a bar; hatched where they are below the wish. */
export function Bays({
  frame,
  system,
  wish,
}: {
  readonly frame: WallFrame;
  readonly system: House['units'];
  readonly wish: number;
}) {
  const say = useSay();
  return (
    <ol className="bays" aria-label={say(msg('screen.wall.bays'))}>
      {frame.bays.map((b) => {
        const middle = (b.leftMm + b.rightMm) / 2;
        const odds = oddsInMiddle(frame, b);
        return (
          <li key={b.index} className={odds < wish ? 'bay bay-unsure' : 'bay'}>
            <span className="quiet">{say(msg('screen.wall.bay', { index: b.index + 1 }))}</span>
            <span className="measure">{chance(odds)}</span>
            <span className="quiet measure">{formatLength(middle, system, 'inches')}</span>
            <span className="bay-bar" style={{ width: `${Math.round(odds * 100)}%` }} />
          </li>
        );
      })}
    </ol>
  );
}

/** Where the fit comes from, in words. */
export const FIT_FROM: Record<WallFrame['fit']['from'], Text> = {
  hits: msg('screen.wall.from-the-readings'),
  given: msg('screen.wall.as-entered'),
  assumed: msg('screen.wall.assumed-no-reading-yet'),
};

/** The readings of a wall and how each lies against the fit. */
export function Readings({
  house,
  wall,
  frame,
  set,
}: {
  readonly house: House;
  readonly wall: Wall;
  readonly frame: WallFrame | undefined;
  readonly set: (change: (w: Wall) => Wall) => void;
}) {
  const say = useSay();
  if (wall.hits.length === 0)
    return <p className="muted">{say(msg('screen.wall.no-reading-on-this-wall'))}</p>;
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th>{say(msg('screen.wall.reading'))}</th>
          <th>{say(msg('screen.wall.from-corner'))}</th>
          <th>{say(msg('screen.wall.against-the-fit'))}</th>
          <th>
            <span className="visually-hidden">{say(msg('screen.wall.delete-3'))}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {wall.hits.map((h) => {
          const off = frame?.fit.residualsMm.get(h.id);
          const stands = frame?.fit.outliers.some((o) => o.id === h.id);
          return (
            <tr key={h.id}>
              <td>{say(msg(`names.hit.${h.method}`))}</td>
              <td className="measure">
                {h.edgesMm
                  ? say(
                      msg('screen.wall.edges', {
                        left: q.length(h.edgesMm[0]),
                        right: q.length(h.edgesMm[1]),
                      }),
                    )
                  : formatLength(h.atMm, house.units, 'inches')}
              </td>
              <td>
                {off === undefined ? (
                  ''
                ) : stands ? (
                  <b>
                    {say(
                      msg('screen.wall.off-the-spacing-by', {
                        distance: formatLength(Math.abs(off), house.units, 'inches'),
                      }),
                    )}
                  </b>
                ) : (
                  say(
                    msg(off >= 0 ? 'screen.wall.right-of-a-stud' : 'screen.wall.left-of-a-stud', {
                      distance: formatLength(Math.abs(off), house.units, 'inches'),
                    }),
                  )
                )}
              </td>
              <td>
                <Button
                  size="small"
                  type="text"
                  aria-label={say(
                    msg('screen.wall.delete-the-reading', { method: msg(`names.hit.${h.method}`) }),
                  )}
                  onClick={() => set((w) => ({ ...w, hits: w.hits.filter((x) => x.id !== h.id) }))}
                >
                  ✕
                </Button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
