import { PLAN_REACH_MM } from './house.ts';

type Raw = Readonly<Record<string, unknown>>;
interface Placed {
  readonly place: { readonly xMm: number; readonly yMm: number };
}

const isPlaced = (room: unknown): room is Placed => {
  const place = (room as { place?: { xMm?: unknown; yMm?: unknown } } | null)?.place;
  return typeof place?.xMm === 'number' && typeof place.yMm === 'number';
};

/**
 * A house whose plan lies far from its origin, as drawings with survey coordinates do, moved so that its rooms begin there.
 * Only rooms have a place in the plan; everything else is measured from them. A plan within reach is left alone.
 */
export function nearOrigin(house: Raw): Record<string, unknown> {
  const { rooms } = house;
  if (!Array.isArray(rooms) || !rooms.every(isPlaced)) return { ...house };
  const placed: readonly Placed[] = rooms;
  const far = placed.some(({ place }) => Math.max(Math.abs(place.xMm), Math.abs(place.yMm)) > PLAN_REACH_MM);
  if (!far) return { ...house };
  const x = Math.min(...placed.map((r) => r.place.xMm));
  const y = Math.min(...placed.map((r) => r.place.yMm));
  return {
    ...house,
    rooms: placed.map((r) => ({ ...r, place: { xMm: r.place.xMm - x, yMm: r.place.yMm - y } })),
  };
}
