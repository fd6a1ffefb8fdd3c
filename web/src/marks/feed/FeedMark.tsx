import { type BreakerId, type Evaluation, type PointId, msg } from '@elwand/core';
import { PanelEditor } from '../../house/PanelEditor.tsx';
import { PointsEditor } from '../../house/PointsEditor.tsx';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { selected as selectedAction } from '../../state/view.ts';
import { useWork } from '../../workspace/work.ts';
import { Switching } from './Switching.tsx';
import { ProtectionZones } from './ProtectionZones.tsx';
import '../../house/house.css';
import '../marks.css';
import { useSay } from '../../app/say.ts';
import { Said, slot } from '../../app/Said.tsx';

function Branch({
  evaluation,
  from,
  breakerId,
}: {
  readonly evaluation: Evaluation;
  readonly from: PointId | null;
  readonly breakerId: BreakerId;
}) {
  const say = useSay();
  const labels = new Map(evaluation.bundle.house.points.map((p) => [p.id, p] as const));
  const points = evaluation.feed.circuits.get(breakerId)?.points ?? [];
  const children = points.filter((id) => (evaluation.feed.parent.get(id)?.from ?? null) === from);
  if (children.length === 0) return null;
  return (
    <ul className="feed-branch">
      {children.map((id) => {
        const cable = evaluation.feed.parent.get(id)?.cable;
        const box = evaluation.feed.boxes.get(id);
        return (
          <li key={id}>
            <span className="feed-node">
              <b>{labels.get(id)?.label}</b>
              <span className="quiet measure">
                {cable?.gauge
                  ? say(msg('screen.feed.awg', { gauge: cable.gauge }))
                  : say(msg('screen.feed.size-not-read'))}
              </span>
              {box?.groundFaultBy && <span className="quiet">{say(msg('screen.feed.ground-fault'))}</span>}
              {box?.arcFaultBy && <span className="quiet">{say(msg('screen.feed.arc-fault'))}</span>}
            </span>
            <Branch evaluation={evaluation} from={id} breakerId={breakerId} />
          </li>
        );
      })}
    </ul>
  );
}

/** Mark 3: what feeds what, as a tree from each breaker, and the lines to correct it. */
export function FeedMark() {
  const say = useSay();
  const { bundle, evaluation, edits, room } = useWork();
  const dispatch = useAppDispatch();
  const selected = useAppSelector((s) => s.view.selected);
  const breakers = bundle.house.panels.flatMap((p) => p.breakers);
  return (
    <>
      <div className="section stack">
        <h2>{say(msg('screen.feed.what-feeds-what'))}</h2>
        {breakers.length === 0 && (
          <p className="muted">{say(msg('screen.feed.no-breaker-is-entered-yet'))}</p>
        )}
        <div className="feed-trees">
          {breakers.map((b) => (
            <section
              key={b.id}
              className="feed-tree"
              aria-label={say(msg('screen.feed.breaker', { number: b.number }))}
            >
              <h3>
                <Said
                  text={msg('screen.feed.breaker-2', { number: b.number, amps: slot('amps') })}
                  slots={{
                    amps: <span className="measure">{say(msg('screen.feed.a', { amps: b.amps }))}</span>,
                  }}
                />{' '}
                <span className="muted">{b.label}</span>
              </h3>
              <p className="quiet">
                {b.proved
                  ? say(msg('screen.feed.tested-turns-this-circuit-off'))
                  : say(msg('screen.feed.label-only-switch-it-and'))}
              </p>
              <Branch evaluation={evaluation} from={null} breakerId={b.id} />
              {(evaluation.feed.circuits.get(b.id)?.points.length ?? 0) === 0 && (
                <p className="muted">{say(msg('screen.feed.feeds-nothing-that-is-entered'))}</p>
              )}
            </section>
          ))}
        </div>
        <Switching />
        <ProtectionZones />
        {evaluation.feed.unfed.length > 0 && (
          <p>
            {say(msg('screen.feed.nothing-is-known-to-feed'))}{' '}
            <b>
              {evaluation.feed.unfed
                .map((id) => bundle.house.points.find((p) => p.id === id)?.label)
                .join(', ')}
            </b>
          </p>
        )}
      </div>
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
        <h2>{say(msg('screen.feed.panel'))}</h2>
        <PanelEditor evaluation={evaluation} onHouse={edits.house} />
      </div>
    </>
  );
}
