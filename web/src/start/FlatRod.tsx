import { MARKS, msg, type JobOnCard } from '@elwand/core';
import { Link } from 'react-router';
import { useSay } from '../app/say.ts';
import { StateMark } from '../parts/Mark.tsx';
import { MARK_NAME } from '../parts/mark-names.ts';

/** The rod of a job laid flat: nine marks with their worst state; the one where it goes on is the ink wedge. */
export function FlatRod({ houseId, job }: { readonly houseId: string; readonly job: JobOnCard }) {
  const say = useSay();
  const now = MARKS.indexOf(job.next.mark);
  return (
    <ol className="flat-rod" aria-label={say(msg('screen.start.marks-of-the-job'))}>
      {MARKS.map((mark, i) => (
        <li key={mark} className={i > now && job.marks[mark].state === 'ok' ? 'flat-to-come' : undefined}>
          <Link
            to={`/houses/${houseId}/jobs/${job.id}/${mark}`}
            className={mark === job.next.mark ? 'flat-mark flat-now' : 'flat-mark'}
          >
            <StateMark state={job.marks[mark].state} size={12} />
            <span className="flat-name">{say(MARK_NAME[mark])}</span>
            <span className="flat-number" aria-hidden="true">
              {i + 1}
            </span>
          </Link>
        </li>
      ))}
    </ol>
  );
}
