import { msg, type Cable, type House, type Point } from '@elwand/core';
import { useSay } from '../app/say.ts';
import { PointSymbol } from '../strip/symbols.tsx';
import { cablesAt } from './feed-edits.ts';
import './box-front.css';

const GANG_PX = 62;
const HIGH_PX = 96;
const TOP_PX = 46;
/** Room for a cable with what is known of it, px. */
const CABLE_PX = 46;

/** What is known of a cable, on its jacket: its size, or a question mark. */
const marked = ({ gauge, conductors }: Cable): string => (gauge === null ? '?' : `${gauge}-${conductors}`);

/** A box as one stands before it with the cover off, drawn from the answers: what nobody has read yet is a question mark. */
export function BoxFront({ house, point }: { readonly house: House; readonly point: Point }) {
  const say = useSay();
  const cables = cablesAt(house, point.id);
  const gangs = Math.max(1, point.box.gangs);
  const wide = Math.max(gangs * GANG_PX, cables.length * CABLE_PX);
  const width = wide + 24;
  const left = (width - gangs * GANG_PX) / 2;
  const unknownBox = point.box.model === null && point.box.markedCubicInches === null;
  const first = (width - cables.length * CABLE_PX) / 2 + CABLE_PX / 2;
  return (
    <svg
      className="box-front"
      width={width}
      height={TOP_PX + HIGH_PX + 10}
      viewBox={`0 0 ${width} ${TOP_PX + HIGH_PX + 10}`}
      role="img"
      aria-label={say(
        msg('screen.points.box-front', {
          point: point.label,
          cables: cables.length,
          unread: cables.filter((c) => c.gauge === null).length,
        }),
      )}
    >
      {cables.map((c, i) => {
        const x = first + i * CABLE_PX;
        const look = c.gauge === null || c.assumed ? 'box-front-unsure' : 'box-front-sure';
        return (
          <g key={c.id} className={look}>
            <path d={`M${x - 5} 20V${TOP_PX + 6}H${x + 5}V20`} />
            <text x={x} y={14}>
              {marked(c)}
            </text>
          </g>
        );
      })}
      {cables.length === 0 && (
        <g className="box-front-unsure">
          <path d={`M${width / 2 - 5} 20V${TOP_PX + 6}H${width / 2 + 5}V20`} />
          <text x={width / 2} y={14}>
            ?
          </text>
        </g>
      )}
      <rect
        x={left}
        y={TOP_PX}
        width={gangs * GANG_PX}
        height={HIGH_PX}
        rx="3"
        className={unknownBox ? 'box-front-box box-front-unknown' : 'box-front-box'}
      />
      {point.devices.slice(0, gangs).map((_, i) => (
        <g key={i} transform={`translate(${left + GANG_PX * (i + 0.5)} ${TOP_PX + HIGH_PX / 2}) scale(1.9)`}>
          <PointSymbol kind={point.kind} fresh={false} />
        </g>
      ))}
      {unknownBox && (
        <text x={left + gangs * GANG_PX - 10} y={TOP_PX + HIGH_PX - 8} className="box-front-ask">
          ?
        </text>
      )}
    </svg>
  );
}
