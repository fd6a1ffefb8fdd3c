import { msg, withFrame, type House, type Wall, type WallFrame } from '@elwand/core';
import { Choice } from '../parts/Choice.tsx';
import { LengthInput } from '../parts/LengthInput.tsx';
import { TextField } from '../parts/TextField.tsx';
import { withWall, type SetHouse } from '../state/edit.ts';
import { usePhone } from '../workspace/use-phone.ts';
import { WallFramePart } from './WallFrame.tsx';
import { WallStuds } from './WallStuds.tsx';
import { WallFrontPart } from './WallFront.tsx';
import { WallOutsidePart } from './WallOutside.tsx';
import { WallStripsPart } from './WallStrips.tsx';
import { WallInsidePart } from './WallThings.tsx';
import './wall.css';
import { useSay } from '../app/say.ts';

export interface WallEditorProps {
  readonly house: House;
  readonly wall: Wall;
  readonly frame: WallFrame | undefined;
  readonly ceilingMm: number;
  readonly onHouse: SetHouse;
}

/** Everything about one wall: its studs, its frame, what is in it and what is before it. */
export function WallEditor({ house, wall, frame, ceilingMm, onHouse }: WallEditorProps) {
  const say = useSay();
  const set = (change: (w: Wall) => Wall) => onHouse((h) => withWall(h, wall.id, change));
  const setFrame = (change: (w: Wall) => Pick<Wall, 'framing' | 'insulated'>) =>
    onHouse((h) => withFrame(h, wall.id, change));
  // A phone has no room for all of it at once.
  const wide = !usePhone();
  const system = house.units;
  const part = { wall, system, set };
  return (
    <div className="stack wall-editor">
      <div className="row fields">
        <TextField
          label={say(msg('screen.wall.name-of-the-wall'))}
          value={wall.name}
          required
          onChange={(name) => set((w) => ({ ...w, name }))}
          width={140}
        />
        <LengthInput
          label={say(msg('screen.wall.length'))}
          value={wall.lengthMm}
          system={system}
          onChange={(lengthMm) => set((w) => ({ ...w, lengthMm }))}
        />
        <Choice
          label={say(msg('screen.wall.next-wall-turns'))}
          value={wall.turn}
          width={100}
          onChange={(turn) => set((w) => ({ ...w, turn }))}
          options={[
            { value: 'right', label: say(msg('screen.wall.right')) },
            { value: 'left', label: say(msg('screen.wall.left')) },
          ]}
        />
      </div>
      <WallStuds {...part} house={house} frame={frame} ceilingMm={ceilingMm} />
      <WallFramePart {...part} open={wide} setFrame={setFrame} />
      <WallInsidePart {...part} house={house} open={wide} ceilingMm={ceilingMm} />
      <WallFrontPart {...part} open={wide} ceilingMm={ceilingMm} />
      <WallStripsPart house={house} wall={wall} open={wide} onHouse={onHouse} />
      {part.wall.exterior && <WallOutsidePart {...part} open={wide} />}
    </div>
  );
}
