import {
  besideDoor,
  makeWant,
  middleOfCeiling,
  msg,
  neighborHeight,
  parseWants,
  placeText,
  type Job,
  type TypedWant,
  type Want,
} from '@elwand/core';
import { useState } from 'react';
import { useSay } from '../../app/say.ts';
import { labelOf, WANT_KINDS } from '../../house/words.ts';
import { freshId } from '../../parts/ids.ts';
import { TypedLine } from '../../parts/TypedLine.tsx';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { selected as selectedAction } from '../../state/view.ts';
import { nextLabel } from '../../workspace/want-moves.ts';
import { useWork } from '../../workspace/work.ts';

/** What is wanted, typed: what, wall, distance, height, several with a semicolon. What is read stands under it before it counts. */
export function WantLine() {
  const say = useSay();
  const { bundle, evaluation, edits, room } = useWork();
  const { house, job } = bundle;
  const dispatch = useAppDispatch();
  const wallFilter = useAppSelector((s) => s.view.wallFilter);
  const [text, setText] = useState('');
  if (!room) return null;
  const current = room.walls.find((w) => w.id === wallFilter) ?? room.walls[0];
  if (!current) return null;
  const { wants, faults } = parseWants(text, room, current, house.units);

  const placed = ({ kind, at, heightTyped }: TypedWant): Want['at'] => {
    if (at?.on === 'wall' && !heightTyped && (kind === 'receptacle' || kind === 'switch'))
      return { ...at, heightMm: neighborHeight(house, evaluation.plan, at, kind) ?? at.heightMm };
    if (at) return at;
    const ceiling = { on: 'ceiling' as const, roomId: room.id, xMm: 0, yMm: 0 };
    const middle = middleOfCeiling({ ...bundle, ...evaluation }, makeWant('new', 'new', ceiling, { kind }));
    return { ...ceiling, ...middle?.at };
  };
  const add = () => {
    if (wants.length === 0) return;
    let last: Want['id'] | null = null;
    const next = wants.reduce<Job['wants']>((all, typed) => {
      const made = makeWant(freshId('want'), nextLabel(all), placed(typed), { kind: typed.kind });
      last = made.id;
      const door = typed.switched
        ? besideDoor(room, { points: house.points, frames: evaluation.frames })
        : undefined;
      if (!door) return [...all, made];
      const own = makeWant(freshId('want'), nextLabel([...all, made]), door, { kind: 'switch' });
      return [...all, { ...made, control: { by: 'want', wantId: own.id } }, own];
    }, job.wants);
    edits.job({ ...job, wants: next });
    dispatch(selectedAction(last));
    // What could not be read stays, to be mended.
    setText(faults.map((f) => f.text).join('; '));
  };
  const whereOf = (typed: TypedWant) => placeText(evaluation.plan, { at: placed(typed) });
  return (
    <TypedLine
      id="want-line"
      label={say(msg('screen.want.or-type-it'))}
      value={text}
      placeholder={say(msg('screen.want.line-example', { units: house.units }))}
      most={400}
      wrong={faults.length > 0}
      onChange={setText}
      onEnter={add}
    >
      <ul className="tape-read">
        {wants.map((w, i) => (
          <li key={`${i}`}>
            {say(
              msg('screen.want.read-as', {
                kind: labelOf(WANT_KINDS, w.kind),
                place: whereOf(w),
                switched: String(w.switched),
              }),
            )}
          </li>
        ))}
        {faults.map((f) => (
          <li key={f.text} className="tape-error">
            {f.text}: {say(f.why)}
          </li>
        ))}
      </ul>
    </TypedLine>
  );
}
