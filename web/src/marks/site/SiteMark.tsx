import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { wallShown } from '../../state/view.ts';
import { TapeLine } from '../../house/TapeLine.tsx';
import { WallEditor } from '../../house/WallEditor.tsx';
import { WallTabs } from '../../house/WallTabs.tsx';
import { useWork } from '../../workspace/work.ts';
import {
  formatLength,
  ItemId,
  nextReadingFor,
  chance,
  percent,
  settingOf,
  type HitMethod,
  type Want,
  msg,
} from '@elwand/core';
import { Button } from 'antd';
import { freshId } from '../../parts/ids.ts';
import { withWall } from '../../state/edit.ts';
import '../../house/wall.css';
import '../marks.css';
import { useSay } from '../../app/say.ts';
import { Said, slot } from '../../app/Said.tsx';

/** The one reading that would help most, at the wanted point whose bay is least sure. */
function NextHit({ want }: { readonly want: Want }) {
  const say = useSay();
  const { bundle, evaluation, edits } = useWork();
  const { house } = bundle;
  if (want.at.on !== 'wall') return null;
  const { wallId } = want.at;
  const frame = evaluation.frames.get(wallId);
  const placement = evaluation.placements.get(want.id);
  if (!frame || !placement) return null;
  const next = nextReadingFor(settingOf(bundle), want);
  if (!next) return null;
  const { atMm } = next;
  const add = (method: HitMethod) =>
    edits.house(
      withWall(house, wallId, (w) => ({
        ...w,
        hits: [...w.hits, { id: ItemId.parse(freshId('h')), method, atMm }],
      })),
    );
  return (
    <section className="sheet stack next-hit" aria-label={say(msg('screen.site.one-more-hit-helps-most'))}>
      <h3>{say(msg('screen.site.one-more-hit-helps-most'))}</h3>
      <p>
        <Said
          text={msg('screen.site.read-next', {
            at: slot('at'),
            wall: frame.wall.name.toLowerCase(),
            want: want.label,
            odds: chance(placement.odds),
            wish: percent(bundle.job.preferences.bayWish, 0),
            then: chance(next.then),
          })}
          slots={{ at: <b className="measure next-hit-at">{formatLength(atMm, house.units, 'inches')}</b> }}
        />
      </p>
      <div className="row">
        <Button type="primary" onClick={() => add('magnet')}>
          {say(msg('screen.site.wood-here'))}
        </Button>
        <Button onClick={() => add('nothing')}>{say(msg('screen.site.nothing'))}</Button>
      </div>
    </section>
  );
}

/** Mark 2: what is in the walls, by tape and by reasoning. */
export function SiteMark() {
  const { bundle, evaluation, edits, room } = useWork();
  const { house, job } = bundle;
  const dispatch = useAppDispatch();
  const wallId = useAppSelector((s) => s.view.wallId);
  if (!room) return null;
  const wanted = job.wants.find(
    (w) => w.at.on === 'wall' && room.walls.some((x) => w.at.on === 'wall' && x.id === w.at.wallId),
  );
  const wall =
    room.walls.find((w) => w.id === wallId) ??
    room.walls.find((w) => wanted?.at.on === 'wall' && w.id === wanted.at.wallId) ??
    room.walls[0];
  if (!wall) return null;
  const unsure = [...job.wants]
    .filter((w) => evaluation.placements.get(w.id)?.faults.some((f) => f.kind === 'odds'))
    .sort(
      (a, b) => (evaluation.placements.get(a.id)?.odds ?? 1) - (evaluation.placements.get(b.id)?.odds ?? 1),
    )[0];
  const onWall = (by: number) =>
    dispatch(wallShown(room.walls[(room.walls.indexOf(wall) + by) % room.walls.length]?.id ?? null));
  return (
    <div className="section stack">
      {unsure && <NextHit want={unsure} />}
      <WallTabs
        room={room}
        current={wall.id}
        system={house.units}
        onChoose={(id) => dispatch(wallShown(id))}
      />
      <TapeLine house={house} room={room} wall={wall} onHouse={edits.house} onWall={onWall} />
      <WallEditor
        house={house}
        wall={wall}
        frame={evaluation.frames.get(wall.id)}
        ceilingMm={room.ceilingMm}
        onHouse={edits.house}
      />
    </div>
  );
}
