import { type Furniture, type House, msg } from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { LengthInput } from '../parts/LengthInput.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { TextField } from '../parts/TextField.tsx';
import { RectFields } from './RectFields.tsx';
import { useSay } from '../app/say.ts';

/** What most things on a wall take to come down: minutes and people. */
const USUAL_DOWN = { minutes: 20, people: 1 };

/** What stands or hangs before a wall: where, how deep, whether it is still to come, whether it comes down for the work. */
export function FurnitureRows({
  list,
  system,
  setList,
}: {
  readonly list: readonly Furniture[];
  readonly system: House['units'];
  readonly setList: (change: (list: Furniture[]) => Furniture[]) => void;
}) {
  const say = useSay();
  const put = (id: string, change: (f: Furniture) => Furniture) =>
    setList((all) => all.map((f) => (f.id === id ? change(f) : f)));
  return list.map((f) => (
    <div className="row fields" key={f.id}>
      <TextField
        label={say(msg(`names.before-wall.${f.kind}`))}
        value={f.name}
        required
        width={130}
        onChange={(name) => put(f.id, (x) => ({ ...x, name }))}
      />
      <RectFields item={f} system={system} onChange={(to) => put(f.id, (x) => ({ ...x, ...to }))} />
      <LengthInput
        label={say(msg('screen.wall.depth'))}
        width={90}
        value={f.depthMm}
        system={system}
        onChange={(depthMm) => put(f.id, (x) => ({ ...x, depthMm }))}
      />
      <Checkbox checked={f.planned} onChange={(e) => put(f.id, (x) => ({ ...x, planned: e.target.checked }))}>
        {say(msg('screen.wall.planned'))}
      </Checkbox>
      <Checkbox
        checked={f.comesDown !== undefined}
        onChange={(e) =>
          put(f.id, ({ comesDown: _, ...x }) => (e.target.checked ? { ...x, comesDown: USUAL_DOWN } : x))
        }
      >
        {say(msg('screen.wall.comes-down-for-the-work'))}
      </Checkbox>
      {f.comesDown && (
        <>
          <NumberField
            label={say(msg('screen.wall.minutes'))}
            value={f.comesDown.minutes}
            min={0}
            max={600}
            onChange={(minutes) =>
              minutes !== null &&
              put(f.id, (x) => ({ ...x, comesDown: { ...USUAL_DOWN, ...x.comesDown, minutes } }))
            }
          />
          <NumberField
            label={say(msg('screen.wall.people'))}
            value={f.comesDown.people}
            min={1}
            max={4}
            onChange={(people) =>
              people !== null &&
              put(f.id, (x) => ({ ...x, comesDown: { ...USUAL_DOWN, ...x.comesDown, people } }))
            }
          />
        </>
      )}
      <Button
        type="text"
        size="small"
        aria-label={say(msg('screen.wall.delete', { name: f.name }))}
        onClick={() => setList((all) => all.filter((x) => x.id !== f.id))}
      >
        ✕
      </Button>
    </div>
  ));
}
