import { msg, type House, type PointId, type Step, type Text, type WallId } from '@elwand/core';
import { Drawer, Button } from 'antd';
import { useState } from 'react';
import { useSay } from '../../../app/say.ts';
import { Picks } from '../../../parts/Picks.tsx';
import { TextField } from '../../../parts/TextField.tsx';
import { useFocusBack } from '../../../parts/use-focus-back.ts';
import { usePhone } from '../../../workspace/use-phone.ts';
import { useWork } from '../../../workspace/work.ts';
import { AnotherBox, InTheWall, NoStud, NoWay, type Found } from './Fields.tsx';
import { withSurprise, type Kind } from './facts.ts';

/** The wall that a step is about, as far as it can be told: of its way, of its box, of the point it makes. */
function wallOf(
  house: House,
  step: Step,
  wants: readonly { readonly id: string; readonly at: object }[],
): WallId {
  const [first] = house.rooms.flatMap((r) => r.walls);
  const at =
    house.points.find((p) => p.id === step.pointId)?.at ??
    wants.find((w) => step.key.endsWith(w.id))?.at ??
    {};
  const own =
    step.ways.flatMap((w) => w.wallId ?? [])[0] ?? ('wallId' in at ? (at.wallId as WallId) : undefined);
  if (own !== undefined) return own;
  if (!first) throw new Error('a house with a plan has walls');
  return first.id;
}

/** "This was different": a fact is put right, what is left is planned anew, and what is done stays done. */
export function DifferentDrawer({ step, onClose }: { readonly step: Step; readonly onClose: () => void }) {
  useFocusBack();
  const say = useSay();
  const phone = usePhone();
  const { bundle, edits } = useWork();
  const { house, job } = bundle;
  const [kind, setKind] = useState<Kind>('in-the-wall');
  const [words, setWords] = useState('');
  const wallId = wallOf(house, step, job.wants);
  const point: PointId | undefined = step.pointId ?? house.points[0]?.id;
  /** The fact into the documents and its words into the record, as one step that can be undone. */
  const found: Found = (change, says) => {
    const told = words.trim() === '' ? say(says) : `${say(says)}. ${words.trim()}`;
    const next = change({ house, job });
    edits.both({ ...next, job: withSurprise(next.job, step.key, told) });
    onClose();
  };
  const kinds: readonly { readonly value: Kind; readonly label: Text; readonly says: Text }[] = [
    {
      value: 'in-the-wall',
      label: msg('screen.different.in-the-wall'),
      says: msg('screen.different.in-the-wall-why'),
    },
    { value: 'stud', label: msg('screen.different.stud'), says: msg('screen.different.stud-why') },
    ...(point
      ? [{ value: 'box' as const, label: msg('screen.different.box'), says: msg('screen.different.box-why') }]
      : []),
    ...(step.ways.length > 0
      ? [{ value: 'way' as const, label: msg('screen.different.way'), says: msg('screen.different.way-why') }]
      : []),
    { value: 'other', label: msg('screen.different.other'), says: msg('screen.different.other-why') },
  ];
  const own = (
    <TextField
      label={say(msg('screen.different.words'))}
      value={words}
      max={400}
      width={420}
      onChange={setWords}
    />
  );
  return (
    <Drawer
      open
      onClose={onClose}
      title={say(msg('screen.different.title'))}
      size={phone ? '100%' : 640}
      destroyOnHidden
    >
      <div className="stack">
        <p className="muted">{say(msg('screen.different.why'))}</p>
        <Picks
          legend={say(msg('screen.different.what'))}
          value={kind}
          picks={kinds.map((k) => ({ value: k.value, label: say(k.label), says: say(k.says) }))}
          onChange={setKind}
        />
        {kind === 'in-the-wall' && <InTheWall house={house} first={wallId} onFound={found} words={own} />}
        {kind === 'stud' && <NoStud house={house} first={wallId} onFound={found} words={own} />}
        {kind === 'box' && point && <AnotherBox house={house} first={point} onFound={found} words={own} />}
        {kind === 'way' && <NoWay house={house} ways={step.ways} onFound={found} words={own} />}
        {kind === 'other' && own}
        {kind === 'other' && (
          <Button
            type="primary"
            className="big-button"
            disabled={words.trim() === ''}
            onClick={() => {
              edits.job(withSurprise(job, step.key, words.trim()));
              onClose();
            }}
          >
            {say(msg('screen.different.note-it'))}
          </Button>
        )}
      </div>
    </Drawer>
  );
}
