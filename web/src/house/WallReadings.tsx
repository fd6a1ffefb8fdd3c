import { oddsInMiddle, formatLength, chance, type House, type Wall, type WallFrame } from '@elwand/core';
import { Button } from 'antd';

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
  return (
    <ol className="bays" aria-label="Bays">
      {frame.bays.map((b) => {
        const middle = (b.leftMm + b.rightMm) / 2;
        const odds = oddsInMiddle(frame, b);
        return (
          <li key={b.index} className={odds < wish ? 'bay bay-unsure' : 'bay'}>
            <span className="quiet">bay {b.index + 1}</span>
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
export const FIT_FROM: Record<WallFrame['fit']['from'], string> = {
  hits: 'from the readings',
  given: 'as entered',
  assumed: 'assumed: no reading yet',
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
  if (wall.hits.length === 0)
    return (
      <p className="muted">
        No reading on this wall yet. One hit is a guess. Two or three on the same spacing confirm the layout.
      </p>
    );
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th>Reading</th>
          <th>From corner</th>
          <th>Against the fit</th>
          <th>
            <span className="visually-hidden">Take out</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {wall.hits.map((h) => {
          const off = frame?.fit.residualsMm.get(h.id);
          const stands = frame?.fit.outliers.some((o) => o.id === h.id);
          return (
            <tr key={h.id}>
              <td>{h.method}</td>
              <td className="measure">
                {h.edgesMm
                  ? h.edgesMm.map((e) => formatLength(e, house.units, 'inches')).join(' to ')
                  : formatLength(h.atMm, house.units, 'inches')}
              </td>
              <td>
                {off === undefined ? (
                  ''
                ) : stands ? (
                  <b>off the spacing by {formatLength(Math.abs(off), house.units, 'inches')}</b>
                ) : (
                  `${formatLength(Math.abs(off), house.units, 'inches')} ${off >= 0 ? 'right' : 'left'} of a stud`
                )}
              </td>
              <td>
                <Button
                  size="small"
                  type="text"
                  aria-label={`Take out the ${h.method} reading`}
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
