import { formatLength, msg, row, type Text, type Wall } from '@elwand/core';
import { Checkbox } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { LengthInput } from '../parts/LengthInput.tsx';
import { Part, type PartProps } from './WallPart.tsx';
import { useSay } from '../app/say.ts';

const FRAMED = {
  wood: msg('screen.wall.wood'),
  furred: msg('screen.wall.furred'),
  steel: msg('screen.wall.sheet-steel'),
  masonry: msg('screen.wall.masonry'),
  hollow: msg('screen.wall.hollow-block'),
} as const satisfies Readonly<Record<string, Text>>;
type Framed = keyof typeof FRAMED;
/** Boards on strips before masonry leave this much behind them, mm: common practice. */
const FURRED_MM = 38.1;
const FURRED_MOST_MM = 45;

const framedIn = ({ framing: { kind, masonry, depthMm } }: Wall): Framed => {
  if (kind === 'masonry') return masonry === 'hollow' ? 'hollow' : 'masonry';
  return kind === 'wood' && depthMm < FURRED_MOST_MM ? 'furred' : kind;
};

/** The frame of a wall said to be of a kind. Furred out, it is a wood frame as deep as its strips. */
function asFramed(wall: Wall, to: Framed): Wall['framing'] {
  const { masonry: _, ...plain } = wall.framing;
  switch (to) {
    case 'hollow':
      return { ...plain, kind: 'masonry', masonry: 'hollow' };
    case 'masonry':
      return { ...plain, kind: 'masonry', masonry: 'solid' };
    case 'furred':
      return { ...plain, kind: 'wood', depthMm: Math.min(plain.depthMm, FURRED_MM) };
    case 'wood':
      return { ...plain, kind: 'wood', depthMm: framedIn(wall) === 'furred' ? 88.9 : plain.depthMm };
    case 'steel':
      return { ...plain, kind: 'steel' };
  }
}

/** Drywall as most walls have it, mm: common practice. */
const BOARD_MM = 12.7;
/** With no board on the studs it has no thickness; put on again, the usual one. */
const faced = ({ boardMm }: Wall, finish: Wall['finish']): Pick<Wall, 'boardMm'> => ({
  boardMm: finish === 'none' ? 0 : boardMm || BOARD_MM,
});

/** What the wall is made of and what it is for. */
function FrameFields({
  wall,
  system,
  set,
  setFrame,
}: PartProps & { readonly setFrame: (change: (w: Wall) => Pick<Wall, 'framing' | 'insulated'>) => void }) {
  const say = useSay();
  return (
    <div className="row fields">
      <LengthInput
        label={say(msg('screen.wall.stud-spacing'))}
        value={wall.framing.spacingMm}
        system={system}
        onChange={(spacingMm) =>
          setFrame((w) => ({ ...w, framing: { ...w.framing, spacingMm: Math.max(200, spacingMm) } }))
        }
        width={110}
      />
      <LengthInput
        label={say(msg('screen.wall.first-stud-center'))}
        value={wall.framing.firstStudMm}
        system={system}
        placeholder={say(msg('screen.wall.from-readings'))}
        onChange={(firstStudMm) => set((w) => ({ ...w, framing: { ...w.framing, firstStudMm } }))}
        onClear={() => set((w) => ({ ...w, framing: { ...w.framing, firstStudMm: null } }))}
      />
      <LengthInput
        label={say(msg('screen.wall.stud-depth'))}
        value={wall.framing.depthMm}
        system={system}
        onChange={(depthMm) => setFrame((w) => ({ ...w, framing: { ...w.framing, depthMm } }))}
        width={100}
      />
      <LengthInput
        label={say(msg('screen.wall.board'))}
        value={wall.boardMm}
        system={system}
        onChange={(boardMm) => set((w) => ({ ...w, boardMm }))}
        width={90}
      />
      <Choice
        label={say(msg('screen.wall.framed-in'))}
        value={framedIn(wall)}
        width={190}
        onChange={(to) => setFrame((w) => ({ ...w, framing: asFramed(w, to) }))}
        options={(['wood', 'furred', 'steel', 'masonry', 'hollow'] as const).map((value) => ({
          value,
          label: FRAMED[value],
        }))}
      />
      <Choice
        label={say(msg('screen.wall.faced-with'))}
        value={wall.finish ?? 'board'}
        width={170}
        onChange={(finish) => set((w) => ({ ...w, finish, ...faced(w, finish) }))}
        options={[
          { value: 'board', label: say(msg('screen.wall.wallboard')) },
          { value: 'plaster', label: say(msg('screen.wall.plaster')) },
          { value: 'none', label: say(msg('screen.wall.nothing-studs-show')) },
        ]}
      />
      <Choice
        label={say(msg('screen.wall.keeps-fire-from'))}
        value={wall.separates ?? 'rooms'}
        width={170}
        onChange={(s) => set(({ separates: _, ...w }) => (s === 'rooms' ? w : { ...w, separates: s }))}
        options={[
          { value: 'rooms', label: say(msg('screen.wall.as-its-rooms-say')) },
          { value: 'garage', label: say(msg('screen.wall.the-garage')) },
          { value: 'party', label: say(msg('screen.wall.another-dwelling')) },
        ]}
      />
      <Checkbox checked={wall.exterior} onChange={(e) => set((w) => ({ ...w, exterior: e.target.checked }))}>
        {say(msg('screen.wall.outside-wall'))}
      </Checkbox>
      <Checkbox
        checked={wall.insulated}
        onChange={(e) => setFrame((w) => ({ ...w, insulated: e.target.checked }))}
      >
        {say(msg('screen.wall.insulated'))}
      </Checkbox>
    </div>
  );
}

/** The frame of a wall and its board, folded away behind what they are. */
export function WallFramePart({
  open,
  setFrame,
  ...part
}: PartProps & {
  readonly open: boolean;
  readonly setFrame: (change: (w: Wall) => Pick<Wall, 'framing' | 'insulated'>) => void;
}) {
  const say = useSay();
  const { wall, system } = part;
  const L = (mm: number) => formatLength(mm, system, 'inches');
  return (
    <Part
      title={say(msg('screen.wall.frame-and-board'))}
      says={say(
        row([
          FRAMED[framedIn(wall)],
          msg('screen.wall.deep', { depth: L(wall.framing.depthMm) }),
          wall.finish === 'none'
            ? msg('screen.wall.studs-show')
            : msg('screen.wall.drywall-thick', { thickness: L(wall.boardMm) }),
          wall.exterior ? msg('screen.wall.outside-wall') : '',
          wall.insulated ? msg('screen.wall.insulated') : '',
        ]),
      )}
      open={open}
    >
      <FrameFields {...part} setFrame={setFrame} />
    </Part>
  );
}
