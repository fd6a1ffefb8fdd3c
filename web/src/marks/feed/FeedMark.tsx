import type { BreakerId, Evaluation, PointId } from '@elwand/core';
import { PanelEditor } from '../../house/PanelEditor.tsx';
import { PointsEditor } from '../../house/PointsEditor.tsx';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { selected as selectedAction } from '../../state/view.ts';
import { useWork } from '../../workspace/work.ts';
import { ProtectionZones } from './ProtectionZones.tsx';
import '../../house/house.css';
import '../marks.css';

function Branch({
  evaluation,
  from,
  breakerId,
}: {
  readonly evaluation: Evaluation;
  readonly from: PointId | null;
  readonly breakerId: BreakerId;
}) {
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
              <span className="quiet measure">{cable?.gauge ? `${cable.gauge} AWG` : 'size not read'}</span>
              {box?.groundFaultBy && <span className="quiet">ground-fault</span>}
              {box?.arcFaultBy && <span className="quiet">arc-fault</span>}
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
  const { bundle, evaluation, edits, room } = useWork();
  const dispatch = useAppDispatch();
  const selected = useAppSelector((s) => s.view.selected);
  const breakers = bundle.house.panels.flatMap((p) => p.breakers);
  return (
    <>
      <div className="section stack">
        <h2>What feeds what</h2>
        {breakers.length === 0 && (
          <p className="muted">No breaker is entered yet: begin with the panel, below.</p>
        )}
        <div className="feed-trees">
          {breakers.map((b) => (
            <section key={b.id} className="feed-tree" aria-label={`Breaker ${b.number}`}>
              <h3>
                Breaker {b.number}, <span className="measure">{b.amps} A</span>{' '}
                <span className="muted">{b.label}</span>
              </h3>
              <p className="quiet">
                {b.proved ? 'tested: turns this circuit off' : 'label only: switch it and look'}
              </p>
              <Branch evaluation={evaluation} from={null} breakerId={b.id} />
              {(evaluation.feed.circuits.get(b.id)?.points.length ?? 0) === 0 && (
                <p className="muted">Feeds nothing that is entered.</p>
              )}
            </section>
          ))}
        </div>
        <ProtectionZones />
        {evaluation.feed.unfed.length > 0 && (
          <p>
            Nothing is known to feed:{' '}
            <b>
              {evaluation.feed.unfed
                .map((id) => bundle.house.points.find((p) => p.id === id)?.label)
                .join(', ')}
            </b>
          </p>
        )}
      </div>
      <div className="section stack">
        <h2>Boxes and cables</h2>
        <PointsEditor
          evaluation={evaluation}
          roomId={room?.id ?? null}
          selected={selected}
          onSelect={(id) => dispatch(selectedAction(id))}
          onHouse={edits.house}
        />
      </div>
      <div className="section stack">
        <h2>Panel</h2>
        <PanelEditor evaluation={evaluation} onHouse={edits.house} />
      </div>
    </>
  );
}
