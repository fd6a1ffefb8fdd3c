import { isProtecting, switchedIn, type Cable, type House, type Point } from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { LengthInput } from '../parts/LengthInput.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import {
  addCable,
  cablesAt,
  commandedBy,
  endValue,
  farEnd,
  isAt,
  isCommanded,
  sourcesFor,
  switchChoices,
  withCable,
  withoutCable,
} from './feed-edits.ts';
import { CARRIES, GROUNDS, TYPES, WAYS } from './words.ts';
import type { SetHouse } from '../state/edit.ts';

const GAUGES = [
  { value: '', label: 'not read' },
  ...(['14', '12', '10', '8', '6', '4'] as const).map((g) => ({ value: g, label: `${g} AWG` })),
];
const SIDES = [
  { value: 'splice', label: 'joined' },
  { value: 'line', label: 'on LINE' },
  { value: 'load', label: 'on LOAD' },
] as const;

function Row({
  house,
  point,
  cable,
  onHouse,
}: {
  readonly house: House;
  readonly point: Point;
  readonly cable: Cable;
  readonly onHouse: SetHouse;
}) {
  const set = (change: Partial<Cable>) => onHouse((h) => withCable(h, cable.id, change));
  const far = farEnd(cable, point.id);
  const name = sourcesFor(house, point.id).find((s) => s.value === endValue(far))?.label ?? 'nowhere';
  const switches = switchChoices(house.points);
  const [first, second] = switchedIn(cable).map(({ key }) => switches.find((s) => s.value === key));
  const put = (to: Cable) =>
    onHouse((h) => ({ ...h, cables: h.cables.map((c) => (c.id === cable.id ? to : c)) }));
  const protects = point.devices.some(isProtecting);
  const near = isAt(cable.from, point.id) ? cable.from : cable.to;
  return (
    <div className="row fields cable-row">
      <span className="cable-name">
        {isAt(cable.to, point.id) ? 'from' : 'to'} {name}
      </span>
      <Choice
        label="Size"
        value={cable.gauge ?? ''}
        width={100}
        options={GAUGES}
        onChange={(g) => set({ gauge: g === '' ? null : (g as NonNullable<Cable['gauge']>) })}
      />
      <Choice
        label="Carries"
        value={cable.carries}
        width={200}
        options={CARRIES}
        onChange={(carries) =>
          put(
            commandedBy(
              { ...cable, carries },
              isCommanded(carries) ? (first ?? switches[0]) : undefined,
              isCommanded(carries) ? second : undefined,
            ),
          )
        }
      />
      {isCommanded(cable.carries) && (
        <Choice
          label="Commanded by"
          value={first?.value ?? ''}
          width={140}
          options={[{ value: '', label: '?' }, ...switches]}
          onChange={(key) =>
            put(
              commandedBy(
                cable,
                switches.find((s) => s.value === key),
                second,
              ),
            )
          }
        />
      )}
      {isCommanded(cable.carries) && first && switches.length > 1 && (
        <Choice
          label="A second one"
          value={second?.value ?? ''}
          width={140}
          options={[{ value: '', label: 'none' }, ...switches.filter((s) => s.value !== first.value)]}
          onChange={(key) =>
            put(
              commandedBy(
                cable,
                first,
                switches.find((s) => s.value === key),
              ),
            )
          }
        />
      )}
      <Choice
        label="Ground"
        value={cable.ground}
        width={130}
        options={GROUNDS}
        onChange={(ground) => set({ ground })}
      />
      <Choice
        label="Metal"
        value={cable.metal ?? 'Cu'}
        width={110}
        options={[
          { value: 'Cu', label: 'copper' },
          { value: 'Al', label: 'aluminium' },
        ]}
        onChange={(metal) => set({ metal })}
      />
      <Choice
        label="Kind"
        value={cable.type}
        width={170}
        options={TYPES}
        onChange={(type) => set({ type })}
      />
      <LengthInput
        label="Length"
        value={cable.lengthMm}
        system={house.units}
        style="feet"
        placeholder="not measured"
        width={110}
        onChange={(lengthMm) => set({ lengthMm })}
        onClear={() => set({ lengthMm: null })}
      />
      {RACEWAYS.has(cable.type) && (
        <Choice
          label="Trade size"
          value={cable.size ?? ''}
          width={110}
          options={[
            { value: '', label: 'not read' },
            { value: '3/8', label: '3/8 in' },
            { value: '1/2', label: '1/2 in' },
            { value: '3/4', label: '3/4 in' },
          ]}
          onChange={(size) =>
            onHouse({
              ...house,
              cables: house.cables.map(({ size: was, ...c }) =>
                c.id !== cable.id
                  ? { ...c, ...(was ? { size: was } : {}) }
                  : { ...c, ...(size === '' ? {} : { size }) },
              ),
            })
          }
        />
      )}
      <NumberField
        label="Others beside it"
        min={0}
        max={60}
        width={100}
        title="Current-carrying conductors of other cables, side by side for more than 24 in, or in one foamed hole, or in its raceway"
        value={cable.surroundings?.alongside ?? 0}
        onChange={(n) =>
          set({ surroundings: { celsius: cable.surroundings?.celsius ?? null, alongside: n ?? 0 } })
        }
      />
      <NumberField
        label="Around it, °C"
        min={-40}
        max={85}
        width={100}
        placeholder="30"
        value={cable.surroundings?.celsius ?? null}
        onChange={(celsius) =>
          set({ surroundings: { celsius, alongside: cable.surroundings?.alongside ?? 0 } })
        }
      />
      <Choice label="Way" value={cable.way} width={130} options={WAYS} onChange={(way) => set({ way })} />
      {protects && near.at === 'point' && (
        <Choice
          label="Terminals"
          value={near.on}
          width={100}
          options={SIDES}
          onChange={(on) =>
            onHouse(
              withCable(
                house,
                cable.id,
                isAt(cable.from, point.id) ? { from: { ...near, on } } : { to: { ...near, on } },
              ),
            )
          }
        />
      )}
      <Button
        type="text"
        size="small"
        aria-label={`Take out the cable ${name}`}
        onClick={() => onHouse((h) => withoutCable(h, cable.id))}
      >
        ✕
      </Button>
    </div>
  );
}

const RACEWAYS: ReadonlySet<Cable['type']> = new Set(['EMT', 'FMC', 'LFMC', 'LFNC', 'PVC']);

/** The cables in one box: where each comes from or goes to, its size and what it carries. */
export function CableRows({
  house,
  point,
  onHouse,
}: {
  readonly house: House;
  readonly point: Point;
  readonly onHouse: SetHouse;
}) {
  const [from, setFrom] = useState('');
  const sources = sourcesFor(house, point.id);
  const cables = cablesAt(house, point.id);
  return (
    <div className="stack">
      {cables.length === 0 && <p className="muted">No cable is entered for this box. Say what feeds it.</p>}
      {cables.map((c) => (
        <Row key={c.id} house={house} point={point} cable={c} onHouse={onHouse} />
      ))}
      <div className="row fields">
        <Choice
          label="One more cable, from"
          value={from}
          width={240}
          options={[{ value: '', label: 'choose breaker or box' }, ...sources]}
          onChange={setFrom}
        />
        <Button
          disabled={from === ''}
          onClick={() => {
            onHouse(addCable(house, from, point, null));
            setFrom('');
          }}
        >
          Add the cable
        </Button>
      </div>
    </div>
  );
}
