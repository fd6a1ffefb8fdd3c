import { levelOf, type Evaluation, msg } from '@elwand/core';
import { Button } from 'antd';
import { download } from '../parts/download.ts';
import { useSay } from '../app/say.ts';

/** The rooms as files that other programs read: one for each story. */
export function PlanFiles({ evaluation }: { readonly evaluation: Evaluation }) {
  const { house } = evaluation.bundle;
  const say = useSay();
  const save = async (as: 'dxf' | 'svg') => {
    const { drawingDxf, drawingSvg, floorPlan, LETTER } = await import('@elwand/core/sheets');
    for (const level of new Set(house.rooms.map(levelOf))) {
      const drawing = floorPlan(evaluation, level);
      const file = say(msg('screen.rooms.floor', { house: house.name, level }))
        .replaceAll(/[^A-Za-z0-9]+/g, '-')
        .toLowerCase();
      if (as === 'dxf') download(`${file}.dxf`, drawingDxf(drawing), 'application/dxf');
      else
        download(
          `${file}.svg`,
          drawingSvg(drawing, { scale: null, page: LETTER, caption: house.name, say }),
          'image/svg+xml',
        );
    }
  };
  return (
    <>
      <Button onClick={() => void save('dxf')}>{say(msg('screen.rooms.rooms-as-dxf'))}</Button>
      <Button onClick={() => void save('svg')}>{say(msg('screen.rooms.rooms-as-svg'))}</Button>
    </>
  );
}
