import { type BoxExtras as Extras, type Gauge, type Point, msg } from '@elwand/core';
import { Checkbox } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { useSay } from '../app/say.ts';

/** A number of things in the box; none is left out of the document. */
function Count({
  label,
  value,
  max,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly max: number;
  readonly onChange: (n: number) => void;
}) {
  return (
    <NumberField
      label={label}
      min={0}
      max={max}
      width={120}
      value={value}
      onChange={(n) => onChange(n ?? 0)}
    />
  );
}

const without = (extras: Extras, key: keyof Extras): Extras =>
  Object.fromEntries(Object.entries(extras).filter(([k]) => k !== key));

/** What else takes or gives room in a box, folded away until it is needed. */
export function BoxExtras({
  point,
  set,
}: {
  readonly point: Point;
  readonly set: (change: (p: Point) => Point) => void;
}) {
  const say = useSay();
  const extras = point.box.extras ?? {};
  const put = (next: Extras) =>
    set((p) => {
      const { extras: _, ...box } = p.box;
      return { ...p, box: Object.keys(next).length > 0 ? { ...box, extras: next } : box };
    });
  const number = (key: 'ringCubicInches' | 'fittings' | 'fixtureWires' | 'terminalBlocks') => (n: number) =>
    put(n === 0 ? without(extras, key) : { ...extras, [key]: n });
  const through = extras.unbroken?.[0];
  const unbroken = (to: Partial<NonNullable<Extras['unbroken']>[number]>) => {
    const next = { gauge: '14' as Gauge, count: 0, coiled: false, ...through, ...to };
    put(
      next.count === 0
        ? without(extras, 'unbroken')
        : { ...extras, unbroken: [next, ...(extras.unbroken ?? []).slice(1)] },
    );
  };
  const device = point.devices[0];
  const count = Object.keys(extras).length;
  return (
    <details className="box-extras" open={count > 0 ? true : undefined}>
      <summary>
        {say(
          count > 0
            ? msg('screen.points.more-about-the-box-entered', { count })
            : msg('screen.points.more-about-the-box'),
        )}
      </summary>
      <div className="row fields">
        <Count
          label={say(msg('screen.points.ring-or-cover-cu-in'))}
          value={extras.ringCubicInches ?? 0}
          max={200}
          onChange={number('ringCubicInches')}
        />
        <Choice
          label={say(msg('screen.points.barrier'))}
          value={extras.barrier ?? 'none'}
          width={120}
          options={[
            { value: 'none', label: say(msg('screen.points.none')) },
            { value: 'metal', label: say(msg('screen.points.metal')) },
            { value: 'nonmetallic', label: say(msg('screen.points.plastic')) },
          ]}
          onChange={(b) => put(b === 'none' ? without(extras, 'barrier') : { ...extras, barrier: b })}
        />
        <Count
          label={say(msg('screen.points.stud-or-hickey'))}
          value={extras.fittings ?? 0}
          max={2}
          onChange={number('fittings')}
        />
        <Count
          label={say(msg('screen.points.luminaire-wires-thin'))}
          value={extras.fixtureWires ?? 0}
          max={12}
          onChange={number('fixtureWires')}
        />
        <Checkbox
          checked={extras.domedCanopy ?? false}
          onChange={(e) =>
            put(e.target.checked ? { ...extras, domedCanopy: true } : without(extras, 'domedCanopy'))
          }
        >
          {say(msg('screen.points.domed-canopy'))}
        </Checkbox>
        <Count
          label={say(msg('screen.points.terminal-blocks'))}
          value={extras.terminalBlocks ?? 0}
          max={4}
          onChange={number('terminalBlocks')}
        />
        <Count
          label={say(msg('screen.points.wires-through-uncut'))}
          value={through?.count ?? 0}
          max={40}
          onChange={(n) => unbroken({ count: n })}
        />
        {through && (
          <>
            <Choice
              label={say(msg('screen.points.their-size'))}
              value={through.gauge}
              width={100}
              options={(['14', '12', '10', '8', '6'] as const).map((g) => ({ value: g, label: `${g} AWG` }))}
              onChange={(gauge) => unbroken({ gauge })}
            />
            <Checkbox checked={through.coiled} onChange={(e) => unbroken({ coiled: e.target.checked })}>
              {say(msg('screen.points.12-in-or-more-looped'))}
            </Checkbox>
          </>
        )}
        <Choice
          label={say(msg('screen.points.marked-for'))}
          value={point.box.listedFor ?? 'unread'}
          width={150}
          options={[
            { value: 'unread', label: say(msg('screen.points.not-looked-at')) },
            { value: 'luminaire', label: say(msg('screen.points.a-luminaire')) },
            { value: 'fan', label: say(msg('screen.points.a-fan')) },
            { value: 'neither', label: say(msg('screen.points.neither')) },
          ]}
          onChange={(v) =>
            set((p) => {
              const { listedFor: _, ...box } = p.box;
              return { ...p, box: v === 'unread' ? box : { ...box, listedFor: v } };
            })
          }
        />
        {device && (
          <Count
            label={say(msg('screen.points.gangs-of-the-device'))}
            value={device.gangs ?? 1}
            max={4}
            onChange={(n) =>
              set((p) => ({
                ...p,
                devices: p.devices.map(({ gangs: _, ...d }, i) => (i > 0 || n <= 1 ? d : { ...d, gangs: n })),
              }))
            }
          />
        )}
      </div>
    </details>
  );
}
