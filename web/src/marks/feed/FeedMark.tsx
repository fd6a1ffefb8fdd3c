import { allOf, msg, type BreakerId, type Breaker, type Evaluation } from '@elwand/core';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { PanelEditor } from '../../house/PanelEditor.tsx';
import { PanelFace } from '../../house/PanelFace.tsx';
import { PointsEditor } from '../../house/PointsEditor.tsx';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { markTurned, selected as selectedAction } from '../../state/view.ts';
import { useWork } from '../../workspace/work.ts';
import { circuitMap, stopText, turnedOff, type Stop } from './circuit-map.ts';
import { CircuitPlan } from './CircuitPlan.tsx';
import { Switching } from './Switching.tsx';
import { ProtectionZones } from './ProtectionZones.tsx';
import '../../house/house.css';
import '../marks.css';
import { useSay } from '../../app/say.ts';
import { Button } from 'antd';

const ReadDrawer = lazy(() => import('../read/ReadDrawer.tsx').then((m) => ({ default: m.ReadDrawer })));
const FaultDrawer = lazy(() => import('../fault/FaultDrawer.tsx').then((m) => ({ default: m.FaultDrawer })));
const HuntDrawer = lazy(() => import('./HuntDrawer.tsx').then((m) => ({ default: m.HuntDrawer })));

/** How the arcs are drawn, and what goes off with the breaker. */
function BesidePlan({
  evaluation,
  stops,
}: {
  readonly evaluation: Evaluation;
  readonly stops: readonly Stop[];
}) {
  const say = useSay();
  const { off, on, unknown } = turnedOff(evaluation, stops);
  const names = (points: readonly { readonly label: string }[]) => say(allOf(points.map((p) => p.label)));
  const fresh = stops.filter((s) => s.fresh).map((s) => s.point);
  const line = (look: string) => (
    <svg width="34" height="12" aria-hidden="true" className={look}>
      <path d="M1 6H33" className="circuit-arc" />
    </svg>
  );
  return (
    <div className="stack">
      <p className="circuit-legend muted">
        <span>
          {line('circuit-seen')}
          {say(msg('screen.feed.feeds-as-seen'))}
        </span>
        <span>
          {line('circuit-assumed')}
          {say(msg('screen.feed.feeds-assumed'))}
        </span>
        {fresh.length > 0 && (
          <span>
            {line('circuit-new')}
            {say(msg('screen.feed.new-in-this-job'))}
          </span>
        )}
        <span>{say(msg('screen.feed.arcs-are-no-way'))}</span>
      </p>
      {stops.length === 0 ? (
        <p>{say(msg('screen.feed.feeds-nothing-that-is-entered'))}</p>
      ) : (
        <dl className="circuit-off">
          <dt>{say(msg('screen.feed.goes-off'))}</dt>
          <dd>
            {names(off)}
            {fresh.length > 0 &&
              ` ${say(msg('screen.feed.and-when-built', { names: allOf(fresh.map((p) => p.label)) }))}`}
          </dd>
          {on.length > 0 && (
            <>
              <dt>{say(msg('screen.feed.stays-on'))}</dt>
              <dd>{names(on)}</dd>
            </>
          )}
          {unknown.length > 0 && (
            <>
              <dt>{say(msg('screen.feed.nobody-knows'))}</dt>
              <dd>{names(unknown)}</dd>
            </>
          )}
        </dl>
      )}
      {stops.length > 0 && (
        <details>
          <summary>{say(msg('screen.feed.read-as-list'))}</summary>
          <ol className="circuit-list">
            {stops.map((s) => (
              <li key={s.point.id}>{say(stopText(s, stops))}</li>
            ))}
          </ol>
        </details>
      )}
    </div>
  );
}

