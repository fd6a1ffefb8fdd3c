import {
  applyTape,
  formatLength,
  parseTape,
  TAPE_LETTERS,
  type House,
  type TapeEntry,
  type UnitSystem,
  type Wall,
  msg,
  type Text,
  tapeText,
  type TapeLetter,
} from '@elwand/core';
import { Input, message, type InputRef } from 'antd';
import { useRef, useState } from 'react';
import { freshId } from '../parts/ids.ts';
import './tape.css';
import type { SetHouse } from '../state/edit.ts';
import { useSay } from '../app/say.ts';

function entryText(e: TapeEntry, system: UnitSystem): Text {
  const L = (mm: number) => formatLength(mm, system, 'inches');
  const read = { what: tapeText(e.letter), at: e.readingsMm.map(L).join(' - ') };
  return e.heightMm === null
    ? msg('screen.wall.tape-entry', read)
    : msg('screen.wall.tape-entry-up', { ...read, height: L(e.heightMm) });
}

export interface TapeLineProps {
  readonly house: House;
  readonly wall: Wall;
  readonly onHouse: SetHouse;
  /** Empty Enter goes on to the next wall. */
  readonly onNextWall: () => void;
}

/** Hook the tape in the left corner and type what is met, in any order; it is read while it is typed. Enter places it. */
export function TapeLine({ house, wall, onHouse, onNextWall }: TapeLineProps) {
  const say = useSay();
  const [text, setText] = useState('');
  const input = useRef<InputRef>(null);
  const line = parseTape(text, house.units);
  const place = () => {
    if (text.trim() === '') {
      onNextWall();
      return;
    }
    if (line.entries.length === 0) return;
    const result = applyTape(house, wall.id, line.entries, () => freshId('t'));
    onHouse(result.house);
    if (result.leftOutMm.length > 0)
      message.warning(
        say(
          msg('screen.wall.left-out-past-the-end', {
            places: result.leftOutMm.map((mm) => formatLength(mm, house.units, 'inches')).join(', '),
          }),
        ),
      );
    // What could not be read stays, to be mended.
    setText(line.errors.map((e) => e.text).join(' '));
    input.current?.focus();
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
        autoComplete="off"
        spellCheck={false}
        placeholder={
          house.units === 'imperial'
            ? 'w 138 m 15 3/8 m 31 1/8 f 46 1/2 48 o 70@15 s 20@48 d 90 122'
            : 'w 3500 m 400 m 800 o 1800@380 d 2300 3100'
        }
        aria-describedby="tape-read"
        status={line.errors.length > 0 ? 'error' : ''}
      />
      <div id="tape-read" aria-live="polite">
        <ul className="tape-read">
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
      </p>
    </div>
  );
}
