import { downloadPresent } from '../parts/save-copy.ts';
import { useWork } from './work.ts';

/** A plan that fails its own replay is a fault of ours too: the file lets somebody see it again. */
export default function ReportPlan() {
  const { evaluation } = useWork();
  return (
    <button type="button" className="linklike check-over" onClick={() => downloadPresent(evaluation.given)}>
      Report this plan (saves a file)
    </button>
  );
}
