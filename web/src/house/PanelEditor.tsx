import {
  BreakerId,
  PanelId,
  RoomId,
  type Breaker,
  type Evaluation,
  type House,
  type Panel,
  type Position,
  msg,
} from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { TextField } from '../parts/TextField.tsx';
import { PositionFields } from './PositionFields.tsx';
import type { SetHouse } from '../state/edit.ts';
import { useSay } from '../app/say.ts';

const RESTRICTIONS = [
  { value: 'none', label: msg('screen.panel.general') },
  { value: 'kitchen-counter', label: msg('screen.panel.kitchen-counter') },
  { value: 'bath', label: msg('screen.panel.bathroom') },
  { value: 'laundry', label: msg('screen.panel.laundry') },
  { value: 'garage', label: msg('screen.panel.garage') },
  { value: 'dedicated', label: msg('screen.panel.one-appliance') },
] as const;
const PROTECTION = [
  { value: 'none', label: msg('screen.panel.none') },
  { value: 'gfci', label: msg('screen.panel.ground-fault') },
  { value: 'afci', label: msg('screen.panel.arc-fault') },
  { value: 'dual', label: msg('screen.panel.both') },
] as const;
const AMPS = ['15', '20', '30', '40', '50'] as const;

const freshBreaker = (panel: Panel): Breaker => ({
  id: BreakerId.parse(freshId('b')),
  number: String(Math.max(0, ...panel.breakers.map((b) => Number(b.number) || 0)) + 1),
  amps: 15,
  poles: 1,
  protection: 'none',
  label: '',
  restriction: 'none',
  multiwire: false,
  proved: false,
});

function BreakerRow({
  breaker,
  feeds,
  set,
  remove,
}: {
  readonly breaker: Breaker;
  readonly feeds: string;
  readonly set: (to: Partial<Breaker>) => void;
  readonly remove: () => void;
}) {
  const say = useSay();
  return (
    <div className="row fields breaker-row">
      <TextField
        label={say(msg('screen.panel.number'))}
        value={breaker.number}
        required
        max={8}
        width={66}
        onChange={(number) => set({ number })}
      />
      <Choice
        label={say(msg('screen.panel.rating'))}
        value={String(breaker.amps) as (typeof AMPS)[number]}
        width={86}
        options={AMPS.map((a) => ({ value: a, label: `${a} A` }))}
        onChange={(a) => set({ amps: Number(a) })}
      />
      <Choice
        label={say(msg('screen.panel.poles'))}
        value={String(breaker.poles) as '1' | '2'}
        width={70}
        options={[
          { value: '1', label: '1' },
          { value: '2', label: '2' },
        ]}
        onChange={(p) => set({ poles: p === '2' ? 2 : 1 })}
      />
      <TextField
        label={say(msg('screen.panel.what-the-label-says'))}
        value={breaker.label}
        onChange={(label) => set({ label })}
        width={170}
      />
      <Choice
        label={say(msg('screen.panel.kind-of-circuit'))}
        value={breaker.restriction}
        width={150}
        options={RESTRICTIONS}
        onChange={(restriction) => set({ restriction })}
      />
      <Choice
        label={say(msg('screen.panel.protection'))}
        value={breaker.protection}
        width={120}
        options={PROTECTION}
        onChange={(protection) => set({ protection })}
      />
      <Checkbox checked={breaker.multiwire} onChange={(e) => set({ multiwire: e.target.checked })}>
        {say(msg('screen.panel.multiwire-shared-neutral'))}
      </Checkbox>
      <Checkbox checked={breaker.proved} onChange={(e) => set({ proved: e.target.checked })}>
        {say(msg('screen.panel.tested-turns-this-circuit-off'))}
      </Checkbox>
      <span className="muted grow">{feeds || say(msg('screen.panel.feeds-nothing-that-is-entered'))}</span>
      <Button
        type="text"
        size="small"
        aria-label={say(msg('screen.panel.delete-breaker', { breaker: breaker.number }))}
        onClick={remove}
      >
        ✕
      </Button>
    </div>
  );
}

/** A panel at the height of a standing person, in the middle of the first wall: a place to correct. */
function startPlace(house: House): Position {
  const wall = house.rooms[0]?.walls[0];
  return wall
    ? { on: 'wall', wallId: wall.id, xMm: wall.lengthMm / 2, heightMm: 1500 }
    : { on: 'somewhere', roomId: RoomId.parse('none') };
}

