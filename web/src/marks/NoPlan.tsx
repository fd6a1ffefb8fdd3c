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
            ? 'This job is signed off: what it planned stands in the house now.'
            : bundle.job.wants.length === 0
              ? 'Nothing is wanted yet, so there is no plan.'
              : `There is no plan yet. ${say(next.says)}`}
        </p>
        <Link to={`../${bundle.job.wants.length === 0 ? 'want' : next.mark}`} relative="path">
          Go there
        </Link>
      </div>
    </div>
  );
}
