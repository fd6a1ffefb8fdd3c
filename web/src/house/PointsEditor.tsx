import { placeText, type Evaluation, type Point } from '@elwand/core';
import { Button, Dropdown } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { withoutPoint, type SetHouse } from '../state/edit.ts';
import { addCable, cablesAt, endValue, farEnd, isAt, newPoint, sourcesFor, withCable } from './feed-edits.ts';
import { PointForm } from './PointForm.tsx';
import { KINDS } from './words.ts';
import { useSay } from '../app/say.ts';

export interface PointsEditorProps {
  readonly evaluation: Evaluation;
  readonly roomId: string | null;
  readonly selected: string | null;
  readonly onSelect: (id: string | null) => void;
  readonly onHouse: SetHouse;
}

/** Which cable brings power to a point: the one the feed found, else the first that ends there. */
function feedingCable(evaluation: Evaluation, point: Point) {
  return (
    evaluation.feed.parent.get(point.id)?.cable ??
    cablesAt(evaluation.bundle.house, point.id).find((c) => isAt(c.to, point.id))
  );
}

function PointRow({
  evaluation,
  point,
  selected,
  onSelect,
  onHouse,
}: PointsEditorProps & { readonly point: Point }) {
  const say = useSay();
  const { house } = evaluation.bundle;
  const cable = feedingCable(evaluation, point);
  const box = evaluation.feed.boxes.get(point.id);
  const open = selected === point.id;
  const has = box
    ? [
        box.constantHot ? 'hot' : '',
        box.switchedBy.length > 0 ? 'switched' : '',
        box.neutral ? 'neutral' : '',
        box.ground === 'yes' ? 'ground' : '',
      ]
        .filter(Boolean)
        .join(', ')
    : '';
  return (
    <tr aria-selected={open}>
      <td>
        <button
          type="button"
          className="linklike"
          aria-expanded={open}
          onClick={() => onSelect(open ? null : point.id)}
        >
          {point.label}
        </button>
      </td>
      <td>{KINDS.find((k) => k.value === point.kind)?.label}</td>
      <td className="muted">{say(placeText(evaluation.plan, point))}</td>
      <td>
        <Choice
          hideLabel
          label={`${point.label} is fed from`}
          width={170}
          value={cable ? endValue(farEnd(cable, point.id)) : ''}
          options={[{ value: '', label: 'not known' }, ...sourcesFor(house, point.id)]}
          onChange={(from) => {
            const kept = cable ? { ...house, cables: house.cables.filter((c) => c.id !== cable.id) } : house;
            onHouse(from === '' ? kept : addCable(kept, from, point, cable?.gauge ?? null));
          }}
        />
      </td>
      <td>
        {cable && (
          <Choice
            hideLabel
            label={`Size of the cable to ${point.label}`}
            width={100}
            value={cable.gauge ?? ''}
            options={[
              { value: '', label: 'not read' },
              { value: '14', label: '14 AWG' },
              { value: '12', label: '12 AWG' },
              { value: '10', label: '10 AWG' },
            ]}
            onChange={(g) => onHouse((h) => withCable(h, cable.id, { gauge: g === '' ? null : g }))}
          />
        )}
      </td>
      <td className="muted">{has || 'nothing known'}</td>
      <td>
        <Button
          type="text"
          size="small"
          aria-label={`Take out ${point.label}`}
          onClick={() => onHouse((h) => withoutPoint(h, point.id))}
        >
          ✕
        </Button>
      </td>
    </tr>
  );
}

/** Outlets, switches, lights and boxes with what feeds them: one line each, everything else when a line is opened. */
export function PointsEditor(props: PointsEditorProps) {
  const { evaluation, roomId, selected, onSelect, onHouse } = props;
  const { house } = evaluation.bundle;
  const room = house.rooms.find((r) => r.id === roomId) ?? house.rooms[0];
  const open = house.points.find((p) => p.id === selected);
  return (
    <div className="stack">
      {house.points.length === 0 ? (
        <p className="empty">
          Nothing is entered yet. Outlets and switches come with the tape (o and s); lights and junction boxes
          are added here.
        </p>
      ) : (
        <div style={{ overflowX: 'auto' }}>
          <table className="plain-table point-table">
            <thead>
              <tr>
                <th>Point</th>
                <th>Kind</th>
                <th>Place</th>
                <th>Fed from</th>
                <th>Size</th>
                <th>Has</th>
                <th>
                  <span className="visually-hidden">Take out</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {house.points.map((p) => (
                <PointRow key={p.id} {...props} point={p} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {room && (
        <div>
          <Dropdown
            trigger={['click']}
            menu={{
              items: KINDS.map((k) => ({ key: k.value, label: k.label })),
              onClick: ({ key }) => {
                const p = newPoint(house, room, key as Point['kind']);
                onHouse((h) => ({ ...h, points: [...h.points, p] }));
                onSelect(p.id);
              },
            }}
          >
            <Button>Add to {room.name}</Button>
          </Dropdown>
        </div>
      )}
      {open && (
        <section className="sheet" aria-label={`All about ${open.label}`}>
          <PointForm key={open.id} house={house} point={open} onHouse={onHouse} />
        </section>
      )}
    </div>
  );
}
