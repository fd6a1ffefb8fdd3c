import { msg, planStrip, type Evaluation, type Room, type StripPlan } from '@elwand/core';
import { useSay } from '../app/say.ts';
import { drawnAt, type StripLayout, type Xy } from './layout.ts';

type Chain = StripPlan['outputs'][number]['chains'][number];
const DRIVER_PX = { w: 13, h: 9 };

/** Where each lead of a chain goes in. */
const feedsOf = ({ pieces, fed }: Chain) =>
  (fed?.leads ?? []).flatMap(({ at }) => {
    const spot = pieces[at]?.from ?? pieces.at(-1)?.to;
    return spot ? [spot] : [];
  });

/** LED strip on the walls of a room, there or wanted: the pieces as cut, where they are fed, the driver, and its leads where they stay on one wall. */
export function LedStrips({
  evaluation,
  room,
  layout,
}: {
  readonly evaluation: Evaluation;
  readonly room: Room;
  readonly layout: StripLayout;
}) {
  const say = useSay();
  const { house, job } = evaluation.bundle;
  const at = (spot: {
    wallId: StripPlan['strip']['pieces'][number]['wallId'];
    xMm: number;
    heightMm: number;
  }): Xy | undefined => drawnAt(layout, { on: 'wall', ...spot }, room.id);
  const built = house.strips ?? [];
  return [...built, ...(job.strips ?? [])].map((strip) => {
    const chains = planStrip(house, strip).outputs.flatMap((o) => o.chains);
    const { driver } = strip;
    const seat = driver && at(driver);
    return (
      <g key={strip.id} className={built.includes(strip) ? 'led-strip led-there' : 'led-strip'}>
        <title>{strip.label}</title>
        {chains
          .flatMap((c) => c.pieces)
          .map((p) => {
            const [a, b] = [at(p.from), at(p.to)];
            return (
              a &&
              b && (
                <line key={`${p.nth}-${p.part}`} className="led-piece" x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
              )
            );
          })}
        {chains.flatMap(feedsOf).map((spot, i) => {
          const to = at(spot);
          return (
            to && (
              <g key={i}>
                {seat && spot.wallId === driver?.wallId && (
                  <path
                    className="led-lead"
                    d={`M${seat.x} ${seat.y}V${(seat.y + to.y) / 2 - 6}H${to.x}V${to.y}`}
                  />
                )}
                <circle className="led-feed" cx={to.x} cy={to.y} r={3.2} />
              </g>
            )
          );
        })}
        {seat && (
          <>
            <rect
              className="led-driver"
              x={seat.x - DRIVER_PX.w / 2}
              y={seat.y - DRIVER_PX.h - 3}
              width={DRIVER_PX.w}
              height={DRIVER_PX.h}
            />
            <text className="strip-label" x={seat.x + DRIVER_PX.w / 2 + 3} y={seat.y - 4}>
              {say(msg('screen.strip.led-driver'))}
            </text>
          </>
        )}
      </g>
    );
  });
}
