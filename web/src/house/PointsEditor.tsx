import { placeText, type Evaluation, type Point, msg, row, withoutPoint } from '@elwand/core';
import { Button, Checkbox, Dropdown } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import type { SetHouse } from '../state/edit.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { marked as markedAction, markTurned } from '../state/view.ts';
import {
  addCable,
  cablesAt,
  copyOfPoint,
  endValue,
  farEnd,
  isAt,
  newPoint,
  sourcesFor,
  withCable,
} from './feed-edits.ts';
import { ChainBar } from './ChainBar.tsx';
import { PointForm } from './PointForm.tsx';
import { labelOf, KINDS } from './words.ts';
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
  const dispatch = useAppDispatch();
  const marked = useAppSelector((s) => s.view.marked.includes(point.id));
  const has = box
    ? [
        box.constantHot ? msg('screen.points.has-hot') : '',
        box.switchedBy.length > 0 ? msg('screen.points.has-switched') : '',
        box.neutral ? msg('screen.points.has-neutral') : '',
        box.ground === 'yes' ? msg('screen.points.has-ground') : '',
      ].filter((part) => part !== '')
    : [];
  return (
    <tr aria-selected={open}>
      <td>
        <Checkbox
          className="point-mark"
          checked={marked}
          aria-label={say(msg('screen.points.mark', { point: point.label }))}
          onChange={() => dispatch(markTurned(point.id))}
        />
        <button
          type="button"
          className="linklike"
          aria-expanded={open}
          onClick={() => onSelect(open ? null : point.id)}
        >
          {point.label}
        </button>
      </td>
      <td>{say(labelOf(KINDS, point.kind))}</td>
      <td className="muted">{say(placeText(evaluation.plan, point))}</td>
      <td>
        <Choice
          hideLabel
          label={say(msg('screen.points.is-fed-from', { point: point.label }))}
          width={170}
          value={cable ? endValue(farEnd(cable, point.id)) : ''}
          options={[
            { value: '', label: say(msg('screen.points.not-known')) },
            ...sourcesFor(house, point.id),
          ]}
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
            label={say(msg('screen.points.size-of-the-cable-to', { point: point.label }))}
            width={100}
            value={cable.gauge ?? ''}
            options={[
              { value: '', label: say(msg('screen.points.not-read')) },
              { value: '14', label: say(msg('screen.points.14-awg')) },
              { value: '12', label: say(msg('screen.points.12-awg')) },
              { value: '10', label: say(msg('screen.points.10-awg')) },
            ]}
            onChange={(g) => onHouse((h) => withCable(h, cable.id, { gauge: g === '' ? null : g }))}
          />
        )}
      </td>
      <td className="muted">
        {(cable?.assumed || point.assumed) && (
          <span className="assumed">{say(msg('screen.points.assumed'))} </span>
        )}
        {has.length > 0 ? say(row(has)) : say(msg('screen.points.nothing-known'))}
      </td>
      <td className="point-acts">
        <Button
          type="text"
          size="small"
          onClick={() => {
            const copy = copyOfPoint(house, point);
            onHouse((h) => ({ ...h, points: [...h.points, copy] }));
            onSelect(copy.id);
          }}
        >
          {say(msg('screen.points.copy'))}
        </Button>
        <Button
          type="text"
          size="small"
          aria-label={say(msg('screen.points.delete-2', { point: point.label }))}
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
  const say = useSay();
  const { evaluation, roomId, selected, onSelect, onHouse } = props;
  const { house } = evaluation.bundle;
  const room = house.rooms.find((r) => r.id === roomId) ?? house.rooms[0];
  const open = house.points.find((p) => p.id === selected);
  const dispatch = useAppDispatch();
  const ids = useAppSelector((s) => s.view.marked);
  const marked = house.points.filter((p) => ids.includes(p.id));
  const all = house.points.length > 0 && marked.length === house.points.length;
  return (
    <div className="stack">
      <ChainBar evaluation={evaluation} marked={marked} onHouse={onHouse} />
      {house.points.length === 0 ? (
        <p className="empty">{say(msg('screen.points.nothing-is-entered-yet-outlets'))}</p>
      ) : (
        <div style={{ overflowX: 'auto' }}>
          <table className="plain-table point-table">
            <thead>
              <tr>
                <th>
                  <Checkbox
                    className="point-mark"
                    checked={all}
                    indeterminate={marked.length > 0 && !all}
                    aria-label={say(msg('screen.points.mark-all'))}
                    onChange={() => dispatch(markedAction(all ? [] : house.points.map((p) => p.id)))}
                  />
                  {say(msg('screen.points.point'))}
                </th>
                <th>{say(msg('screen.points.kind'))}</th>
                <th>{say(msg('screen.points.place'))}</th>
                <th>{say(msg('screen.points.fed-from'))}</th>
                <th>{say(msg('screen.points.size'))}</th>
                <th>{say(msg('screen.points.has'))}</th>
                <th>
                  <span className="visually-hidden">{say(msg('screen.points.delete-3'))}</span>
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
              items: KINDS.map((k) => ({ key: k.value, label: say(k.label) })),
              onClick: ({ key }) => {
                const p = newPoint(house, room, key as Point['kind']);
                onHouse((h) => ({ ...h, points: [...h.points, p] }));
                onSelect(p.id);
              },
            }}
          >
            <Button>{say(msg('screen.points.add-to', { room: room.name }))}</Button>
          </Dropdown>
        </div>
      )}
      {open && (
        <section className="sheet" aria-label={say(msg('screen.points.all-about', { open: open.label }))}>
          <PointForm key={open.id} house={house} point={open} onHouse={onHouse} />
        </section>
      )}
    </div>
  );
}
