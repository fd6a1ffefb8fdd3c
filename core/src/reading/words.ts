import { capital, msg, type Text } from '../words/index.ts';
import type { Ask } from './ask.ts';
import type { SeenBox, WireAt } from './seen.ts';
import type { Agreed } from './told.ts';
import type { Contradiction } from './written.ts';
import type { Wrong } from './wrong.ts';

/** What a reading of a box says, in messages: for the screen, the command line and anything else. */

export const cableText = (seen: SeenBox, cable: number): Text => {
  const label = seen.cables[cable]?.label ?? '';
  return label === ''
    ? msg('reading.cable', { n: cable + 1 })
    : msg('reading.cable-labeled', { n: cable + 1, label });
};

/** The color of a wire; of several alike in one cable, which. */
export function colorText(seen: SeenBox, { cable, wire }: WireAt): Text {
  const wires = seen.cables[cable]?.wires ?? [];
  const color = wires[wire]?.color ?? 'unclear';
  const alike = wires.flatMap((w, i) => (w.color === color ? [i] : []));
  const name = msg(`reading.color.${color}`);
  return alike.length > 1
    ? msg('reading.color-of-several', { color: name, n: alike.indexOf(wire) + 1 })
    : name;
}

/** A wire by its color and its cable. */
export const wireText = (seen: SeenBox, at: WireAt): Text =>
  msg('reading.wire', { color: colorText(seen, at), cable: cableText(seen, at.cable) });

export const deviceText = (seen: SeenBox, device: number): Text => {
  const d = seen.devices[device];
  const kind = msg(`names.device.${d?.kind ?? 'blank'}`);
  return seen.devices.length > 1 ? msg('reading.device', { n: device + 1, kind }) : kind;
};

/** The one look or reading, as something to do. */
export function askText(seen: SeenBox, ask: Ask): Text {
  const wire = wireText(seen, ask.at);
  switch (ask.what) {
    case 'look':
      return msg('reading.ask.look', { wire });
    case 'follows':
      return msg('reading.ask.follows', { wire });
    case 'joined':
      return msg('reading.ask.joined', { wire });
    case 'between':
      return msg('reading.ask.between', { wire, to: wireText(seen, ask.to) });
    case 'live':
      return msg(ask.apart ? 'reading.ask.live-apart' : 'reading.ask.live', { wire, breaker: ask.breaker });
  }
}

/** What a wrong thing is, said of the thing it is about. */
export function wrongText(seen: SeenBox, w: Wrong): Text {
  const thing: Text =
    w.cable !== undefined && w.wire !== undefined
      ? wireText(seen, { cable: w.cable, wire: w.wire })
      : w.cable !== undefined
        ? cableText(seen, w.cable)
        : w.device !== undefined
          ? deviceText(seen, w.device)
          : '';
  switch (w.key) {
    case 'two-on-screw':
    case 'ground-wire-on-screw':
      return msg(`reading.wrong-screw.${w.key}`, {
        thing,
        screw: w.screw ? msg(`names.screw.${w.screw}`) : '',
      });
    case 'ground-missing':
    case 'device-ungrounded':
    case 'reversed-device':
    case 'reversed-before':
    case 'neutral-switched':
    case 'neutral-through-device':
    case 'line-load':
    case 'broken-before':
    case 'device-dead':
    case 'no-neutral':
      return msg(`reading.wrong-thing.${w.key}`, { thing: capital(thing) });
    case 'too-many-in-splice':
    case 'ground-loose':
    case 'insulated-on-ground':
    case 'colored-neutral':
    case 'white-hot':
    case 'white-hot-in-pipe':
    case 'white-back':
      return msg(`reading.wrong-wire.${w.key}`, { thing });
    case 'grounds-apart':
    case 'box-ungrounded':
    case 'mixed-gauge':
    case 'neutrals-joined':
    case 'two-supplies':
    case 'no-supply':
    case 'two-circuits':
      return msg(`reading.wrong-box.${w.key}`);
  }
}

/** How sure a statement is, with what else it may be. */
export const howText = <T extends string>({ how, odds }: Agreed<T>, name: (is: T) => Text): Text => {
  const [, second] = odds;
  return how === 'open' && second
    ? msg('reading.alternative', { other: name(second.is) })
    : msg(`reading.how.${how}`);
};

export const contradictionText = (seen: SeenBox, { cable, surveyed, read, how }: Contradiction): Text =>
  msg('reading.contradiction', {
    cable: cableText(
      seen,
      seen.cables.findIndex((c) => c.id === cable.id),
    ),
    surveyed: msg(`reading.carries.${surveyed}`),
    read: msg(`reading.does.${read}`),
    how,
  });
