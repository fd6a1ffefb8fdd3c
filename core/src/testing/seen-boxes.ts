import type { Role } from '../network/index.ts';
import type { BoxAsk } from '../reading/ask.ts';
import type { OpenedBox } from '../reading/opened.ts';
import type { Seat, WireAt } from '../reading/seen.ts';

/** Boxes that generated houses do not have: two circuits in one box, a cable that comes reversed. */

/** Two boxes of a house with different breakers as one: two circuits meet there. */
export function together(a: OpenedBox, b: OpenedBox): OpenedBox[] {
  const [devices, splices] = [
    a.seen.devices.length,
    Math.max(0, ...a.seen.cables.flatMap((c) => c.wires.map((w) => (w.seat.on === 'splice' ? w.seat.n : 0)))),
  ];
  const moved = (seat: Seat): Seat =>
    seat.on === 'screw'
      ? { ...seat, device: seat.device + devices }
      : seat.on === 'splice'
        ? { on: 'splice', n: seat.n + splices }
        : seat;
  const cables = b.seen.cables.map((c) => ({
    ...c,
    wires: c.wires.map((w) => ({ ...w, seat: moved(w.seat) })),
  }));
  const pigtails = b.seen.pigtails.map((p) => ({
    splice: p.splice + splices,
    to: p.to.on === 'screw' ? { ...p.to, device: p.to.device + devices } : p.to,
  }));
  if (devices + b.seen.devices.length > 6) return [];
  return [
    {
      point: a.point,
      seen: {
        ...a.seen,
        metal: false,
        devices: [...a.seen.devices, ...b.seen.devices],
        cables: [...a.seen.cables, ...cables],
        pigtails: [...a.seen.pigtails, ...pigtails],
      },
      truth: [...a.truth, ...b.truth.map((of) => of.map((r): Role => (r === 'hot' ? 'second-hot' : r)))],
      breakers: [...a.breakers, ...b.breakers],
      shows: (ask, handles) => {
        const own = ask.at.cable < a.seen.cables.length;
        if (own) return a.shows(ask, handles);
        const shift = (at: WireAt): WireAt => ({ ...at, cable: at.cable - a.seen.cables.length });
        const there = { ...ask, at: shift(ask.at), ...('to' in ask ? { to: shift(ask.to) } : {}) } as BoxAsk;
        // The breaker that is turned off is the other one.
        return b.shows(there.what === 'live' ? { ...there, breaker: 'on' } : there, handles);
      },
    },
  ];
}

/** An outlet at the end of a run whose cable comes with hot and neutral reversed; it was made up by the colors. */
export function reversedBefore(b: OpenedBox): OpenedBox[] {
  const [cable] = b.seen.cables;
  if (
    !cable ||
    b.seen.cables.length > 1 ||
    b.seen.devices[0]?.kind !== 'receptacle' ||
    b.seen.devices.length > 1
  )
    return [];
  const [hot, neutral] = cable.wires;
  if (hot?.color !== 'black' || neutral?.color !== 'white' || b.truth[0]?.[0] !== 'hot') return [];
  const wires = [
    { color: 'white' as const, seat: neutral.seat },
    { color: 'black' as const, seat: hot.seat },
    ...cable.wires.slice(2),
  ];
  return [{ ...b, seen: { ...b.seen, cables: [{ ...cable, wires }] } }];
}
