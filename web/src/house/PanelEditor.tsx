import {
  BreakerId,
  PanelId,
  RoomId,
  type Breaker,
  type Evaluation,
  type House,
  type Panel,
  type Position,
} from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { TextField } from '../parts/TextField.tsx';
import { PositionFields } from './PositionFields.tsx';
import type { SetHouse } from '../state/edit.ts';

const RESTRICTIONS = [
  { value: 'none', label: 'general' },
  { value: 'kitchen-counter', label: 'kitchen counter' },
  { value: 'bath', label: 'bathroom' },
  { value: 'laundry', label: 'laundry' },
  { value: 'garage', label: 'garage' },
  { value: 'dedicated', label: 'one appliance' },
] as const;
const PROTECTION = [
  { value: 'none', label: 'none' },
  { value: 'gfci', label: 'ground-fault' },
  { value: 'afci', label: 'arc-fault' },
  { value: 'dual', label: 'both' },
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
  return (
    <div className="row fields breaker-row">
      <TextField
        label="Number"
        value={breaker.number}
        required
        max={8}
        width={66}
        onChange={(number) => set({ number })}
      />
      <Choice
        label="Rating"
        value={String(breaker.amps) as (typeof AMPS)[number]}
        width={86}
        options={AMPS.map((a) => ({ value: a, label: `${a} A` }))}
        onChange={(a) => set({ amps: Number(a) })}
      />
      <Choice
        label="Poles"
        value={String(breaker.poles) as '1' | '2'}
        width={70}
        options={[
          { value: '1', label: '1' },
          { value: '2', label: '2' },
        ]}
        onChange={(p) => set({ poles: p === '2' ? 2 : 1 })}
      />
      <TextField
        label="What the label says"
        value={breaker.label}
        onChange={(label) => set({ label })}
        width={170}
      />
      <Choice
        label="Kind of circuit"
        value={breaker.restriction}
        width={150}
        options={RESTRICTIONS}
        onChange={(restriction) => set({ restriction })}
      />
      <Choice
        label="Protection"
        value={breaker.protection}
        width={120}
        options={PROTECTION}
        onChange={(protection) => set({ protection })}
      />
      <Checkbox checked={breaker.multiwire} onChange={(e) => set({ multiwire: e.target.checked })}>
        multiwire (shared neutral)
      </Checkbox>
      <Checkbox checked={breaker.proved} onChange={(e) => set({ proved: e.target.checked })}>
        Tested: turns this circuit off
      </Checkbox>
      <span className="muted grow">{feeds || 'feeds nothing that is entered'}</span>
      <Button type="text" size="small" aria-label={`Take out breaker ${breaker.number}`} onClick={remove}>
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
  const { house } = evaluation.bundle;
  const setPanel = (id: string, change: (p: Panel) => Panel) =>
    onHouse((h) => ({ ...h, panels: h.panels.map((p) => (p.id === id ? change(p) : p)) }));
  const labels = new Map(house.points.map((p) => [p.id as string, p.label]));
  const feeds = (b: Breaker) =>
    (evaluation.feed.circuits.get(b.id)?.points ?? []).map((id) => labels.get(id) ?? '').join(', ');
  return (
    <div className="stack">
      {house.panels.length === 0 && (
        <p className="empty">
          No panel yet. Add it with the breaker of the room you work in; the others can wait.
        </p>
      )}
      {house.panels.map((panel) => (
        <section key={panel.id} className="stack sheet" aria-label={panel.label}>
          <div className="row fields">
            <TextField
              label="Panel"
              value={panel.label}
              required
              onChange={(label) => setPanel(panel.id, (p) => ({ ...p, label }))}
            />
            <TextField
              label="Where it is"
              value={panel.place}
              onChange={(place) => setPanel(panel.id, (p) => ({ ...p, place }))}
            />
            <NumberField
              label="Spaces in all"
              min={1}
              max={84}
              value={panel.spaces ?? null}
              onChange={(n) =>
                setPanel(panel.id, ({ spaces: _, ...p }) =>
                  n === null ? p : { ...p, spaces: Math.round(n) },
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
                  Measure where it stands
                </Button>
              )
            )}
            {house.panels.length > 1 && (
              <Choice
                label="Fed from"
                value={panel.fedFrom ?? ''}
                width={220}
                options={[
                  { value: '' as const, label: 'the service' },
                  ...house.panels
                    .filter((p) => p.id !== panel.id)
                    .flatMap((p) =>
                      p.breakers.map((b) => ({
                        value: b.id,
                        label: `breaker ${b.number} of ${p.label}`,
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
              Add a breaker
            </Button>
          </div>
        </section>
      ))}
      <div>
        <Button
          onClick={() => {
            const panel: Panel = {
              id: PanelId.parse(freshId('panel')),
              label: house.panels.length === 0 ? 'Main panel' : `Panel ${house.panels.length + 1}`,
              place: '',
              breakers: [],
            };
            onHouse((h) => ({ ...h, panels: [...h.panels, { ...panel, breakers: [freshBreaker(panel)] }] }));
          }}
        >
          {house.panels.length === 0 ? 'Add the panel' : 'Add another panel'}
        </Button>
      </div>
    </div>
  );
}
