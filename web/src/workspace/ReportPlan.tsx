import { msg } from '@elwand/core';
import { downloadPresent } from '../parts/save-copy.ts';
import { useWork } from './work.ts';
import { useSay } from '../app/say.ts';

/** A plan that fails its own replay is a fault of ours too: the file lets somebody see it again. */
export default function ReportPlan() {
  const say = useSay();
  const { evaluation } = useWork();
  return (
    <button type="button" className="linklike check-over" onClick={() => downloadPresent(evaluation.given)}>
      {say(msg('screen.workspace.report-this-plan-saves-a'))}
    </button>
  );
}
