import { formatLength, msg, type House, type Wall } from '@elwand/core';
import { Button } from 'antd';
import type { SetHouse } from '../state/edit.ts';
import { useSay } from '../app/say.ts';
import { Part } from './WallPart.tsx';

/** Strip lighting on a wall, as signed-off jobs left it: how long it is there, and a way to say that it is gone. */
export function WallStripsPart({
  house,
  wall,
  open,
  onHouse,
}: {
  readonly house: House;
  readonly wall: Wall;
  readonly open: boolean;
  readonly onHouse: SetHouse;
}) {
  const say = useSay();
  const here = (house.strips ?? []).flatMap((strip) => {
    const own = strip.pieces.filter((p) => p.wallId === wall.id);
    const mm = own.reduce((sum, p) => sum + Math.abs(p.rightMm - p.leftMm), 0);
    return own.length > 0 ? [{ strip, mm }] : [];
  });
  if (here.length === 0) return null;
  const remove = (id: string) =>
    onHouse((h) => {
      const { strips = [], ...rest } = h;
      const left = strips.filter((s) => s.id !== id);
      return left.length > 0 ? { ...rest, strips: left } : rest;
    });
  return (
    <Part
      title={say(msg('screen.wall.strips'))}
      says={here.map(({ strip }) => strip.label).join(', ')}
      open={open}
    >
      {here.map(({ strip, mm }) => (
        <div className="row" key={strip.id}>
          <span>
            {strip.label}{' '}
            <span className="muted">
              {say(
                msg('screen.wall.strip-is', {
                  length: formatLength(mm, house.units, 'inches'),
                  volts: strip.volts,
                }),
              )}
            </span>
          </span>
          <Button
            size="small"
            aria-label={say(msg('screen.wall.delete-strip', { strip: strip.label }))}
            onClick={() => remove(strip.id)}
          >
            {say(msg('screen.wall.strip-gone'))}
          </Button>
        </div>
      ))}
    </Part>
  );
}