/** The panel directory as it really is: what each breaker kills, seen and not only read. */
export function PanelEditor({
  evaluation,
  onHouse,
}: {
  readonly evaluation: Evaluation;
  readonly onHouse: SetHouse;
}) {
  const say = useSay();
  const { house } = evaluation.bundle;
  const setPanel = (id: string, change: (p: Panel) => Panel) =>
    onHouse((h) => ({ ...h, panels: h.panels.map((p) => (p.id === id ? change(p) : p)) }));
  const labels = new Map(house.points.map((p) => [p.id as string, p.label]));
  const feeds = (b: Breaker) =>
    (evaluation.feed.circuits.get(b.id)?.points ?? []).map((id) => labels.get(id) ?? '').join(', ');
  return (
    <div className="stack">
      {house.panels.length === 0 && <p className="empty">{say(msg('screen.panel.no-panel-yet-add-it'))}</p>}
      {house.panels.map((panel) => (
        <section key={panel.id} className="stack sheet" aria-label={panel.label}>
          <div className="row fields">
            <TextField
              label={say(msg('screen.panel.panel'))}
              value={panel.label}
              required
              onChange={(label) => setPanel(panel.id, (p) => ({ ...p, label }))}
            />
            <TextField
              label={say(msg('screen.panel.where-it-is'))}
              value={panel.place}
              onChange={(place) => setPanel(panel.id, (p) => ({ ...p, place }))}
            />
            <NumberField
              label={say(msg('screen.panel.spaces-in-all'))}
              min={1}
              max={84}
              value={panel.spaces ?? null}
              onChange={(n) =>
                setPanel(panel.id, ({ spaces: _, ...p }) =>
                  n === null ? p : { ...p, spaces: Math.round(n) },
                )
              }
            />
            <NumberField
              label={say(msg('screen.panel.tandems'))}
              min={0}
              max={84}
              value={panel.tandems ?? null}
              onChange={(n) =>
                setPanel(panel.id, ({ tandems: _, ...p }) =>
                  n === null || n === 0 ? p : { ...p, tandems: Math.round(n) },
                )
              }
            />
            {panel.at ? (
              <PositionFields
                house={house}
                at={panel.at}
                onChange={(at) => setPanel(panel.id, (p) => ({ ...p, at }))}
              />
            ) : (
              house.rooms[0] && (
                <Button onClick={() => setPanel(panel.id, (p) => ({ ...p, at: startPlace(house) }))}>
                  {say(msg('screen.panel.measure-where-it-stands'))}
                </Button>
              )
            )}
            {house.panels.length > 1 && (
              <Choice
                label={say(msg('screen.panel.fed-from'))}
                value={panel.fedFrom ?? ''}
                width={220}
                options={[
                  { value: '' as const, label: say(msg('screen.panel.the-service')) },
                  ...house.panels
                    .filter((p) => p.id !== panel.id)
                    .flatMap((p) =>
                      p.breakers.map((b) => ({
                        value: b.id,
                        label: say(msg('screen.panel.breaker-of', { number: b.number, label: p.label })),
                      })),
                    ),
                ]}
                onChange={(id) =>
                  setPanel(panel.id, ({ fedFrom: _, ...p }) =>
                    id === '' ? p : { ...p, fedFrom: BreakerId.parse(id) },
                  )
                }
              />
            )}
          </div>
          {panel.breakers.map((b) => (
            <BreakerRow
              key={b.id}
              breaker={b}
              feeds={feeds(b)}
              set={(to) =>
                setPanel(panel.id, (p) => ({
                  ...p,
                  breakers: p.breakers.map((x) => (x.id === b.id ? { ...x, ...to } : x)),
                }))
              }
              remove={() =>
                onHouse({
                  ...house,
                  panels: house.panels.map((p) =>
                    p.id === panel.id ? { ...p, breakers: p.breakers.filter((x) => x.id !== b.id) } : p,
                  ),
                  cables: house.cables.filter(
                    (c) => ![c.from, c.to].some((e) => e.at === 'breaker' && e.breakerId === b.id),
                  ),
                })
              }
            />
          ))}
          <div>
            <Button
              onClick={() =>
                setPanel(panel.id, (p) => ({ ...p, breakers: [...p.breakers, freshBreaker(p)] }))
              }
            >
              {say(msg('screen.panel.add-a-breaker'))}
            </Button>
          </div>
        </section>
      ))}
      <div>
        <Button
          onClick={() => {
            const panel: Panel = {
              id: PanelId.parse(freshId('panel')),
              label:
                house.panels.length === 0
                  ? say(msg('screen.panel.main-panel'))
                  : say(msg('screen.panel.panel-2', { count: house.panels.length + 1 })),
              place: '',
              breakers: [],
            };
            onHouse((h) => ({ ...h, panels: [...h.panels, { ...panel, breakers: [freshBreaker(panel)] }] }));
          }}
        >
          {house.panels.length === 0
            ? say(msg('screen.panel.add-the-panel'))
            : say(msg('screen.panel.add-another-panel'))}
        </Button>
      </div>
    </div>
  );
}
