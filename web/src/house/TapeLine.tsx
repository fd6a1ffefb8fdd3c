import {
  applyTapes,
  formatLength,
  parseTapes,
  TAPE_LETTERS,
  type House,
  type Room,
  type TapedBox,
  type TapeEntry,
  type UnitSystem,
  type Wall,
  msg,
  q,
  row,
  type Text,
  tapeText,
  type TapeLetter,
} from '@elwand/core';
import { Input, message, type InputRef } from 'antd';
import { useRef, useState, type ClipboardEvent } from 'react';
import { freshId } from '../parts/ids.ts';
import './tape.css';
import type { SetHouse } from '../state/edit.ts';
import { useSay } from '../app/say.ts';

const boxText = ({ gangs, cubicInches, depthMm }: TapedBox): Text =>
  row(
    [
      gangs === undefined ? '' : msg('screen.wall.tape-gangs', { gangs }),
      cubicInches === undefined ? '' : msg('screen.wall.tape-volume', { volume: q.volume(cubicInches) }),
      depthMm === undefined ? '' : msg('screen.wall.tape-deep', { depth: q.length(depthMm) }),
    ].filter((part) => part !== ''),
  );

function entryText(e: TapeEntry, system: UnitSystem): Text {
  const L = (mm: number) => formatLength(mm, system, 'inches');
  const read = { what: tapeText(e.letter), at: e.readingsMm.map(L).join(' - ') };
  const placed =
    e.heightMm === null
      ? msg('screen.wall.tape-entry', read)
      : msg(e.letter === 'c' ? 'screen.wall.tape-entry-out' : 'screen.wall.tape-entry-up', {
          ...read,
          height: L(e.heightMm),
        });
  return e.box ? row([placed, boxText(e.box)]) : placed;
}

/** What may stand behind a box, as examples. */
const BOX_WORDS = ['2g', '14cu', '3x2x2-3/4'];

export interface TapeLineProps {
  readonly house: House;
  readonly room: Room;
  readonly wall: Wall;
  readonly onHouse: SetHouse;
  /** Goes on by so many walls. */
  readonly onWall: (by: number) => void;
}

/**
 * Hook the tape in the left corner and type what is met, in any order; it is read while it is typed. A semicolon goes on to the next
 * wall, and so does a new line of what is pasted. Enter places it, an empty Enter takes the next wall; the line keeps the focus.
 */
export function TapeLine({ house, room, wall, onHouse, onWall }: TapeLineProps) {
  const say = useSay();
  const [text, setText] = useState('');
  const input = useRef<InputRef>(null);
  const start = room.walls.indexOf(wall);
  const lines = parseTapes(text, house.units);
  const walls = lines.flatMap((_, i) => room.walls[start + i] ?? []);
  const spare = lines.slice(walls.length).some((l) => l.entries.length > 0);
  const place = () => {
    if (text.trim() === '') {
      onWall(1);
      return;
    }
    if (spare || lines.every((l) => l.entries.length === 0)) return;
    const result = applyTapes(
      house,
      walls.map((w) => w.id),
      lines,
      () => freshId('t'),
    );
    onHouse(result.house);
    if (result.leftOutMm.length > 0)
      message.warning(
        say(
          msg('screen.wall.left-out-past-the-end', {
            places: result.leftOutMm.map((mm) => formatLength(mm, house.units, 'inches')).join(', '),
          }),
        ),
      );
    // What could not be read stays on its wall, to be mended.
    const wrong = lines.map((l) => l.errors.map((e) => e.text).join(' '));
    const first = wrong.findIndex((t) => t !== '');
    setText(
      first < 0
        ? ''
        : wrong
            .slice(first)
            .join('; ')
            .replace(/[;\s]+$/, ''),
    );
    onWall(first < 0 ? walls.length - 1 : first);
    input.current?.focus();
  };
  // A field of one line would run pasted lines together.
  const paste = (e: ClipboardEvent<HTMLInputElement>) => {
    const pasted = e.clipboardData.getData('text').trim();
    if (!pasted.includes('\n')) return;
    e.preventDefault();
    const { selectionStart, selectionEnd } = e.currentTarget;
    setText(
      text.slice(0, selectionStart ?? text.length) +
        pasted.split(/\s*\n\s*/).join('; ') +
        text.slice(selectionEnd ?? text.length),
    );
  };
  return (
    <div className="tape">
      <label htmlFor="tape-input">
        <b>{say(msg('screen.wall.tape-on-the', { wall: wall.name.toLowerCase() }))}</b>{' '}
        <span className="muted">{say(msg('screen.wall.hooked-at-the-left-corner'))}</span>
      </label>
      <Input
        id="tape-input"
        ref={input}
        className="measure tape-input"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onPressEnter={place}
        onPaste={paste}
        autoComplete="off"
        spellCheck={false}
        placeholder={say(msg('screen.wall.tape-example', { units: house.units }))}
        aria-describedby="tape-read"
        status={spare || lines.some((l) => l.errors.length > 0) ? 'error' : ''}
      />
      <div id="tape-read" aria-live="polite">
        {lines.map((line, i) => (
          <ul key={`${i}`} className="tape-read">
            {lines.length > 1 && walls[i] && <li className="tape-wall">{walls[i].name}</li>}
            {line.entries.map((e) => (
              <li key={`${e.from}`}>{say(entryText(e, house.units))}</li>
            ))}
            {line.waiting && (
              <li className="muted">
                {say(msg('screen.wall.one-more-reading', { what: tapeText(line.waiting) }))}
              </li>
            )}
            {line.errors.map((e) => (
              <li key={`e${e.from}`} className="tape-error">
                {e.text}: {say(e.why)}
              </li>
            ))}
          </ul>
        ))}
        {spare && (
          <p className="tape-error">
            {say(msg('screen.wall.more-lines-than-walls', { count: room.walls.length - start }))}
          </p>
        )}
      </div>
      <p className="quiet tape-keys">
        {Object.keys(TAPE_LETTERS).map((letter) => (
          <span key={letter}>
            <kbd>{letter}</kbd> {say(tapeText(letter as TapeLetter))}
          </span>
        ))}
        <span>
          <kbd>@</kbd> {say(msg('screen.wall.height'))}
        </span>
        <span>
          {BOX_WORDS.map((word) => (
            <kbd key={word}>{word}</kbd>
          ))}{' '}
          {say(msg('screen.wall.about-its-box'))}
        </span>
        <span>
          <kbd>;</kbd> {say(msg('screen.wall.next-wall-key'))}
        </span>
      </p>
    </div>
  );
}
