import { msg, type CableEnd, type PointId } from '@elwand/core';
import { boxToRead, cableText, newCables, withReading, type SeenBox } from '@elwand/core/reading';
import { Button, Drawer } from 'antd';
import { useEffect, useState } from 'react';
import { useSay } from '../../app/say.ts';
import { Choice } from '../../parts/Choice.tsx';
import { useFocusBack } from '../../parts/use-focus-back.ts';
import { usePhone } from '../../workspace/use-phone.ts';
import { useWork } from '../../workspace/work.ts';
import { BoxPicture } from './BoxPicture.tsx';
import { DeviceList } from './DeviceList.tsx';
import { keepBox, keptBox } from './read-kept.ts';
import { Next, Readings } from './Readings.tsx';
import { Told, WrongList } from './Told.tsx';
import { useBoxAnswer } from './use-box-answer.ts';
import { WireList } from './WireList.tsx';
import '../marks.css';
import '../asking.css';
import './read.css';

/** Reads an open box with the person in front of it: what they see, what it can only be, and what to look at next. */
export function ReadDrawer({ first, onClose }: { readonly first: PointId; readonly onClose: () => void }) {
  useFocusBack();
  const say = useSay();
  const phone = usePhone();
  const { bundle, edits } = useWork();
  const { house } = bundle;
  const [pointId, setPointId] = useState(first);
  const [box, setBox] = useState<SeenBox>(() => keptBox(house, first));
  const [far, setFar] = useState<ReadonlyMap<string, CableEnd>>(new Map());
  useEffect(() => keepBox(house.id, pointId, box), [house.id, pointId, box]);
  const { answer, busy, failed } = useBoxAnswer(box, house, pointId);
  const point = house.points.find((p) => p.id === pointId);
  if (!point) return null;
  const asked = answer?.cannot?.why === 'look-first' ? answer.cannot.at : (answer?.next?.ask.at ?? null);
  const picture = <BoxPicture box={box} asked={busy ? null : asked} onChange={setBox} />;
  const next = answer && <Next box={box} answer={answer} busy={busy} onChange={setBox} />;
  const entered = (
    <>
      <DeviceList box={box} onChange={setBox} />
      <WireList box={box} onChange={setBox} />
    </>
  );
  const found = answer && (
    <>
      <WrongList box={box} answer={answer} />
      <Told box={box} answer={answer} />
    </>
  );
  const written = (
    <>
      <Readings box={box} onChange={setBox} />
      <FarEnds box={box} far={far} onFar={setFar} />
      <p className="muted">{say(msg('screen.read.write-what'))}</p>
      <Button
        type="primary"
        size="large"
        disabled={busy || box.cables.length === 0}
        onClick={() => {
          edits.house((h) => withReading(h, pointId, box, answer?.told ?? null, far));
          keepBox(house.id, pointId, null);
          onClose();
        }}
      >
        {say(msg('screen.read.write'))}
      </Button>
    </>
  );
  return (
    <Drawer
      open
      onClose={onClose}
      placement={phone ? 'bottom' : 'right'}
      size={phone ? '94%' : 'min(1180px, 96vw)'}
      title={say(msg('screen.read.title'))}
    >
      <div className="stack">
        <div className="row fields">
          <Choice
            label={say(msg('screen.read.which-box'))}
            value={pointId}
            width={220}
            options={house.points.map((p) => ({ value: p.id, label: p.label }))}
            onChange={(id) => {
              setPointId(id);
              setBox(keptBox(house, id));
              setFar(new Map());
            }}
          />
          <Button onClick={() => setBox(boxToRead(house, point))}>
            {say(msg('screen.read.start-over'))}
          </Button>
        </div>
        <p className="asking-caution">{say(msg('screen.read.caution'))}</p>
        {failed && <p role="alert">{say(msg('screen.read.failed'))}</p>}
        {phone ? (
          <>
            {next}
            {entered}
            <details>
              <summary>{say(msg('screen.read.drawn'))}</summary>
              {picture}
            </details>
            {found}
            {written}
          </>
        ) : (
          <div className="read-columns">
            <div className="stack">
              {next}
              {picture}
              {found}
            </div>
            <div className="stack">
              {entered}
              {written}
            </div>
          </div>
        )}
      </div>
    </Drawer>
  );
}

/** Where cables go that the house does not have yet: the other box, or a breaker. */
function FarEnds({
  box,
  far,
  onFar,
}: {
  readonly box: SeenBox;
  readonly far: ReadonlyMap<string, CableEnd>;
  readonly onFar: (far: ReadonlyMap<string, CableEnd>) => void;
}) {
  const say = useSay();
  const { house } = useWork().bundle;
  const missing = newCables(house, box);
  if (missing.length === 0) return null;
  const ends: readonly { readonly value: string; readonly label: string; readonly end: CableEnd | null }[] = [
    { value: '', label: say(msg('screen.read.not-known')), end: null },
    ...house.points.map((p) => ({
      value: `p ${p.id}`,
      label: p.label,
      end: { at: 'point' as const, pointId: p.id, on: 'splice' as const },
    })),
    ...house.panels.flatMap((panel) =>
      panel.breakers.map((b) => ({
        value: `b ${b.id}`,
        label: say(msg('screen.read.breaker', { number: b.number, label: b.label })),
        end: { at: 'breaker' as const, breakerId: b.id },
      })),
    ),
  ];
  const keyOf = (end: CableEnd | undefined): string =>
    end === undefined ? '' : end.at === 'point' ? `p ${end.pointId}` : `b ${end.breakerId}`;
  return (
    <section className="read-part">
      <h3>{say(msg('screen.read.new-cables'))}</h3>
      <p className="muted">{say(msg('screen.read.new-cables-why'))}</p>
      <div className="row fields">
        {missing.map((c) => (
          <Choice
            key={c.id}
            label={say(msg('screen.read.other-end', { cable: cableText(box, box.cables.indexOf(c)) }))}
            value={keyOf(far.get(c.id))}
            width={220}
            options={ends}
            onChange={(value) => {
              const end = ends.find((e) => e.value === value)?.end;
              const next = new Map(far);
              if (end) next.set(c.id, end);
              else next.delete(c.id);
              onFar(next);
            }}
          />
        ))}
      </div>
    </section>
  );
}
