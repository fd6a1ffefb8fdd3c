import {
  capital,
  formatLength,
  msg,
  OPERATIONS,
  q,
  type Bundle,
  type House,
  type PointId,
  type Step,
  type Text,
  type WallId,
} from '@elwand/core';
import { Button } from 'antd';
import { useState, type ReactNode } from 'react';
import { useSay } from '../../../app/say.ts';
import { PointForm } from '../../../house/PointForm.tsx';
import { OBSTACLES } from '../../../house/words.ts';
import { Choice } from '../../../parts/Choice.tsx';
import { LengthInput } from '../../../parts/LengthInput.tsx';
import { spanFault, withoutWay, withProbe, withThing, type Span } from './facts.ts';

/** Takes what was found: the change of the documents, and what it is in words. */
export type Found = (change: (b: Bundle) => Bundle, says: Text) => void;

interface OfWall {
  readonly house: House;
  readonly first: WallId;
  readonly onFound: Found;
  /** The field for one’s own words. */
  readonly words: ReactNode;
}

/** As wide as a pipe is taken for at first, mm. */
const PIPE_MM = 60;

const wallsOf = (house: House) => house.rooms.flatMap((room) => room.walls.map((wall) => ({ room, wall })));

/** A wall of the house by its room and its name. */
function WallChoice({
  house,
  value,
  onChange,
}: {
  readonly house: House;
  readonly value: WallId;
  readonly onChange: (id: WallId) => void;
}) {
  const say = useSay();
  return (
    <Choice
      label={say(msg('screen.different.wall'))}
      value={value}
      width={240}
      options={wallsOf(house).map(({ room, wall }) => ({
        value: wall.id,
        label: msg('screen.different.wall-of', { room: room.name, wall: wall.name.toLowerCase() }),
      }))}
      onChange={(id) => onChange(id)}
    />
  );
}

const CHANGE = msg('screen.different.change-the-plan');

/** Something in the wall where the plan had nothing. */
export function InTheWall({ house, first, onFound, words }: OfWall) {
  const say = useSay();
  const [wallId, setWallId] = useState(first);
  const own = wallsOf(house).find((w) => w.wall.id === wallId);
  const [typed, setTyped] = useState<Partial<Span>>({});
  if (!own) return null;
  const { wall, room } = own;
  const middle = wall.lengthMm / 2;
  const span: Span = {
    kind: 'pipe',
    leftMm: middle,
    rightMm: Math.min(wall.lengthMm, (typed.leftMm ?? middle) + PIPE_MM),
    bottomMm: 0,
    topMm: room.ceilingMm,
    ...typed,
  };
  const fault = typed.leftMm === undefined ? 'where' : spanFault(wall, room.ceilingMm, span);
  return (
    <div className="stack">
      <div className="row fields">
        <WallChoice house={house} value={wallId} onChange={setWallId} />
        <Choice
          label={say(msg('screen.different.thing'))}
          value={span.kind}
          width={170}
          options={OBSTACLES}
          onChange={(kind) => setTyped({ ...typed, kind })}
        />
      </div>
      <div className="row fields">
        <LengthInput
          label={say(msg('screen.different.left'))}
          width={120}
          value={typed.leftMm ?? null}
          system={house.units}
          onChange={(leftMm) => setTyped({ ...typed, leftMm })}
        />
        <LengthInput
          label={say(msg('screen.different.right'))}
          width={120}
          value={typed.rightMm ?? null}
          placeholder={typed.leftMm === undefined ? '' : formatLength(span.rightMm, house.units, 'inches')}
          system={house.units}
          onChange={(rightMm) => setTyped({ ...typed, rightMm })}
        />
        <LengthInput
          label={say(msg('screen.different.bottom'))}
          width={120}
          value={span.bottomMm}
          system={house.units}
          onChange={(bottomMm) => setTyped({ ...typed, bottomMm })}
        />
        <LengthInput
          label={say(msg('screen.different.top'))}
          width={120}
          value={span.topMm}
          system={house.units}
          onChange={(topMm) => setTyped({ ...typed, topMm })}
        />
      </div>
      {words}
      {fault !== null && <p className="muted">{say(msg(`screen.different.span.${fault}`))}</p>}
      <Button
        type="primary"
        className="big-button"
        disabled={fault !== null}
        onClick={() =>
          onFound(
            (b) => ({ ...b, house: withThing(b.house, wallId, span) }),
            msg('screen.different.said.thing', {
              thing: capital(msg(`names.obstacle.${span.kind}`)),
              wall: wall.name.toLowerCase(),
              left: q.mark(span.leftMm),
              right: q.mark(span.rightMm),
            }),
          )
        }
      >
        {say(CHANGE)}
      </Button>
    </div>
  );
}

