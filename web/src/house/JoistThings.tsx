import { ItemId, type House, type JoistObstacle, type Room, msg } from '@elwand/core';
import { Button } from 'antd';
import { useSay } from '../app/say.ts';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { LengthInput } from '../parts/LengthInput.tsx';

/** What may be found between the joists of a closed ceiling. */
const KINDS = ['duct', 'pipe', 'return-air', 'flue', 'blocking', 'cable', 'other'] as const;
/** A duct of so much across: what a new thing starts with, mm. */
const START_MM = 300;

/** Ducts, pipes and what else lies between the joists over a room: no box goes there, and no cable is fished past what fills a bay. */
export function JoistThings({
  room,
  system,
  set,
}: {
  readonly room: Room;
  readonly system: House['units'];
  readonly set: (change: (r: Room) => Room) => void;
}) {
  const say = useSay();
  const { obstacles = [] } = room.above;
  const put = (next: readonly JoistObstacle[]) =>
    set(({ above: { obstacles: _, ...above }, ...r }) => ({
      ...r,
      above: next.length === 0 ? above : { ...above, obstacles: [...next] },
    }));
  const change = (id: string, to: Partial<JoistObstacle>) =>
    put(obstacles.map((o) => (o.id === id ? { ...o, ...to } : o)));
  const edges = [
    ['leftMm', msg('screen.rooms.from-first-corner')],
    ['rightMm', msg('screen.rooms.to-first-corner')],
    ['nearMm', msg('screen.rooms.from-first-wall')],
    ['farMm', msg('screen.rooms.to-first-wall')],
  ] as const;
  return (
    <>
      {obstacles.map((o) => (
        <div className="row fields" key={o.id}>
          <Choice
            label={say(msg('screen.rooms.between-the-joists'))}
            value={o.kind}
            width={140}
            options={KINDS.map((value) => ({ value, label: msg(`names.obstacle.${value}`) }))}
            onChange={(kind) => change(o.id, { kind })}
          />
          {edges.map(([edge, label]) => (
            <LengthInput
              key={edge}
              label={say(label)}
              value={o[edge]}
              system={system}
              width={110}
              onChange={(mm) => change(o.id, { [edge]: mm })}
            />
          ))}
          <Button
            type="text"
            size="small"
            aria-label={say(msg('screen.wall.delete-the', { kind: msg(`names.obstacle.${o.kind}`) }))}
            onClick={() => put(obstacles.filter((x) => x.id !== o.id))}
          >
            ✕
          </Button>
        </div>
      ))}
      <div>
        <Button
          size="small"
          disabled={obstacles.length >= 40}
          onClick={() =>
            put([
              ...obstacles,
              {
                id: ItemId.parse(freshId('jo')),
                kind: 'duct',
                leftMm: START_MM,
                rightMm: 2 * START_MM,
                nearMm: START_MM,
                farMm: 4 * START_MM,
              },
            ])
          }
        >
          {say(msg('screen.rooms.something-between-the-joists'))}
        </Button>
      </div>
    </>
  );
}
