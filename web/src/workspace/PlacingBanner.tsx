import { msg, parseWants, type Room, type Want, type WantFault } from '@elwand/core';
import { Button, Input } from 'antd';
import { useState, type KeyboardEvent } from 'react';
import { useSay } from '../app/say.ts';
import { useAppSelector } from '../state/store.ts';
import { keyMove } from '../strip/gesture.ts';
import type { Placing } from './use-placing.ts';
import { useWork } from './work.ts';

/** How a kind is called in the line in which its place is typed. */
const WORD: Readonly<Record<Want['kind'], string>> = {
  receptacle: 'outlet',
  switch: 'switch',
  luminaire: 'light',
  fan: 'fan',
  appliance: 'appliance',
};

/** Says what to click while a new point is to be placed, and takes its place typed or by arrow keys. */
export function PlacingBanner({
  kind,
  room,
  placing,
  phone,
}: {
  readonly kind: Want['kind'];
  readonly room: Room;
  readonly placing: Placing;
  readonly phone: boolean;
}) {
  const say = useSay();
  const { units } = useWork().bundle.house;
  const wallFilter = useAppSelector((s) => s.view.wallFilter);
  const [text, setText] = useState('');
  const [fault, setFault] = useState<WantFault | null>(null);
  const read = (typed: string): WantFault | null => {
    const wall = room.walls.find((w) => w.id === wallFilter) ?? room.walls[0];
    if (!wall || typed.trim() === '') return null;
    const { wants, faults } = parseWants(`${WORD[kind]} ${typed}`, room, wall, units);
    if (wants[0]) placing.show(wants[0].at);
    return faults[0] ?? null;
  };
  const keys = (e: KeyboardEvent<HTMLInputElement>) => {
    const move = text === '' ? keyMove(e) : null;
    if (move?.move === 'nudge') {
      placing.nudge(move.dxMm, move.dyMm);
      e.preventDefault();
    } else if (e.key === 'Enter' && !fault) placing.place();
  };
  return (
    <div className="banner placing" role="status">
      <span>{say(msg(`screen.want.click-where.${kind}`))}</span>
      <label htmlFor="placing-line">{say(msg('screen.want.or-its-distance'))}</label>
      <Input
        id="placing-line"
        size="small"
        className="measure placing-line"
        // A finger points; a keyboard would cover the wall.
        autoFocus={!phone}
        value={text}
        autoComplete="off"
        status={fault ? 'error' : ''}
        aria-invalid={fault !== null}
        onChange={(e) => {
          setText(e.target.value);
          setFault(read(e.target.value));
        }}
        onKeyDown={keys}
      />
      {(kind === 'luminaire' || kind === 'fan') && (
        <Button size="small" onClick={placing.onCeiling}>
          {say(msg('screen.workspace.middle-of-the-ceiling'))}
        </Button>
      )}
      <Button size="small" type="link" onClick={placing.cancel}>
        {say(msg('screen.workspace.cancel'))}
      </Button>
      {fault && <span className="fault-text">{say(fault.why)}</span>}
    </div>
  );
}
