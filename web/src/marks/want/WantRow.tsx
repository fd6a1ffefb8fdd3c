import { allOf, msg, placeText, type Want } from '@elwand/core';
import { useSay } from '../../app/say.ts';
import { labelOf, WANT_KINDS } from '../../house/words.ts';
import { useWork } from '../../workspace/work.ts';
import { commands, controlValue } from './want-controls.ts';

/** A wanted point in one line: what, where, what it is live by, what is plugged in. It opens when it is chosen. */
export function WantRow({
  want,
  open,
  onOpen,
  onRemove,
}: {
  readonly want: Want;
  readonly open: boolean;
  readonly onOpen: () => void;
  readonly onRemove: () => void;
}) {
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const live = commands(bundle.house.points, bundle.job.wants).find((c) => c.value === controlValue(want));
  const moved = bundle.house.points.find((p) => p.id === want.replaces);
  const worst = evaluation.findings.find(
    (f) => f.mark === 'want' && f.severity !== 'ok' && f.subjects.includes(want.id),
  );
  return (
    <div className={`want-row${open ? ' want-row-open' : ''}`}>
      <button type="button" className="want-row-button" aria-expanded={open} onClick={onOpen}>
        <b className="want-row-label">{want.label}</b>
        <span className="want-row-kind">
          {say(
            moved ? msg('screen.want.moves-from', { point: moved.label }) : labelOf(WANT_KINDS, want.kind),
          )}
        </span>
        <span className="muted measure want-row-place">{say(placeText(evaluation.plan, want))}</span>
        <span className="muted want-row-live">
          {want.kind === 'switch' || want.control.by === 'always' || !live ? '' : say(live.label)}
          {want.loads.length > 0 ? ` ${say(allOf(want.loads.map((l) => l.name)))}` : ''}
        </span>
        {worst && !open && (
          <span className={`want-row-worst check-${worst.severity}-text`}>{say(worst.says)}</span>
        )}
      </button>
      <button
        type="button"
        className="linklike want-row-delete"
        aria-label={say(msg('screen.want.delete', { want: want.label }))}
        onClick={onRemove}
      >
        ✕
      </button>
    </div>
  );
}
