import { ItemId, msg, type Wall } from '@elwand/core';
import { Checkbox } from 'antd';
import { useSay } from '../app/say.ts';
import { freshId } from '../parts/ids.ts';
import { FurnitureRows } from './FurnitureRows.tsx';
import { Adder, counted, Part, startRect, type PartProps } from './WallPart.tsx';

const NOTHING: NonNullable<Wall['outside']> = { covered: false, furniture: [] };
const KINDS = [{ value: 'furniture', label: msg('screen.wall.outside-thing') }] as const;

/** The outer face of an outside wall: whether a roof keeps rain off, and what stands before it there. */
export function WallOutsidePart({ open, ...part }: PartProps & { readonly open: boolean }) {
  const say = useSay();
  const { wall, set, system } = part;
  const { covered, furniture } = wall.outside ?? NOTHING;
  const put = (change: (o: NonNullable<Wall['outside']>) => NonNullable<Wall['outside']>) =>
    set(({ outside, ...w }) => {
      const next = change(outside ?? NOTHING);
      return next.covered || next.furniture.length > 0 ? { ...w, outside: next } : w;
    });
  return (
    <Part
      title={say(msg('screen.wall.outside'))}
      says={say(counted([[furniture.length, 'piece']]))}
      open={open}
    >
      <Checkbox checked={covered} onChange={(e) => put((o) => ({ ...o, covered: e.target.checked }))}>
        {say(msg('screen.wall.covered'))}
      </Checkbox>
      <FurnitureRows
        list={furniture}
        system={system}
        setList={(change) => put((o) => ({ ...o, furniture: change(o.furniture) }))}
      />
      <Adder
        says={say(msg('screen.wall.add-something-outside'))}
        kinds={KINDS}
        onAdd={(kind) =>
          put((o) => ({
            ...o,
            furniture: [
              ...o.furniture,
              {
                id: ItemId.parse(freshId('fu')),
                name: say(msg('screen.wall.outside-thing')),
                kind,
                ...startRect(wall),
                depthMm: 500,
                planned: false,
              },
            ],
          }))
        }
      />
    </Part>
  );
}
