import type { Position, Room, Wall, Want } from '../document/index.ts';
import { wallLines } from '../structure/index.ts';
import { lengthFault, msg, q, type Message } from '../words/index.ts';
import { parseLength, type UnitSystem } from '../units/index.ts';
import { BOX_KIND, onCeiling } from './apply.ts';
import type { TapeLetter } from './tape.ts';

/** A wanted point as one types it: `o south 60@15`, `light east 40@66 switched`. */
export interface TypedWant {
  readonly kind: Want['kind'];
  /** Null for the middle of the ceiling. */
  readonly at: Position | null;
  /** Whether its height was typed; else it is the usual one, and the neighbors may know better. */
  readonly heightTyped: boolean;
  /** With a switch of its own, beside the door. */
  readonly switched: boolean;
}

export interface WantFault {
  readonly text: string;
  readonly why: Message;
}

interface Kind {
  readonly kind: Want['kind'];
  /** Whose usual height it has; undefined on the ceiling. */
  readonly letter?: TapeLetter;
}
const KINDS: readonly (readonly [RegExp, Kind])[] = [
  [/^(o|outlet|receptacle)$/, { kind: 'receptacle', letter: 'o' }],
  [/^(s|switch)$/, { kind: 'switch', letter: 's' }],
  [/^(l|light|sconce)$/, { kind: 'luminaire', letter: 'l' }],
  [/^(c|ceiling)$/, { kind: 'luminaire' }],
  [/^(f|fan)$/, { kind: 'fan' }],
  [/^(a|appliance)$/, { kind: 'appliance', letter: 'o' }],
];

/** The words of a kind, as a person may type them. */
const kindOf = (word: string): Kind | undefined =>
  KINDS.find(([words]) => words.test(word.toLowerCase()))?.[1];

function wallOf(word: string, walls: readonly Wall[]): Wall | 'several' | undefined {
  const found = walls.filter((w) => w.name.toLowerCase().startsWith(word.toLowerCase()));
  return found.length > 1 ? 'several' : found[0];
}

function wantOf(part: string, room: Room, current: Wall, system: UnitSystem): TypedWant | WantFault {
  const text = part.trim();
  const fault = (why: Message): WantFault => ({ text, why });
  const [first = '', ...rest] = text.split(/\s+/);
  const kind = kindOf(first);
  if (!kind) return fault(msg('names.want-fault.kind', { text: first }));
  const switched = rest.at(-1)?.toLowerCase() === 'switched';
  const words = switched ? rest.slice(0, -1) : rest;
  if (switched && kind.kind !== 'luminaire' && kind.kind !== 'fan')
    return fault(msg('names.want-fault.not-switched'));
  const named = words[0] !== undefined && /^[a-z]/i.test(words[0]) ? wallOf(words[0], room.walls) : current;
  if (named === undefined) return fault(msg('names.want-fault.wall', { text: words[0] ?? '' }));
  if (named === 'several') return fault(msg('names.want-fault.walls', { text: words[0] ?? '' }));
  const measures = (named === current && !/^[a-z]/i.test(words[0] ?? '') ? words : words.slice(1)).join(' ');
  const onWall = kind.letter === undefined ? undefined : BOX_KIND[kind.letter];
  if (measures === '')
    return onWall
      ? fault(msg('names.want-fault.where'))
      : { kind: kind.kind, at: null, heightTyped: false, switched };
  const [along = '', up, ...more] = measures.split('@');
  const x = parseLength(along, system);
  const y = up === undefined ? null : parseLength(up, system);
  if (more.length > 0) return fault(msg('names.tape-fault.one-height'));
  if (!x.ok) return fault(lengthFault(x));
  if (y && !y.ok) return fault(lengthFault(y));
  if (x.value > named.lengthMm)
    return fault(
      msg('names.want-fault.past', { wall: named.name.toLowerCase(), length: q.length(named.lengthMm) }),
    );
  const typed = y?.ok ? y.value : null;
  if (onWall)
    return {
      kind: kind.kind,
      at: { on: 'wall', wallId: named.id, xMm: x.value, heightMm: typed ?? onWall.heightMm },
      heightTyped: typed !== null,
      switched,
    };
  const line = wallLines(room).find((l) => l.wall === named);
  return {
    kind: kind.kind,
    at: line ? onCeiling(line, x.value, typed) : null,
    heightTyped: typed !== null,
    switched,
  };
}

/**
 * Reads wanted points, several with a semicolon between them: what, on which wall, how far from its left corner, at which height. Without
 * a wall the one that is worked on is meant. What cannot be read keeps its text and says why.
 */
export function parseWants(
  line: string,
  room: Room,
  current: Wall,
  system: UnitSystem,
): { readonly wants: readonly TypedWant[]; readonly faults: readonly WantFault[] } {
  const read = line
    .split(/[;\n]/)
    .filter((part) => part.trim() !== '')
    .map((part) => wantOf(part, room, current, system));
  return {
    wants: read.flatMap((r) => ('why' in r ? [] : [r])),
    faults: read.flatMap((r) => ('why' in r ? [r] : [])),
  };
}
