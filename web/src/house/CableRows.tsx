import {
  isProtecting,
  isRaceway,
  switchedIn,
  type Cable,
  type House,
  type Point,
  msg,
  q,
  row,
  GAUGES,
  BUNDLED_OVER,
} from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { LengthInput } from '../parts/LengthInput.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import {
  addCable,
  addCableLike,
  cablesAt,
  commandedBy,
  endValue,
  farEnd,
  isAt,
  isCommanded,
  putCable,
  sourcesFor,
  switchChoices,
  withCable,
  withoutCable,
} from './feed-edits.ts';
import { SeenAt } from './SeenAt.tsx';
import { CARRIES, GROUNDS, METHOD_WORDS, TYPES, WAYS } from './words.ts';
import type { SetHouse } from '../state/edit.ts';
import { useSay } from '../app/say.ts';
import { TemperatureField } from '../parts/TemperatureField.tsx';

const SIZES = [
  { value: '', label: msg('screen.points.not-read') },
  ...GAUGES.map((g) => ({ value: g, label: `${g} AWG` })),
];
const SIDES = [
  { value: 'splice', label: msg('screen.points.joined') },
  { value: 'line', label: msg('screen.points.on-line') },
  { value: 'load', label: msg('screen.points.on-load') },
] as const;

interface CableProps {
  readonly house: House;
  readonly cable: Cable;
  readonly onHouse: SetHouse;
}

/** What it carries, and by which switches, where one commands it. */
function CarriesFields({ house, cable, onHouse }: CableProps) {
  const say = useSay();
  const switches = switchChoices(house.points);
  const [first, second] = switchedIn(cable).map(({ key }) => switches.find((s) => s.value === key));
  const put = (to: Cable) => onHouse((h) => putCable(h, to));
  return (
    <>
      <Choice
        label={say(msg('screen.points.carries'))}
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
          label={say(msg('screen.points.commanded-by'))}
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
          label={say(msg('screen.points.a-second-one'))}
          value={second?.value ?? ''}
          width={140}
          options={[
            { value: '', label: say(msg('screen.points.none')) },
            ...switches.filter((s) => s.value !== first.value),
          ]}
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
    </>
  );
}

function TradeSize({ cable, onHouse }: Omit<CableProps, 'house'>) {
  const say = useSay();
  return (
    <Choice
      label={say(msg('screen.points.trade-size'))}
      value={cable.size ?? ''}
      width={110}
      options={[
        { value: '', label: say(msg('screen.points.not-read')) },
        { value: '3/8', label: say(msg('screen.points.3-8-in')) },
        { value: '1/2', label: say(msg('screen.points.1-2-in')) },
        { value: '3/4', label: say(msg('screen.points.3-4-in')) },
      ]}
      onChange={(size) =>
        onHouse((h) => ({
          ...h,
          cables: h.cables.map((c) => {
            if (c.id !== cable.id) return c;
            const { size: _, ...rest } = c;
            return size === '' ? rest : { ...rest, size };
          }),
        }))
      }
    />
  );
}

/** What is around it: other cables, and heat. */
function Surroundings({
  cable,
  system,
  onChange,
}: {
  readonly cable: Cable;
  readonly system: House['units'];
  readonly onChange: (change: Pick<Cable, 'surroundings'>) => void;
}) {
  const say = useSay();
  return (
    <>
      <NumberField
        label={say(msg('screen.points.others-beside-it'))}
        min={0}
        max={60}
        width={100}
        title={say(msg('screen.points.bundled', { longer: q.distance(BUNDLED_OVER.mm) }))}
        value={cable.surroundings?.alongside ?? 0}
        onChange={(n) =>
          onChange({ surroundings: { celsius: cable.surroundings?.celsius ?? null, alongside: n ?? 0 } })
        }
      />
      <TemperatureField
        label={msg('screen.points.around-it')}
        placeholder={msg('screen.points.around-it-assumed', { degrees: q.celsius(30) })}
        system={system}
        celsius={cable.surroundings?.celsius ?? null}
        onChange={(celsius) =>
          onChange({ surroundings: { celsius, alongside: cable.surroundings?.alongside ?? 0 } })
        }
      />
    </>
  );
}

