import { BreakerId, RoomId, type House, type Panel, type Position, msg } from '@elwand/core';
import { Button } from 'antd';
import { useSay } from '../app/say.ts';
import { Choice } from '../parts/Choice.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { TextField } from '../parts/TextField.tsx';
import { PositionFields } from './PositionFields.tsx';

interface OnePanel {
  readonly panel: Panel;
  readonly set: (change: (p: Panel) => Panel) => void;
}

/** A panel at the height of a standing person, in the middle of the first wall: a place to correct. */
function startPlace(house: House): Position {
  const wall = house.rooms[0]?.walls[0];
  return wall
    ? { on: 'wall', wallId: wall.id, xMm: wall.lengthMm / 2, heightMm: 1500 }
    : { on: 'somewhere', roomId: RoomId.parse('none') };
}

/** Asked first; once it is answered it is one of the facts of the panel. */
export function SpacesField({ panel, set }: OnePanel) {
  const say = useSay();
  return (
    <NumberField
      label={say(msg('screen.panel.spaces-in-all'))}
      min={1}
      max={84}
      value={panel.spaces ?? null}
      onChange={(n) => set(({ spaces: _, ...p }) => (n === null ? p : { ...p, spaces: Math.round(n) }))}
    />
  );
}

/** The breaker of another panel that feeds this one. */
function FedFrom({ panel, set, house }: OnePanel & { readonly house: House }) {
  const say = useSay();
  return (
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
        set(({ fedFrom: _, ...p }) => (id === '' ? p : { ...p, fedFrom: BreakerId.parse(id) }))
      }
    />
  );
}

/** What a panel is, where it is and what feeds it. */
export function PanelFacts({ panel, set, house }: OnePanel & { readonly house: House }) {
  const say = useSay();
  return (
    <details className="room-facts">
      <summary>{say(msg('screen.panel.about'))}</summary>
      <div className="row fields">
        <TextField
          label={say(msg('screen.panel.panel'))}
          value={panel.label}
          required
          onChange={(label) => set((p) => ({ ...p, label }))}
        />
        <TextField
          label={say(msg('screen.panel.where-it-is'))}
          value={panel.place}
          onChange={(place) => set((p) => ({ ...p, place }))}
        />
        {panel.spaces !== undefined && <SpacesField panel={panel} set={set} />}
        <NumberField
          label={say(msg('screen.panel.tandems'))}
          min={0}
          max={84}
          value={panel.tandems ?? null}
          onChange={(n) =>
            set(({ tandems: _, ...p }) => (n === null || n === 0 ? p : { ...p, tandems: Math.round(n) }))
          }
        />
        {panel.at ? (
          <PositionFields house={house} at={panel.at} onChange={(at) => set((p) => ({ ...p, at }))} />
        ) : (
          house.rooms[0] && (
            <Button onClick={() => set((p) => ({ ...p, at: startPlace(house) }))}>
              {say(msg('screen.panel.measure-where-it-stands'))}
            </Button>
          )
        )}
        {house.panels.length > 1 && <FedFrom panel={panel} set={set} house={house} />}
      </div>
    </details>
  );
}
