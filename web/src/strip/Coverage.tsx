import { outletCoverage, type Evaluation, type Room, type Stretch } from '@elwand/core';
import { useMemo } from 'react';
import type { StripLayout } from './layout.ts';

const BAND_PX = 5;

interface Band {
  readonly key: string;
  readonly y: number;
  readonly stretches: readonly Stretch[];
  readonly fresh: boolean;
}

/** Covered is a full bar, out of reach a hatched one with ends: the form tells them apart in gray too. */
function Bands({ band, layout }: { readonly band: Band; readonly layout: StripLayout }) {
  return band.stretches.flatMap((s) => {
    const box = layout.walls.find((w) => w.wallId === s.wallId);
    if (!box) return [];
    const x = box.x(s.fromMm);
    return [
      <rect
        key={`${band.key}-${s.wallId}-${s.fromMm}`}
        x={x}
        y={band.y}
        width={Math.max(0, box.x(s.toMm) - x)}
        height={BAND_PX}
        className={s.covered ? (band.fresh ? 'reach-new' : 'reach') : 'reach-out'}
      />,
    ];
  });
}

/** Wall and counter lines of the room within reach of an outlet: the upper bar now, the lower one with the new work. */
export function Coverage({
  evaluation,
  layout,
  room,
}: {
  readonly evaluation: Evaluation;
  readonly layout: StripLayout;
  readonly room: Room;
}) {
  const bands = useMemo((): Band[] => {
    const { bundle, chosen, pack, plan, feed } = evaluation;
    const now = outletCoverage({ house: bundle.house, feed, plan, pack }).find((r) => r.room.id === room.id);
    const then =
      chosen &&
      outletCoverage({ house: chosen.applied.house, feed: chosen.applied.feed, plan, pack }).find(
        (r) => r.room.id === room.id,
      );
    const floor = layout.y(0);
    const counter = Math.max(
      0,
      ...room.walls.flatMap((w) => w.furniture.filter((f) => f.kind === 'counter').map((f) => f.topMm)),
    );
    const band = (
      key: string,
      y: number,
      stretches: readonly Stretch[] | undefined,
      fresh: boolean,
    ): Band[] => (stretches && stretches.length > 0 ? [{ key, y, stretches, fresh }] : []);
    return [
      ...band('now', floor - 2 * BAND_PX - 4, now?.wall?.stretches, false),
      ...band('then', floor - BAND_PX - 2, then?.wall?.stretches, true),
      ...band('counter', layout.y(counter) - 2 * BAND_PX - 2, now?.counter?.stretches, false),
      ...band('counter-then', layout.y(counter) - BAND_PX - 1, then?.counter?.stretches, true),
    ];
  }, [evaluation, layout, room]);
  return (
    <g aria-hidden="true" className="reach-bands">
      {bands.map((band) => (
        <Bands key={band.key} band={band} layout={layout} />
      ))}
    </g>
  );
}
