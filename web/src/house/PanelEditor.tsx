import {
  BREAKER_AMPS,
  BreakerId,
  freeSpace,
  makeBreaker,
  PanelId,
  parseBreaker,
  RoomId,
  type Breaker,
  type Evaluation,
  type House,
  type Panel,
  type Position,
  type TypedBreaker,
  msg,
} from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { TextField } from '../parts/TextField.tsx';
import { TypedLine } from '../parts/TypedLine.tsx';
import { DirectoryFiles } from './DirectoryFiles.tsx';
import { PanelFace } from './PanelFace.tsx';
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

const freshBreaker = (panel: Pick<Panel, 'breakers' | 'spaces'>, space = freeSpace(panel)): Breaker =>
  makeBreaker(freshId('b'), String(space));

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
        value={String(breaker.amps)}
        width={86}
        options={BREAKER_AMPS.map((a) => ({ value: String(a), label: `${a} A` }))}
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

/** A breaker as its line in the directory, typed: `7 15 sewing room`. What is in that space already is changed. */
function BreakerLine({ onAdd }: { readonly onAdd: (made: TypedBreaker) => void }) {
  const say = useSay();
  const [text, setText] = useState('');
  const read = parseBreaker(text);
  const fault = text.trim() !== '' && 'why' in read ? read.why : null;
  return (
    <TypedLine
      id="breaker-line"
      label={say(msg('screen.panel.type-a-breaker'))}
      value={text}
      placeholder={say(msg('screen.panel.line-example'))}
      most={150}
      wrong={fault !== null}
      onChange={setText}
      onEnter={() => {
        if ('why' in read) return;
        onAdd(read);
        setText('');
      }}
    >
      <p className={fault ? 'fault-text' : 'quiet'}>
        {text.trim() === ''
          ? say(msg('screen.panel.line-about'))
          : 'why' in read
            ? say(read.why)
            : say(
                msg('screen.panel.line-read', {
                  number: read.number,
                  amps: read.amps,
                  poles: read.poles,
                  label: read.label === '' ? say(msg('screen.panel.no-label')) : read.label,
                }),
              )}
      </p>
    </TypedLine>
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
  const [open, setOpen] = useState<string | null>(null);
  const setPanel = (id: string, change: (p: Panel) => Panel) =>
    onHouse((h) => ({ ...h, panels: h.panels.map((p) => (p.id === id ? change(p) : p)) }));
  const labels = new Map(house.points.map((p) => [p.id as string, p.label]));
  const feeds = (b: Breaker) =>
    (evaluation.feed.circuits.get(b.id)?.points ?? []).map((id) => labels.get(id) ?? '').join(', ');
  // Asked first; once it is answered it is one of the facts of the panel.
  const spaces = (panel: Panel) => (
    <NumberField
      label={say(msg('screen.panel.spaces-in-all'))}
      min={1}
      max={84}
      value={panel.spaces ?? null}
      onChange={(n) =>
        setPanel(panel.id, ({ spaces: _, ...p }) => (n === null ? p : { ...p, spaces: Math.round(n) }))
      }
    />
  );
  return (
    <div className="stack">
      {house.panels.length === 0 && <p className="empty">{say(msg('screen.panel.no-panel-yet-add-it'))}</p>}
      {house.panels.map((panel) => (
        <section key={panel.id} className="stack sheet" aria-label={panel.label}>
          <div className="panel-page">
            <PanelFace
              panel={panel}
              feeds={feeds}
              selected={open}
              onSelect={(id) => setOpen(open === id ? null : id)}
              onFree={(space) => {
                const made = freshBreaker(panel, space);
                setPanel(panel.id, (p) => ({ ...p, breakers: [...p.breakers, made] }));
                setOpen(made.id);
              }}
            />
            <div className="stack">
              {panel.spaces === undefined && spaces(panel)}
              <div className="row fields breaker-line-row">
                <BreakerLine
                  onAdd={(typed) => {
                    const known = panel.breakers.find((b) => b.number === typed.number);
                    const made = { ...(known ?? freshBreaker(panel)), ...typed };
                    setPanel(panel.id, (p) => ({
                      ...p,
                      breakers: known
                        ? p.breakers.map((b) => (b.id === known.id ? made : b))
                        : [...p.breakers, made],
                    }));
                    setOpen(made.id);
                  }}
                />
                <Button
                  onClick={() => {
                    const made = freshBreaker(panel);
                    setPanel(panel.id, (p) => ({ ...p, breakers: [...p.breakers, made] }));
                    setOpen(made.id);
                  }}
                >
                  {say(msg('screen.panel.add-a-breaker'))}
                </Button>
              </div>
              {panel.breakers
                .filter((b) => b.id === open)
                .map((b) => (
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
              <DirectoryFiles
                panel={panel}
                feeds={feeds}
                fresh={(number) => ({ ...freshBreaker(panel), number })}
                onPanel={(to) => setPanel(panel.id, () => to)}
              />
              <details className="room-facts">
                <summary>{say(msg('screen.panel.about'))}</summary>
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
                  {panel.spaces !== undefined && spaces(panel)}
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
                              label: say(
                                msg('screen.panel.breaker-of', { number: b.number, label: p.label }),
                              ),
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
              </details>
            </div>
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
            onHouse((h) => ({ ...h, panels: [...h.panels, panel] }));
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
