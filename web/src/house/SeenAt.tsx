import { msg, type Cable, type House, type Position, type Room } from '@elwand/core';
import { Button } from 'antd';
import { LengthInput } from '../parts/LengthInput.tsx';
import { useRowKeys } from '../parts/use-row-keys.ts';
import { useSay } from '../app/say.ts';
import { PositionFields, positionIn } from './PositionFields.tsx';

const MOST = 6;

/** Where one would look first: overhead where there is an attic, else below the floor. */
const startIn = (room: Room): Position =>
  positionIn(room, room.above.kind === 'attic' ? 'attic' : 'basement');

/** Places where a cable was seen and can be reached, and how much of it hangs loose: it may be cut into there. */
export function SeenAt({
  house,
  cable,
  onChange,
}: {
  readonly house: House;
  readonly cable: Cable;
  readonly onChange: (to: Cable) => void;
}) {
  const say = useSay();
  const places = cable.seenAt ?? [];
  const { keys, gone } = useRowKeys(places.length);
  const [room] = house.rooms;
  const put = (list: readonly Position[]) => {
    const { seenAt: _, slackMm, ...rest } = cable;
    onChange(
      list.length === 0
        ? rest
        : { ...rest, seenAt: [...list], ...(slackMm === undefined ? {} : { slackMm }) },
    );
  };
  return (
    <div className="stack seen-at" role="group" aria-label={say(msg('screen.points.seen-at'))}>
      {places.map((at, i) => (
        <div key={keys[i]} className="row fields">
          <PositionFields
            house={house}
            at={at}
            onChange={(to) => put(places.map((p, k) => (k === i ? to : p)))}
          />
          <Button
            type="text"
            size="small"
            aria-label={say(msg('screen.points.delete-place', { n: i + 1 }))}
            onClick={() => {
              gone(i);
              put(places.filter((_, k) => k !== i));
            }}
          >
            ✕
          </Button>
        </div>
      ))}
      <div className="row fields">
        {places.length < MOST && room && (
          <Button size="small" onClick={() => put([...places, startIn(room)])}>
            {say(msg('screen.points.where-it-was-seen'))}
          </Button>
        )}
        {places.length > 0 && (
          <LengthInput
            label={say(msg('screen.points.hangs-loose'))}
            value={cable.slackMm ?? null}
            system={house.units}
            placeholder={say(msg('screen.points.none'))}
            width={110}
            onChange={(slackMm) => onChange({ ...cable, slackMm })}
            onClear={() => {
              const { slackMm: _, ...rest } = cable;
              onChange(rest);
            }}
          />
        )}
      </div>
    </div>
  );
}