/** A stud that is not where it should be, or one where none should be. */
export function NoStud({ house, first, onFound, words }: OfWall) {
  const say = useSay();
  const [wallId, setWallId] = useState(first);
  const [atMm, setAt] = useState<number | null>(null);
  const wall = wallsOf(house).find((w) => w.wall.id === wallId)?.wall;
  const outside = wall !== undefined && atMm !== null && atMm > wall.lengthMm;
  const put = (wood: boolean) => {
    if (atMm === null || !wall) return;
    onFound(
      (b) => ({ ...b, house: withProbe(b.house, wallId, atMm, wood) }),
      msg(wood ? 'screen.different.said.wood' : 'screen.different.said.no-wood', {
        wall: wall.name.toLowerCase(),
        at: q.mark(atMm),
      }),
    );
  };
  return (
    <div className="stack">
      <div className="row fields">
        <WallChoice house={house} value={wallId} onChange={setWallId} />
        <LengthInput
          label={say(msg('screen.different.at'))}
          value={atMm}
          system={house.units}
          onChange={setAt}
        />
      </div>
      {outside && <p className="muted">{say(msg('screen.different.span.outside'))}</p>}
      {words}
      <div className="row">
        <Button type="primary" disabled={atMm === null || outside} onClick={() => put(true)}>
          {say(msg('screen.different.wood-here'))}
        </Button>
        <Button disabled={atMm === null || outside} onClick={() => put(false)}>
          {say(msg('screen.different.no-wood-here'))}
        </Button>
      </div>
    </div>
  );
}

/** Another box, other devices, other cables or colors than the survey has: the box as it is, in place of what was believed. */
export function AnotherBox({
  house,
  first,
  onFound,
  words,
}: {
  readonly house: House;
  readonly first: PointId;
  readonly onFound: Found;
  readonly words: ReactNode;
}) {
  const say = useSay();
  const [id, setId] = useState(first);
  const [draft, setDraft] = useState(house);
  const point = draft.points.find((p) => p.id === id);
  return (
    <div className="stack">
      <Choice
        label={say(msg('screen.different.which-box'))}
        value={id}
        options={house.points.map((p) => ({ value: p.id, label: p.label }))}
        onChange={(to) => setId(to)}
      />
      {point && (
        <PointForm
          house={draft}
          point={point}
          onHouse={(change) => setDraft((h) => (typeof change === 'function' ? change(h) : change))}
        />
      )}
      {words}
      <Button
        type="primary"
        className="big-button"
        disabled={draft === house}
        onClick={() =>
          onFound(
            (b) => ({ ...b, house: draft }),
            msg('screen.different.said.box', { box: point?.label ?? id }),
          )
        }
      >
        {say(CHANGE)}
      </Button>
    </div>
  );
}

/** A kind of work that does not go at this wall: another way is looked for. */
export function NoWay({
  house,
  ways,
  onFound,
  words,
}: {
  readonly house: House;
  readonly ways: Step['ways'];
  readonly onFound: Found;
  readonly words: ReactNode;
}) {
  const say = useSay();
  const wallName = (id: WallId | null) =>
    wallsOf(house)
      .find((w) => w.wall.id === id)
      ?.wall.name.toLowerCase();
  const each = [...new Map(ways.map((w) => [`${w.op} ${w.wallId ?? ''}`, w] as const)).values()];
  return (
    <div className="stack">
      {words}
      {each.map((way) => {
        const wall = wallName(way.wallId);
        const { name } = OPERATIONS[way.op];
        return (
          <Button
            key={`${way.op} ${way.wallId ?? ''}`}
            className="big-button"
            onClick={() =>
              onFound(
                (b) => ({ ...b, job: withoutWay(b.job, way) }),
                wall === undefined
                  ? msg('screen.different.said.way', { way: name })
                  : msg('screen.different.said.way-at', { way: name, wall }),
              )
            }
          >
            {wall === undefined
              ? say(msg('screen.run.do-not-anywhere', { name }))
              : say(msg('screen.run.do-not-at-the', { name, wall }))}
          </Button>
        );
      })}
    </div>
  );
}
