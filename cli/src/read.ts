import { msg, sourceLine, speaker, type Say, type Text } from '@elwand/core';
import {
  askText,
  cableText,
  deviceText,
  howText,
  nextAsk,
  readBox,
  SeenBox,
  wireText,
  wrongText,
  wrongWith,
  type Agreed,
  type BoxRead,
  type Wrong,
} from '@elwand/core/reading';
import { unusable, type Outcome } from './outcome.ts';

/** Reads a box from a file: what is certain, likely or open in it, what is wrong, and the next look or reading. */
export function readBoxFile(text: string, json: boolean): Outcome {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return unusable(`elwand: not JSON: ${(error as Error).message}`);
  }
  const parsed = SeenBox.safeParse(raw);
  if (!parsed.success)
    return unusable(
      parsed.error.issues.map((i) => `elwand: box.${i.path.join('.')}: ${i.message}`).join('\n'),
    );
  const seen = parsed.data;
  const read = readBox(seen);
  const isRead = !('why' in read);
  const wrongs = wrongWith(seen, isRead ? read : null);
  const say = speaker('imperial');
  const code = wrongs.some((w) => w.weight === 'stop') ? 1 : 0;
  if (json)
    return {
      code,
      out: `${JSON.stringify(asJson(seen, isRead ? read : null, wrongs, say), null, 2)}\n`,
      err: '',
    };
  if (!isRead) {
    const why =
      read.why === 'look-first'
        ? askText(seen, { what: 'look', at: read.at })
        : msg(read.why === 'empty' ? 'reading.cannot.empty' : 'reading.cannot.nothing-agrees');
    return {
      code,
      out: [seen.label, `  ${say(why)}`, ...wrongLines(seen, wrongs, say), ''].join('\n'),
      err: '',
    };
  }
  return { code, out: `${boxLines(seen, read, wrongs, say).join('\n')}\n`, err: '' };
}

function agreedLine<T extends string>(what: string, of: Agreed<T>, name: (is: T) => Text, say: Say): string {
  return `  ${what}: ${say(name(of.is))} (${say(howText(of, name))})`;
}

function boxLines(seen: SeenBox, read: BoxRead, wrongs: readonly Wrong[], say: Say): string[] {
  const next = nextAsk(read.kept);
  return [
    seen.label,
    agreedLine('box', read.place, (p) => msg(`reading.place.${p}`), say),
    agreedLine('box', read.circuits, (c) => msg(`reading.circuits.${c}`), say),
    ...seen.devices.map((_, i) =>
      agreedLine(say(deviceText(seen, i)), read.devices[i]!, (d) => msg(`reading.gets.${d}`), say),
    ),
    ...read.line.flatMap((l, i) =>
      seen.devices[i]?.kind.startsWith('receptacle-') && l.is !== 'no'
        ? [agreedLine(say(deviceText(seen, i)), l, (x) => msg(`reading.line.${x}`), say)]
        : [],
    ),
    ...read.cables.map((c, i) =>
      agreedLine(say(cableText(seen, i)), c, (d) => msg(`reading.does.${d}`), say),
    ),
    ...read.wires.map((w) =>
      agreedLine(`  ${say(wireText(seen, w.at))}`, w, (r) => msg(`reading.role.${r}`), say),
    ),
    ...wrongLines(seen, wrongs, say),
    ...(next ? [`  Next: ${say(askText(seen, next.ask))}`] : []),
  ];
}

const WORD: Readonly<Record<Wrong['weight'], string>> = { stop: 'STOP  ', fix: 'FIX   ', know: 'NOTE  ' };
const wrongLines = (seen: SeenBox, wrongs: readonly Wrong[], say: Say): string[] =>
  wrongs.map((w) => {
    const how = w.how === 'seen' ? '' : ` (${say(msg(`reading.how.${w.how}`))})`;
    return `  ${WORD[w.weight]} ${say(wrongText(seen, w))}${how}\n         ${say(sourceLine(w.source))}`;
  });

function asJson(seen: SeenBox, read: BoxRead | null, wrongs: readonly Wrong[], say: Say) {
  const rounded = <T extends string>(a: Agreed<T>) => ({
    is: a.is,
    how: a.how,
    odds: a.odds.map((o) => ({ is: o.is, chance: Math.round(o.chance * 1000) / 1000 })),
  });
  const next = read && nextAsk(read.kept);
  return {
    label: seen.label,
    read: read && {
      place: rounded(read.place),
      circuits: rounded(read.circuits),
      devices: read.devices.map(rounded),
      cables: read.cables.map(rounded),
      wires: read.wires.map((w) => ({ at: w.at, ...rounded(w) })),
      wirings: read.kept.wirings.length,
    },
    wrong: wrongs.map((w) => ({ ...w, source: say(sourceLine(w.source)), says: say(wrongText(seen, w)) })),
    next: next && {
      ask: next.ask,
      says: say(askText(seen, next.ask)),
      bitsNow: Math.round(next.now * 1000) / 1000,
      bitsAfter: Math.round(next.left * 1000) / 1000,
    },
  };
}
