import {
  BOXES,
  ItemId,
  seenAtBox,
  seenPoint,
  withoutPoint,
  withPoint,
  type House,
  type Point,
  msg,
} from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { LoadsEditor } from '../parts/LoadsEditor.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { TextField } from '../parts/TextField.tsx';
import { freshId } from '../parts/ids.ts';
import type { SetHouse } from '../state/edit.ts';
import { cablesAt } from './feed-edits.ts';
import { BoxFront } from './BoxFront.tsx';
import { BoxExtras } from './BoxExtras.tsx';
import { CableRows } from './CableRows.tsx';
import { PositionFields } from './PositionFields.tsx';
import { CLAMPS, CONDITIONS, KINDS } from './words.ts';
import { useSay } from '../app/say.ts';

const DeviceRows = lazy(() => import('./DeviceRows.tsx').then((m) => ({ default: m.DeviceRows })));

function Loads({
  house,
  point,
  onHouse,
}: {
  readonly house: House;
  readonly point: Point;
  readonly onHouse: SetHouse;
}) {
  const own = house.loads.filter((l) => l.pointId === point.id);
  return (
    <LoadsEditor
      loads={own}
      onChange={(loads) =>
        onHouse({
          ...house,
          loads: [
            ...house.loads.filter((l) => l.pointId !== point.id),
            ...loads.map((l, i) => ({
              ...l,
              id: own[i]?.id ?? ItemId.parse(freshId('load')),
              pointId: point.id,
            })),
          ],
        })
      }
    />
  );
}

interface OfPoint {
  readonly point: Point;
  readonly set: (change: (p: Point) => Point) => void;
}

/** What is seen from the room: what it is, how it is, where, and its box. */
function SeenFields({ house, point, set }: OfPoint & { readonly house: House }) {
  const say = useSay();
  return (
    <div className="row fields">
      <Choice
        label={say(msg('screen.points.kind'))}
        value={point.kind}
        width={140}
        options={KINDS}
        onChange={(kind) =>
          set((p) => ({
            ...p,
            kind,
            devices:
              kind === 'junction'
                ? []
                : [{ kind: kind === 'receptacle' ? 'receptacle' : kind, amps: 15, grounded: true }],
          }))
        }
      />
      <Choice
        label={say(msg('screen.points.state'))}
        value={point.condition}
        width={200}
        options={CONDITIONS}
        onChange={(condition) => set((p) => ({ ...p, condition }))}
      />
      <PositionFields house={house} at={point.at} onChange={(at) => set((p) => seenPoint(p, at))} />
      <Choice
        label={say(msg('screen.points.box'))}
        value={point.box.model ?? ''}
        width={260}
        options={[
          { value: '', label: say(msg('screen.points.not-looked-at')) },
          ...BOXES.map((b) => ({ value: b.id, label: b.name })),
        ]}
        onChange={(id) =>
          set((p) => {
            const b = BOXES.find((x) => x.id === id);
            return {
              ...p,
              box: {
                ...p.box,
                model: b?.id ?? null,
                gangs: b?.gangs ?? p.box.gangs,
                metal: b?.metal ?? p.box.metal,
                clamps: b ? (b.clampsInside ? 'inside' : 'none') : p.box.clamps,
              },
            };
          })
        }
      />
    </div>
  );
}