function Row({ house, point, cable, onHouse }: CableProps & { readonly point: Point }) {
  const say = useSay();
  const set = (change: Partial<Cable>) => onHouse((h) => withCable(h, cable.id, change));
  const far = farEnd(cable, point.id);
  const name = sourcesFor(house, point.id).find((s) => s.value === endValue(far))?.label ?? '?';
  const protects = point.devices.some(isProtecting);
  const near = isAt(cable.from, point.id) ? cable.from : cable.to;
  return (
    <div className="row fields cable-row">
      <span className="cable-name">
        {say(msg(isAt(cable.to, point.id) ? 'screen.points.cable-from' : 'screen.points.cable-to', { name }))}
      </span>
      <Choice
        label={say(msg('screen.points.size'))}
        value={cable.gauge ?? ''}
        width={100}
        options={SIZES}
        onChange={(g) => set({ gauge: g === '' ? null : (g as NonNullable<Cable['gauge']>) })}
      />
      <CarriesFields house={house} cable={cable} onHouse={onHouse} />
      <Choice
        label={say(msg('screen.points.ground'))}
        value={cable.ground}
        width={130}
        options={GROUNDS}
        onChange={(ground) => set({ ground })}
      />
      <Choice
        label={say(msg('screen.points.metal-2'))}
        value={cable.metal ?? 'Cu'}
        width={110}
        options={[
          { value: 'Cu', label: say(msg('screen.points.copper')) },
          { value: 'Al', label: say(msg('screen.points.aluminum')) },
        ]}
        onChange={(metal) => set({ metal })}
      />
      <Choice
        label={say(msg('screen.points.kind'))}
        value={cable.type}
        width={170}
        options={TYPES}
        onChange={(type) => set({ type })}
      />
      <LengthInput
        label={say(msg('screen.points.length'))}
        value={cable.lengthMm}
        system={house.units}
        style="feet"
        placeholder={say(msg('screen.points.not-measured'))}
        width={110}
        onChange={(lengthMm) => set({ lengthMm })}
        onClear={() => set({ lengthMm: null })}
      />
      {isRaceway(cable.type) && <TradeSize cable={cable} onHouse={onHouse} />}
      <Surroundings cable={cable} system={house.units} onChange={set} />
      <Choice
        label={say(msg('screen.points.way'))}
        value={cable.way}
        width={130}
        options={WAYS}
        onChange={(way) => set({ way })}
      />
      {protects && near.at === 'point' && (
        <Choice
          label={say(msg('screen.points.terminals'))}
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
        aria-label={say(msg('screen.points.delete-the-cable', { name }))}
        onClick={() => onHouse((h) => withoutCable(h, cable.id))}
      >
        ✕
      </Button>
      <div className="cable-seen">
        <SeenAt house={house} cable={cable} onChange={(to) => onHouse((h) => putCable(h, to))} />
      </div>
    </div>
  );
}

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
  const say = useSay();
  const [from, setFrom] = useState('');
  const [like, setLike] = useState('');
  const sources = sourcesFor(house, point.id);
  const cables = cablesAt(house, point.id);
  return (
    <div className="stack">
      {cables.length === 0 && <p className="muted">{say(msg('screen.points.no-cable-is-entered-for'))}</p>}
      {cables.map((c) => (
        <Row key={c.id} house={house} point={point} cable={c} onHouse={onHouse} />
      ))}
      <div className="row fields">
        <Choice
          label={say(msg('screen.points.one-more-cable-from'))}
          value={from}
          width={240}
          options={[{ value: '', label: say(msg('screen.points.choose-breaker-or-box')) }, ...sources]}
          onChange={setFrom}
        />
        {cables.length > 0 && (
          <Choice
            label={say(msg('screen.points.same-cable-as'))}
            value={like}
            width={220}
            options={[
              { value: '', label: say(msg('screen.points.not-read')) },
              ...cables.map((c) => ({
                value: c.id,
                label: say(
                  row([
                    sources.find((f) => f.value === endValue(farEnd(c, point.id)))?.label ?? '?',
                    METHOD_WORDS[c.type],
                    c.gauge === null ? '' : `${c.gauge} AWG`,
                  ]),
                ),
              })),
            ]}
            onChange={setLike}
          />
        )}
        <Button
          disabled={from === ''}
          onClick={() => {
            const same = cables.find((c) => c.id === like);
            onHouse(same ? addCableLike(house, from, point, same) : addCable(house, from, point, null));
            setFrom('');
          }}
        >
          {say(msg('screen.points.add-the-cable'))}
        </Button>
      </div>
    </div>
  );
}
