import { msg, q, type BoxOut, type NearPlace } from '@elwand/core';
import { Button } from 'antd';
import { useSay } from '../../app/say.ts';
import { useGains } from '../../state/use-gains.ts';
import { useWork } from '../../workspace/work.ts';

/** Less than this is not what makes a place better, minutes. */
const LEAST_MINUTES = 15;
/** How much less work something is, as its sentences take it. */
const lessOf = (minutes: number) => ({
  quicker: String(minutes >= LEAST_MINUTES),
  less: q.roughMinutes(Math.max(0, minutes)),
});

/** What would make the job much less work: a place beside what is wanted, a nailed box that is taken out. Found once nothing moves. */
export function BetterPlaces() {
  const say = useSay();
  const { bundle, proved, edits } = useWork();
  const { house, job } = bundle;
  const { places, boxes } = useGains(bundle, proved);
  const move = ({ wantId, at }: NearPlace) =>
    edits.job({ ...job, wants: job.wants.map((w) => (w.id === wantId ? { ...w, at } : w)) });
  const takeOut = ({ pointId, model }: BoxOut) =>
    edits.job({ ...job, boxes: { ...job.boxes, [pointId]: model } });
  return (
    <>
      {places.map((place) => {
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
                ...lessOf(place.minutesLess),
              }),
            )}{' '}
            <Button size="small" onClick={() => move(place)}>
              {say(msg('screen.asked.put-it-there'))}
            </Button>
          </p>
        );
      })}
      {boxes.map((out) => {
        const point = house.points.find((p) => p.id === out.pointId);
        return (
          point && (
            <p key={out.pointId} className="better-place" role="status">
              {say(
                msg('screen.asked.box-out', {
                  box: point.label,
                  seen: String(point.box.model !== null),
                  way: out.share === null ? 'none' : 'dear',
                  ...lessOf(out.minutesLess),
                }),
              )}{' '}
              <Button size="small" onClick={() => takeOut(out)}>
                {say(msg('screen.asked.take-it-out', { box: point.label }))}
              </Button>
            </p>
          )
        );
      })}
    </>
  );
}
