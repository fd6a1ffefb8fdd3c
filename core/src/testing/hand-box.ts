import { CableId } from '../document/index.ts';
import { SCREWS } from '../network/index.ts';
import { emptyBox, SeenBox, type Seat, type SeenCable } from '../reading/seen.ts';

/** Boxes put together by hand: `black>0:brass white>1 bare>box` is a cable, `x` a cap and `?` an end that nobody saw. */

function seatOf(text: string): Seat {
  if (text === 'x') return { on: 'cap' };
  if (text === '?') return { on: 'unknown' };
  if (text === 'box') return { on: 'box' };
  const [device, name] = text.split(':');
  const screw = SCREWS.find((s) => s === name?.replaceAll('-', ' '));
  return screw ? { on: 'screw', device: Number(device), screw } : { on: 'splice', n: Number(text) };
}

export const cableSeen = (id: string, wires: string, more: Partial<SeenCable> = {}): SeenCable => ({
  id: CableId.parse(id),
  type: 'NM-B',
  gauge: '14',
  ground: wires.includes('bare') ? 'wire' : 'none',
  wires: wires.split(' ').map((w) => {
    const [looks = '', end = ''] = w.split('>');
    const color = looks.replace('*', '') as SeenCable['wires'][number]['color'];
    // A star is tape on it.
    return { color, ...(looks.endsWith('*') ? { marked: true as const } : {}), seat: seatOf(end) };
  }),
  ...more,
});

/** Pigtails as `1>0:brass 2>box`. */
export const pigtailsSeen = (text: string): SeenBox['pigtails'] =>
  text.split(' ').flatMap((t) => {
    const [splice, to = ''] = t.split('>');
    const seat = seatOf(to);
    return seat.on === 'screw' || seat.on === 'box' ? [{ splice: Number(splice), to: seat }] : [];
  });

export const boxSeen = (more: Partial<SeenBox>): SeenBox => SeenBox.parse({ ...emptyBox('a box'), ...more });
