import { ItemId, msg, type Furniture } from '@elwand/core';
import { freshId } from '../parts/ids.ts';
import { FaceLayers } from './FaceLayers.tsx';
import { FurnitureRows } from './FurnitureRows.tsx';
import { Adder, counted, Part, startRect, type PartProps } from './WallPart.tsx';
import { useSay } from '../app/say.ts';

/** A usual soffit is about 12 in high and deep, mm. */
const SOFFIT_MM = 305;
const BEFORE = (['furniture', 'cabinet', 'counter', 'sink', 'tub', 'hob', 'soffit'] as const).map(
  (value) => ({
    value,
    label: msg(`names.before-wall.${value}`),
  }),
);

/** What lies on the face of a wall and what stands or hangs in front of it. */
export function WallFrontPart({
  open,
  ceilingMm,
  ...part
}: PartProps & { readonly open: boolean; readonly ceilingMm: number }) {
  const say = useSay();
  const { wall, set } = part;
  const addFurniture = (kind: Furniture['kind']) =>
    set((w) => ({
      ...w,
      furniture: [
        ...w.furniture,
        {
          id: ItemId.parse(freshId('fu')),
          name: say(msg(`names.before-wall.${kind}`)),
          kind,
          ...startRect(w),
          // A soffit hangs from the ceiling and is usually there.
          ...(kind === 'soffit' ? { bottomMm: Math.max(0, ceilingMm - SOFFIT_MM), topMm: ceilingMm } : {}),
          depthMm: kind === 'soffit' ? SOFFIT_MM : 500,
          planned: kind !== 'soffit',
        },
      ],
    }));
  return (
    <Part
      title={say(msg('screen.wall.on-it-and-before-it'))}
      says={say(
        counted([
          [wall.layers?.length ?? 0, 'layer'],
          [wall.furniture.length, 'piece'],
        ]),
      )}
      open={open}
    >
      <FaceLayers {...part} ceilingMm={ceilingMm} />
      <FurnitureRows
        list={wall.furniture}
        system={part.system}
        setList={(change) => set((w) => ({ ...w, furniture: change(w.furniture) }))}
      />
      <Adder says={say(msg('screen.wall.add-something-before-it'))} kinds={BEFORE} onAdd={addFurniture} />
    </Part>
  );
}
