import { msg } from '@elwand/core';
import { Link } from 'react-router';
import { useWork } from '../workspace/work.ts';
import { useSay } from '../app/say.ts';

/** Instead of a mark that needs a chosen way when there is none yet. */
export function NoPlan() {
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const { next } = evaluation;
  return (
    <div className="section">
      <div className="empty">
        <p>
          {bundle.job.signedOff
            ? say(msg('screen.marks.this-job-is-signed-off'))
            : bundle.job.wants.length === 0
              ? say(msg('screen.marks.nothing-is-wanted-yet-so'))
              : say(msg('screen.marks.there-is-no-plan-yet', { next: next.says }))}
        </p>
        <Link to={`../${bundle.job.wants.length === 0 ? 'want' : next.mark}`} relative="path">
          {say(msg('screen.marks.go-there'))}
        </Link>
      </div>
    </div>
  );
}