/** What is asked of the box only where it matters: its volume, clamps and ground. */
function MoreOfBox({ point, set }: OfPoint) {
  const say = useSay();
  return (
    <div className="row fields">
      <NumberField
        label={say(msg('screen.points.volume-read-in-it-cu'))}
        min={1}
        max={400}
        step={0.5}
        value={point.box.markedCubicInches}
        placeholder={say(msg('screen.points.not-read'))}
        onChange={(v) => set((p) => ({ ...p, box: { ...p.box, markedCubicInches: v } }))}
      />
      <Choice
        label={say(msg('screen.points.clamps'))}
        value={point.box.clamps}
        width={190}
        options={CLAMPS}
        onChange={(clamps) => set((p) => ({ ...p, box: { ...p.box, clamps } }))}
      />
      <Choice
        label={say(msg('screen.points.ground-run'))}
        value={point.groundRun ?? ''}
        width={190}
        options={[
          { value: '', label: say(msg('screen.points.none')) },
          { value: 'panel', label: say(msg('screen.points.ground-run-panel')) },
          { value: 'electrode', label: say(msg('screen.points.ground-run-electrode')) },
          { value: 'circuit', label: say(msg('screen.points.ground-run-circuit')) },
        ]}
        onChange={(to) =>
          set((p) => {
            const { groundRun: _, ...rest } = p;
            return to === '' ? rest : { ...rest, groundRun: to };
          })
        }
      />
      <Checkbox
        checked={point.accessible}
        onChange={(e) => set((p) => ({ ...p, accessible: e.target.checked }))}
      >
        {say(msg('screen.points.can-be-reached'))}
      </Checkbox>
    </div>
  );
}

/** Everything about one point: where it is, its box, what is in it, what runs on it. */
export function PointForm({
  house,
  point,
  onHouse,
}: {
  readonly house: House;
  readonly point: Point;
  readonly onHouse: SetHouse;
}) {
  const say = useSay();
  const set = (change: (p: Point) => Point) => onHouse((h) => withPoint(h, point.id, change));
  // Open to begin with where something is entered there.
  const [hasMore] = useState(point.box.extras !== undefined);
  const own = cablesAt(house, point.id);
  const assumed = own.filter((c) => c.assumed);
  const unread = own.filter((c) => c.gauge === null).length;
  return (
    <div className="point-form">
      <BoxFront house={house} point={point} />
      <div className="stack">
        {point.assumed && (
          <div className="row assumed-place">
            <span>{say(msg('screen.points.assumed-place'))}</span>
            <Button size="small" onClick={() => set((p) => seenPoint(p))}>
              {say(msg('screen.points.it-is-there'))}
            </Button>
            <Button size="small" onClick={() => onHouse((h) => withoutPoint(h, point.id))}>
              {say(msg('screen.points.there-is-none'))}
            </Button>
          </div>
        )}
        <details className="point-step" open>
          <summary>
            <b>{say(msg('screen.points.step-see'))}</b>
          </summary>
          <div className="stack">
            <SeenFields house={house} point={point} set={set} />
            <Suspense fallback={null}>
              <DeviceRows house={house} point={point} set={set} />
            </Suspense>
            <h3>{say(msg('screen.points.what-runs-on-it'))}</h3>
            <Loads house={house} point={point} onHouse={onHouse} />
          </div>
        </details>
        <details className="point-step" open>
          <summary>
            <b>{say(msg('screen.points.step-cables'))}</b>{' '}
            <span className="muted">
              {say(
                msg('screen.points.step-cables-has', {
                  count: own.length,
                  unread,
                  assumed: assumed.length,
                }),
              )}
            </span>
          </summary>
          <div className="stack">
            {assumed.length > 0 && (
              <p>
                {say(msg('screen.points.they-are-assumed'))}{' '}
                <Button size="small" onClick={() => onHouse((h) => seenAtBox(h, point.id))}>
                  {say(msg('screen.points.seen-as-entered'))}
                </Button>
              </p>
            )}
            <CableRows house={house} point={point} onHouse={onHouse} />
          </div>
        </details>
        <details className="point-step" open={hasMore}>
          <summary>
            <b>{say(msg('screen.points.step-more'))}</b>{' '}
            <span className="muted">{say(msg('screen.points.step-more-has'))}</span>
          </summary>
          <div className="stack">
            <div className="row fields">
              <TextField
                label={say(msg('screen.points.name'))}
                value={point.label}
                required
                width={90}
                onChange={(label) => set((p) => ({ ...p, label }))}
              />
            </div>
            <MoreOfBox point={point} set={set} />
            <BoxExtras point={point} set={set} />
          </div>
        </details>
      </div>
    </div>
  );
}
