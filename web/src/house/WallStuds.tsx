import { chance, formatLength, msg, posteriorOf, type House, type Wall, type WallFrame } from '@elwand/core';
import { Button } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { Part, type PartProps } from './WallPart.tsx';
import { Bays, FIT_FROM, Readings } from './WallReadings.tsx';
import { useSay } from '../app/say.ts';

const PhotoReader = lazy(() => import('./PhotoReader.tsx').then((m) => ({ default: m.PhotoReader })));

/** Is it one picture, or could it still be another? */
function Sureness({ wall }: { readonly wall: Wall }) {
  const say = useSay();
  const { sure, spacingOdds } = posteriorOf(wall);
  return sure ? (
    <span className="muted">{say(msg('screen.wall.sure-by-the-readings'))}</span>
  ) : (
    <b className="settle-text">
      {say(msg('screen.wall.not-sure-yet-this-spacing', { spacingOdds: chance(spacingOdds) }))}
    </b>
  );
}

/** Where the studs are: readings, what follows from them, and how sure it is. */
export function WallStuds({
  house,
  wall,
  system,
  set,
  frame,
  ceilingMm,
}: PartProps & {
  readonly house: House;
  readonly frame: WallFrame | undefined;
  readonly ceilingMm: number;
}) {
  const say = useSay();
  // Once opened the window stays, so that the points in it are there again when it is opened anew.
  const [photo, setPhoto] = useState<'never' | 'open' | 'shut'>('never');
  const L = (mm: number) => formatLength(mm, system, 'inches');
  return (
    <Part
      title={say(msg('screen.wall.studs'))}
      says={
        frame
          ? say(
              msg('screen.wall.apart-first-at', {
                spacing: L(frame.fit.spacingMm),
                firstStud: L(frame.fit.firstStudMm),
                from: FIT_FROM[frame.fit.from],
              }),
            )
          : ''
      }
      open
    >
      {frame && frame.wall.hits.length > 0 && (
        <p>
          {/* What was read from the other side of the wall counts as well. */}
          <Sureness wall={frame.wall} />
          {frame.fit.restartMm !== null &&
            ` ${say(msg('screen.wall.layout-restarts', { at: L(frame.fit.restartMm) }))}`}
        </p>
      )}
      {frame && (
        <div>
          <Bays frame={frame} system={system} wish={0.9} />
          <p className="quiet">{say(msg('screen.wall.clear-of-wood-in-the'))}</p>
        </div>
      )}
      <Readings house={house} wall={wall} frame={frame} set={set} />
      <div>
        <Button size="small" onClick={() => setPhoto('open')}>
          {say(msg('screen.wall.read-studs-off-a-photo'))}
        </Button>
      </div>
      {photo !== 'never' && (
        <Suspense fallback={null}>
          <PhotoReader
            key={wall.id}
            open={photo === 'open'}
            houseId={house.id}
            wall={wall}
            ceilingMm={ceilingMm}
            system={system}
            set={set}
            onClose={() => setPhoto('shut')}
          />
        </Suspense>
      )}
    </Part>
  );
}
