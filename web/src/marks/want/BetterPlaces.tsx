import { msg, q, type NearPlace } from '@elwand/core';
import { Button } from 'antd';
import { useSay } from '../../app/say.ts';
import { useNearPlaces } from '../../state/use-near-places.ts';
import { useWork } from '../../workspace/work.ts';

/** Less than this is not what makes a place better, minutes. */
const LEAST_MINUTES = 15;

/** Places beside what is wanted where the job would be much less work, found once nothing has moved for a moment. */
export function BetterPlaces() {
  const say = useSay();
  const { bundle, proved, edits } = useWork();
  const { job } = bundle;
  const places = useNearPlaces(bundle, proved);
  const move = ({ wantId, at }: NearPlace) =>
    edits.job({ ...job, wants: job.wants.map((w) => (w.id === wantId ? { ...w, at } : w)) });
  return places.map((place) => {
    const want = job.wants.find((w) => w.id === place.wantId);
    if (want?.at.on !== 'wall') return null;
    const by = place.at.xMm - want.at.xMm;
    return (
      <p key={place.wantId} className="better-place" role="status">
        {say(
          msg('screen.asked.better-place', {
            want: want.label,
            by: q.mark(Math.abs(by)),
            way: by > 0 ? 'right' : 'left',
            quicker: String(place.minutesLess >= LEAST_MINUTES),
            less: q.roughMinutes(Math.max(0, place.minutesLess)),
          }),
        )}{' '}
        <Button size="small" onClick={() => move(place)}>
          {say(msg('screen.asked.put-it-there'))}
        </Button>
      </p>
    );
  });
}
