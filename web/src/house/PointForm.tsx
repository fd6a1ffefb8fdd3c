import { BOXES, type House, type Point } from '@elwand/core';
import { Checkbox } from 'antd';
import { lazy, Suspense } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { LoadsEditor } from '../parts/LoadsEditor.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { TextField } from '../parts/TextField.tsx';
import { freshId } from '../parts/ids.ts';
import { withPoint, type SetHouse } from '../state/edit.ts';
import { ItemId } from '@elwand/core';
import { BoxExtras } from './BoxExtras.tsx';
import { CableRows } from './CableRows.tsx';
import { PositionFields } from './PositionFields.tsx';
import { CLAMPS, CONDITIONS, KINDS } from './words.ts';

const DeviceRows = lazy(() => import('./DeviceRows.tsx').then((m) => ({ default: m.DeviceRows })));

function Loads({
  house,
  point,
  onHouse,
}: {
  readonly house: House;
  readonly point: Point;
  readonly onHouse: SetHouse;
}) {
  const own = house.loads.filter((l) => l.pointId === point.id);
  return (
    <LoadsEditor
      loads={own}
      onChange={(loads) =>
        onHouse({
          ...house,
          loads: [
            ...house.loads.filter((l) => l.pointId !== point.id),
            ...loads.map((l, i) => ({
              ...l,
              id: own[i]?.id ?? ItemId.parse(freshId('load')),
              pointId: point.id,
            })),
          ],
        })
      }
    />
  );
}

/** Everything about one point: where it is, its box, what is in it, what runs on it. */
export function PointForm({
  house,
  point,
  onHouse,
}: {
  readonly house: House;
  readonly point: Point;
  readonly onHouse: SetHouse;
}) {
  const set = (change: (p: Point) => Point) => onHouse((h) => withPoint(h, point.id, change));
  return (
    <div className="stack">
      <div className="row fields">
        <TextField
          label="Name"
          value={point.label}
          required
          width={90}
          onChange={(label) => set((p) => ({ ...p, label }))}
        />
        <Choice
          label="Kind"
          value={point.kind}
          width={140}
          options={KINDS}
          onChange={(kind) =>
            set((p) => ({
              ...p,
              kind,
              devices:
                kind === 'junction'
                  ? []
                  : [{ kind: kind === 'receptacle' ? 'receptacle' : kind, amps: 15, grounded: true }],
            }))
          }
        />
        <PositionFields house={house} at={point.at} onChange={(at) => set((p) => ({ ...p, at }))} />
      </div>
      <div className="row fields">
        <Choice
          label="Box"
          value={point.box.model ?? ''}
          width={260}
          options={[
            { value: '', label: 'not looked at' },
            ...BOXES.map((b) => ({ value: b.id, label: b.name })),
          ]}
          onChange={(id) =>
            set((p) => {
              const b = BOXES.find((x) => x.id === id);
              return {
                ...p,
                box: {
                  ...p.box,
                  model: b?.id ?? null,
                  gangs: b?.gangs ?? p.box.gangs,
                  metal: b?.metal ?? p.box.metal,
                  clamps: b ? (b.clampsInside ? 'inside' : 'none') : p.box.clamps,
                },
              };
            })
          }
        />
        <NumberField
          label="Volume read in it, cu in"
          min={1}
          max={400}
          step={0.5}
          value={point.box.markedCubicInches}
          placeholder="not read"
          onChange={(v) => set((p) => ({ ...p, box: { ...p.box, markedCubicInches: v } }))}
        />
        <Choice
          label="Clamps"
          value={point.box.clamps}
          width={190}
          options={CLAMPS}
          onChange={(clamps) => set((p) => ({ ...p, box: { ...p.box, clamps } }))}
        />
        <Choice
          label="State"
          value={point.condition}
          width={200}
          options={CONDITIONS}
          onChange={(condition) => set((p) => ({ ...p, condition }))}
        />
        <Checkbox
          checked={point.accessible}
          onChange={(e) => set((p) => ({ ...p, accessible: e.target.checked }))}
        >
          can be reached
        </Checkbox>
      </div>
      <Suspense fallback={null}>
        <DeviceRows point={point} set={set} />
      </Suspense>
      <BoxExtras point={point} set={set} />
      <h3>Cables in the box</h3>
      <CableRows house={house} point={point} onHouse={onHouse} />
      <h3>What runs on it</h3>
      <Loads house={house} point={point} onHouse={onHouse} />
    </div>
  );
}