/** Mark 3: the panel as one faces it, the circuit on the floor plan, what goes off with it; and the lines to correct them. */
export function FeedMark() {
  const say = useSay();
  const { bundle, evaluation, edits, room } = useWork();
  const { house } = bundle;
  const dispatch = useAppDispatch();
  const { selected, marked } = useAppSelector((s) => s.view);
  const [asked, setAsked] = useState<BreakerId | null>(null);
  const [drawer, setDrawer] = useState<'hunt' | 'read' | 'fault' | null>(null);
  const close = () => setDrawer(null);
  const breakers = house.panels.flatMap((p) => p.breakers);
  const chosen = evaluation.chosen?.option.taps.flatMap(
    (t) => evaluation.feed.boxes.get(t.pointId)?.circuits ?? [],
  );
  const breaker =
    breakers.find((b) => b.id === asked) ??
    breakers.find((b) => b.id === chosen?.[0]) ??
    breakers.find((b) => (evaluation.feed.circuits.get(b.id)?.points.length ?? 0) > 0) ??
    breakers[0];
  const toHunt = house.points.find((p) => p.id === selected) ?? house.points[0];
  const stops = breaker ? circuitMap(evaluation, breaker.id) : [];
  const labels = new Map(house.points.map((p) => [p.id, p.label]));
  const feeds = (b: Breaker) =>
    (evaluation.feed.circuits.get(b.id)?.points ?? []).map((id) => labels.get(id) ?? '').join(' ');
  return (
    <>
      <div className="section stack">
        {breakers.length === 0 ? (
          <>
            <h2>{say(msg('screen.feed.what-feeds-what'))}</h2>
            <p className="muted">
              {say(msg('screen.feed.no-breaker-is-entered-yet'))}{' '}
              <Link to={`/houses/${house.id}/panel`}>{say(msg('screen.feed.enter-the-panel'))}</Link>
            </p>
          </>
        ) : (
          <div className="feed-page">
            <div className="stack">
              {house.panels.map((panel) => (
                <section key={panel.id} className="stack" aria-label={panel.label}>
                  <h2>{panel.label}</h2>
                  <PanelFace
                    panel={panel}
                    feeds={feeds}
                    selected={breaker?.id ?? null}
                    onSelect={(id) => setAsked(id as BreakerId)}
                  />
                </section>
              ))}
              {toHunt && (
                <div className="row">
                  <Button onClick={() => setDrawer('hunt')}>{say(msg('screen.hunt.open'))}</Button>
                  <Button onClick={() => setDrawer('read')}>{say(msg('screen.read.open'))}</Button>
                  <Button onClick={() => setDrawer('fault')}>{say(msg('screen.fault.open'))}</Button>
                </div>
              )}
            </div>
            {breaker && (
              <section
                className="stack"
                aria-label={say(msg('screen.feed.breaker', { number: breaker.number }))}
              >
                <h2>
                  {say(
                    msg('screen.feed.breaker-on-the-plan', { number: breaker.number, amps: breaker.amps }),
                  )}
                </h2>
                <p className="muted">
                  {breaker.proved
                    ? say(msg('screen.feed.tested-turns-this-circuit-off'))
                    : say(msg('screen.feed.label-only-switch-it-and'))}
                </p>
                <CircuitPlan
                  evaluation={evaluation}
                  breaker={breaker.id}
                  stops={stops}
                  selected={selected}
                  marked={marked}
                  onSelect={(id) => dispatch(selectedAction(id))}
                  onMark={(id) => dispatch(markTurned(id))}
                />
                <BesidePlan evaluation={evaluation} stops={stops} />
              </section>
            )}
          </div>
        )}
        {evaluation.feed.unfed.length > 0 && (
          <p>
            {say(msg('screen.feed.nothing-is-known-to-feed'))}{' '}
            <b>{evaluation.feed.unfed.map((id) => labels.get(id)).join(', ')}</b>
          </p>
        )}
      </div>
      {toHunt && (
        <Suspense fallback={null}>
          {drawer === 'hunt' && <HuntDrawer first={toHunt.id} onClose={close} />}
          {drawer === 'read' && <ReadDrawer first={toHunt.id} onClose={close} />}
          {drawer === 'fault' && breaker && (
            <FaultDrawer house={house} place={house.id} first={breaker.id} onClose={close} />
          )}
        </Suspense>
      )}
      <div className="section stack">
        <h2>{say(msg('screen.feed.boxes-and-cables'))}</h2>
        <PointsEditor
          evaluation={evaluation}
          roomId={room?.id ?? null}
          selected={selected}
          onSelect={(id) => dispatch(selectedAction(id))}
          onHouse={edits.house}
        />
      </div>
      <div className="section stack">
        <Switching />
        <ProtectionZones />
      </div>
      <div className="section stack">
        <h2>{say(msg('screen.feed.panel'))}</h2>
        <PanelEditor evaluation={evaluation} onHouse={edits.house} />
      </div>
    </>
  );
}
