import { ItemId, type FaceLayer, type House, type Wall, msg } from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { freshId } from '../parts/ids.ts';
import { LengthInput } from '../parts/LengthInput.tsx';
import { TextField } from '../parts/TextField.tsx';
import { RectFields } from './RectFields.tsx';
import { useSay } from '../app/say.ts';

/** Tile on its bed, mm: what a new layer starts with. */
const TILE_MM = 9.5;

/** What lies on the board of this face, there already or to come: it decides how far a box has to stand out. */
export function FaceLayers({
  wall,
  system,
  ceilingMm,
  set,
}: {
  readonly wall: Wall;
  readonly system: House['units'];
  readonly ceilingMm: number;
  readonly set: (change: (w: Wall) => Wall) => void;
}) {
  const say = useSay();
  const layers = wall.layers ?? [];
  const put = (next: readonly FaceLayer[]) =>
    set(({ layers: _, ...w }) => (next.length === 0 ? w : { ...w, layers: [...next] }));
  const change = (id: string, to: (l: FaceLayer) => FaceLayer) =>
    put(layers.map((l) => (l.id === id ? to(l) : l)));
  return (
    <>
      {layers.map((l) => (
        <div className="row fields" key={l.id}>
          <TextField
            label={say(msg('screen.wall.on-the-board'))}
            value={l.name}
            required
            width={130}
            onChange={(name) => change(l.id, (x) => ({ ...x, name }))}
          />
          <LengthInput
            label={say(msg('screen.wall.thick'))}
            value={l.thicknessMm}
            system={system}
            width={90}
            onChange={(mm) => change(l.id, (x) => ({ ...x, thicknessMm: Math.min(mm, 200) }))}
          />
          {l.area && (
            <RectFields
              item={l.area}
              system={system}
              onChange={(to) => change(l.id, (x) => (x.area ? { ...x, area: { ...x.area, ...to } } : x))}
            />
          )}
          <Checkbox
            checked={l.area === undefined}
            onChange={(e) =>
              change(l.id, ({ area: _, ...x }) =>
                e.target.checked
                  ? x
                  : { ...x, area: { leftMm: 0, rightMm: wall.lengthMm, bottomMm: 0, topMm: ceilingMm } },
              )
            }
          >
            {say(msg('screen.wall.over-the-whole-wall'))}
          </Checkbox>
          <Checkbox
            checked={l.planned}
            onChange={(e) => change(l.id, (x) => ({ ...x, planned: e.target.checked }))}
          >
            {say(msg('screen.wall.still-to-come'))}
          </Checkbox>
          <Button
            type="text"
            size="small"
            aria-label={say(msg('screen.wall.delete', { name: l.name }))}
            onClick={() => put(layers.filter((x) => x.id !== l.id))}
          >
            ✕
          </Button>
        </div>
      ))}
      <div>
        <Button
          size="small"
          disabled={layers.length >= 12}
          onClick={() =>
            put([
              ...layers,
              {
                id: ItemId.parse(freshId('layer')),
                name: say(msg('screen.wall.tile')),
                thicknessMm: TILE_MM,
                planned: true,
              },
            ])
          }
        >
          {say(msg('screen.wall.tile-or-panel-on-the'))}
        </Button>
      </div>
    </>
  );
}
