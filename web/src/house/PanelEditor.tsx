import {
  freeSpace,
  makeBreaker,
  PanelId,
  parseBreaker,
  type Breaker,
  type Evaluation,
  type House,
  type Panel,
  type TypedBreaker,
  msg,
} from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { freshId } from '../parts/ids.ts';
import { TypedLine } from '../parts/TypedLine.tsx';
import { BreakerRow } from './BreakerRow.tsx';
import { DirectoryFiles } from './DirectoryFiles.tsx';
import { PanelFace } from './PanelFace.tsx';
import { PanelFacts, SpacesField } from './PanelFacts.tsx';
import type { SetHouse } from '../state/edit.ts';
import { useSay } from '../app/say.ts';

const freshBreaker = (panel: Pick<Panel, 'breakers' | 'spaces'>, space = freeSpace(panel)): Breaker =>
  makeBreaker(freshId('b'), String(space));

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

/** One panel: its face, the line to type breakers in, the open breaker and its facts. */
function PanelSheet({
  panel,
  house,
  feeds,
  onHouse,
}: {
  readonly panel: Panel;
  readonly house: House;
  readonly feeds: (b: Breaker) => string;
  readonly onHouse: SetHouse;
}) {
  const say = useSay();
  const [open, setOpen] = useState<string | null>(null);
  const set = (change: (p: Panel) => Panel) =>
    onHouse((h) => ({ ...h, panels: h.panels.map((p) => (p.id === panel.id ? change(p) : p)) }));
  const add = (made: Breaker) => {
    set((p) => ({ ...p, breakers: [...p.breakers, made] }));
    setOpen(made.id);
  };
  return (
    <section className="stack sheet" aria-label={panel.label}>
      <div className="panel-page">
        <PanelFace
          panel={panel}
          feeds={feeds}
          selected={open}
          onSelect={(id) => setOpen(open === id ? null : id)}
          onFree={(space) => add(freshBreaker(panel, space))}
        />
        <div className="stack">
          {panel.spaces === undefined && <SpacesField panel={panel} set={set} />}
          <div className="row fields breaker-line-row">
            <BreakerLine
              onAdd={(typed) => {
                const known = panel.breakers.find((b) => b.number === typed.number);
                const made = { ...(known ?? freshBreaker(panel)), ...typed };
                set((p) => ({
                  ...p,
                  breakers: known
                    ? p.breakers.map((b) => (b.id === known.id ? made : b))
                    : [...p.breakers, made],
                }));
                setOpen(made.id);
              }}
            />
            <Button onClick={() => add(freshBreaker(panel))}>{say(msg('screen.panel.add-a-breaker'))}</Button>
          </div>
          {panel.breakers
            .filter((b) => b.id === open)
            .map((b) => (
              <BreakerRow
                key={b.id}
                breaker={b}
                feeds={feeds(b)}
                set={(to) =>
                  set((p) => ({
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
            onPanel={(to) => set(() => to)}
          />
          <PanelFacts panel={panel} set={set} house={house} />
        </div>
      </div>
    </section>
  );
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
  const labels = new Map(house.points.map((p) => [p.id as string, p.label]));
  const feeds = (b: Breaker) =>
    (evaluation.feed.circuits.get(b.id)?.points ?? []).map((id) => labels.get(id) ?? '').join(', ');
  return (
    <div className="stack">
      {house.panels.length === 0 && <p className="empty">{say(msg('screen.panel.no-panel-yet-add-it'))}</p>}
      {house.panels.map((panel) => (
        <PanelSheet key={panel.id} panel={panel} house={house} feeds={feeds} onHouse={onHouse} />
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
