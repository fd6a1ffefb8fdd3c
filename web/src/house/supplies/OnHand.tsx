import {
  allParts,
  CABLE_SORTS,
  cableSortText,
  ItemId,
  msg,
  partOf,
  rollKey,
  type CableSort,
  type House,
  type Shelf,
} from '@elwand/core';
import { Button, InputNumber, Select } from 'antd';
import { useMemo, useState } from 'react';
import { useSay } from '../../app/say.ts';
import { Choice } from '../../parts/Choice.tsx';
import { freshId } from '../../parts/ids.ts';
import { LengthInput } from '../../parts/LengthInput.tsx';
import type { SetHouse } from '../../state/edit.ts';

const NOTHING: Shelf = { parts: {}, cable: [] };

/** Changes what is at hand; with nothing left of it the house has no such list. */
const withShelf =
  (change: (shelf: Shelf) => Shelf) =>
  (house: House): House => {
    const { shelf = NOTHING, ...rest } = house;
    const to = change(shelf);
    return to.cable.length + Object.keys(to.parts).length > 0 ? { ...rest, shelf: to } : rest;
  };

const sortKey = ({
  gauge,
  conductors,
  method,
}: Pick<CableSort, 'gauge' | 'conductors'> & { method: string }) => `${method}-${gauge}-${conductors}`;
const SORTS = new Map(CABLE_SORTS.map((s) => [sortKey(s), s] as const));
const USUAL = sortKey({ method: 'NM-B', gauge: '14', conductors: 2 });

function Cables({ house, onHouse }: { readonly house: House; readonly onHouse: SetHouse }) {
  const say = useSay();
  const cable = house.shelf?.cable ?? [];
  const [sort, setSort] = useState(USUAL);
  const add = (lengthMm: number) => {
    const of = SORTS.get(sort);
    if (of && lengthMm >= 1)
      onHouse(
        withShelf((s) => ({
          ...s,
          cable: [...s.cable, { ...of, id: ItemId.parse(freshId('left')), lengthMm }],
        })),
      );
  };
  return (
    <>
      {cable.length === 0 ? (
        <p className="quiet">{say(msg('screen.supplies.no-cable'))}</p>
      ) : (
        <table className="plain-table on-hand">
          <tbody>
            {cable.map((c) => {
              const of = SORTS.get(sortKey(c));
              const name = of ? say(cableSortText(of)) : rollKey(c.gauge, c.conductors, c.method);
              return (
                <tr key={c.id}>
                  <th scope="row">{name}</th>
                  <td>
                    <LengthInput
                      label={say(msg('screen.supplies.length-of', { cable: name }))}
                      value={c.lengthMm}
                      system={house.units}
                      style="feet"
                      onChange={(lengthMm) =>
                        onHouse(
                          withShelf((s) => ({
                            ...s,
                            cable: s.cable.map((x) =>
                              x.id === c.id ? { ...x, lengthMm: Math.max(1, lengthMm) } : x,
                            ),
                          })),
                        )
                      }
                    />
                  </td>
                  <td>
                    <Button
                      size="small"
                      aria-label={say(msg('screen.supplies.delete', { what: name }))}
                      onClick={() =>
                        onHouse(withShelf((s) => ({ ...s, cable: s.cable.filter((x) => x.id !== c.id) })))
                      }
                    >
                      {say(msg('screen.supplies.delete-2'))}
                    </Button>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <div className="row fields">
        <Choice
          label={say(msg('screen.supplies.cable'))}
          value={sort}
          options={[...SORTS].map(([value, s]) => ({ value, label: cableSortText(s) }))}
          onChange={setSort}
        />
        {/* A new field for each piece: what was entered is in the list. */}
        <LengthInput
          key={cable.length}
          label={say(msg('screen.supplies.length'))}
          value={null}
          system={house.units}
          style="feet"
          placeholder={say(msg('screen.supplies.length-hint'))}
          width={210}
          onChange={add}
        />
      </div>
    </>
  );
}

function Parts({ house, onHouse }: { readonly house: House; readonly onHouse: SetHouse }) {
  const say = useSay();
  const parts = Object.entries(house.shelf?.parts ?? {});
  const put = (key: string, count: number | null) =>
    onHouse(
      withShelf((s) => {
        const { [key]: _, ...others } = s.parts;
        return { ...s, parts: count ? { ...others, [key]: count } : others };
      }),
      `shelf-${key}`,
    );
  const options = useMemo(
    () =>
      allParts()
        .filter((p) => p.unit !== 'roll')
        .map((p) => ({ value: p.key, label: say(p.name) })),
    [say],
  );
  return (
    <>
      {parts.length === 0 ? (
        <p className="quiet">{say(msg('screen.supplies.no-parts'))}</p>
      ) : (
        <table className="plain-table on-hand">
          <tbody>
            {parts.map(([key, count]) => {
              const name = say(partOf(key)?.name ?? key);
              return (
                <tr key={key}>
                  <th scope="row">{name}</th>
                  <td>
                    <InputNumber
                      size="small"
                      min={1}
                      max={100_000}
                      precision={0}
                      changeOnWheel={false}
                      aria-label={say(msg('screen.supplies.count-of', { part: name }))}
                      value={count}
                      onChange={(v) => v !== null && put(key, v)}
                    />
                  </td>
                  <td>
                    <Button
                      size="small"
                      aria-label={say(msg('screen.supplies.delete', { what: name }))}
                      onClick={() => put(key, null)}
                    >
                      {say(msg('screen.supplies.delete-2'))}
                    </Button>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <Select
        className="supplies-add"
        showSearch={{ optionFilterProp: 'label' }}
        aria-label={say(msg('screen.supplies.add-part'))}
        placeholder={say(msg('screen.supplies.add-part'))}
        value={null}
        options={options.filter((o) => house.shelf?.parts[o.value] === undefined)}
        onChange={(key: string | null) => key !== null && put(key, 1)}
      />
    </>
  );
}

/** What is left of earlier jobs: it is used before anything is bought. */
export function OnHand({ house, onHouse }: { readonly house: House; readonly onHouse: SetHouse }) {
  const say = useSay();
  return (
    <section className="sheet stack" aria-label={say(msg('screen.supplies.on-hand'))}>
      <h2>{say(msg('screen.supplies.on-hand'))}</h2>
      <p className="muted">{say(msg('screen.supplies.on-hand-why'))}</p>
      <h3>{say(msg('screen.supplies.cable'))}</h3>
      <Cables house={house} onHouse={onHouse} />
      <h3>{say(msg('screen.supplies.parts'))}</h3>
      <Parts house={house} onHouse={onHouse} />
    </section>
  );
}
