import {
  allOf,
  chance,
  HUNT_SOURCE,
  sourceLine,
  huntCandidates,
  huntEnd,
  msg,
  nextWalk,
  surveyedOtherwise,
  suspects,
  withFound,
  type Breaker,
  type BreakerId,
  type House,
  type HuntAnswer,
  type HuntEnd,
  type HuntWalk,
  type PointId,
} from '@elwand/core';
import { Button, Checkbox, Drawer } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { useSay } from '../../app/say.ts';
import { Choice } from '../../parts/Choice.tsx';
import { freshId } from '../../parts/ids.ts';
import { Picks } from '../../parts/Picks.tsx';
import { useFocusBack } from '../../parts/use-focus-back.ts';
import { usePhone } from '../../workspace/use-phone.ts';
import { useWork } from '../../workspace/work.ts';
import { keepHunt, keptHunt, type KeptHunt } from './hunt-kept.ts';
import '../asking.css';
import './hunt.css';

type How = 'alone' | 'heard';

/** A breaker as one finds it in the panel: its number, and what its label says. */
function Named({ breaker, share }: { readonly breaker: Breaker; readonly share?: number }) {
  const say = useSay();
  return (
    <>
      <b className="measure hunt-number">{breaker.number}</b>
      <span className="grow">
        {breaker.label === '' ? say(msg('screen.hunt.no-label')) : breaker.label}
        {share !== undefined && <span className="quiet"> {chance(share)}</span>}
      </span>
    </>
  );
}

/** One walk alone: some off, a look at the box, three answers. */
function WalkAlone({
  n,
  off,
  box,
  onAnswer,
}: {
  readonly n: number;
  readonly off: readonly Breaker[];
  readonly box: string;
  readonly onAnswer: (answer: HuntAnswer) => void;
}) {
  const say = useSay();
  return (
    <section className="asking" aria-label={say(msg('screen.hunt.walk', { n }))}>
      <h3>{say(msg('screen.hunt.walk', { n }))}</h3>
      <p>{say(msg('screen.hunt.turn-off', { count: off.length }))}</p>
      <ul className="hunt-off">
        {off.map((b) => (
          <li key={b.id}>
            <Named breaker={b} />
          </li>
        ))}
      </ul>
      <p>{say(msg('screen.hunt.then-look', { box }))}</p>
      <div className="asking-answers">
        {(['dead', 'on', 'unsure'] as const).map((answer) => (
          <Button key={answer} size="large" onClick={() => onAnswer(answer)}>
            {say(msg(`screen.hunt.answer.${answer}`))}
          </Button>
        ))}
      </div>
    </section>
  );
}

/** Heard from the panel: one after the other, the likely ones first, until it goes dead; then once more to be sure. */
function WalkHeard({
  left,
  box,
  sure,
  onDead,
  onSure,
}: {
  readonly left: readonly { readonly breaker: Breaker; readonly chance: number }[];
  readonly box: string;
  /** The one at which it went dead: asked once more. */
  readonly sure: Breaker | null;
  readonly onDead: (breaker: Breaker) => void;
  readonly onSure: (answer: 'dead' | 'on') => void;
}) {
  const say = useSay();
  if (sure)
    return (
      <section className="asking">
        <h3>{say(msg('screen.hunt.once-more', { breaker: sure.number }))}</h3>
        <p>{say(msg('screen.hunt.once-more-how', { box, breaker: sure.number }))}</p>
        <div className="asking-answers">
          <Button size="large" onClick={() => onSure('dead')}>
            {say(msg('screen.hunt.follows'))}
          </Button>
          <Button size="large" onClick={() => onSure('on')}>
            {say(msg('screen.hunt.follows-not'))}
          </Button>
        </div>
      </section>
    );
  return (
    <section className="asking">
      <h3>{say(msg('screen.hunt.one-by-one'))}</h3>
      <p>{say(msg('screen.hunt.one-by-one-how', { box }))}</p>
      <ol className="hunt-order">
        {left.map(({ breaker, chance: share }) => (
          <li key={breaker.id}>
            <Button onClick={() => onDead(breaker)}>
              <Named breaker={breaker} share={share} />
            </Button>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** What it came to, and writing it down. */
function Ended({
  end,
  box,
  house,
  pointId,
  onWrite,
}: {
  readonly end: HuntEnd;
  readonly box: string;
  readonly house: House;
  readonly pointId: PointId;
  /** The boxes that were dead with it. */
  readonly onWrite: (dead: readonly PointId[]) => void;
}) {
  const say = useSay();
  const [also, setAlso] = useState<readonly PointId[]>([]);
  if (end.end === 'none') return <p role="status">{say(msg('screen.hunt.none', { box }))}</p>;
  if (end.end === 'kept-on')
    return (
      <p role="status">
        {say(msg('screen.hunt.kept-on-left', { breakers: allOf(end.breakers.map((b) => b.number)) }))}
      </p>
    );
  return (
    <section className="asking" role="status">
      <h3>{say(msg('screen.hunt.found', { breaker: end.breaker.number, box }))}</h3>
      <p>{say(msg('screen.hunt.look-around'))}</p>
      <div className="hunt-also">
        {house.points
          .filter((p) => p.id !== pointId)
          .map((p) => (
            <Checkbox
              key={p.id}
              checked={also.includes(p.id)}
              onChange={(e) =>
                setAlso((all) => (e.target.checked ? [...all, p.id] : all.filter((id) => id !== p.id)))
              }
            >
              {p.label}
            </Checkbox>
          ))}
      </div>
      {surveyedOtherwise(house, end.breaker.id, [pointId, ...also]).map(({ point, breakers }) => (
        <p key={point.id}>
          {say(
            msg('screen.hunt.otherwise', {
              box: point.label,
              breakers: allOf(breakers.map((b) => b.number)),
              n: breakers.length,
            }),
          )}
        </p>
      ))}
      <p className="muted">{say(msg('screen.hunt.no-proof'))}</p>
      <Button type="primary" size="large" onClick={() => onWrite([pointId, ...also])}>
        {say(msg('screen.hunt.write-down'))}
      </Button>
    </section>
  );
}

/** Finds the breaker of a box in as few walks to the panel as can be, and writes it down. */
export function HuntDrawer({ first, onClose }: { readonly first: PointId; readonly onClose: () => void }) {
  useFocusBack();
  const say = useSay();
  const phone = usePhone();
  const { bundle, evaluation, edits } = useWork();
  const { house } = bundle;
  const [pointId, setPointId] = useState(first);
  const [how, setHow] = useState<How>('alone');
  const [hunt, setHunt] = useState<KeptHunt>(() => keptHunt(house.id, first));
  useEffect(() => keepHunt(house.id, pointId, hunt), [house.id, pointId, hunt]);
  const candidates = useMemo(
    () => huntCandidates(house, pointId, evaluation.feed),
    [house, pointId, evaluation.feed],
  );
  const { walks, keptOn } = hunt;
  const left = suspects(candidates, walks);
  const off = useMemo(() => nextWalk(candidates, walks, keptOn), [candidates, walks, keptOn]);
  const end = huntEnd(candidates, walks, keptOn);
  const box = house.points.find((p) => p.id === pointId)?.label ?? '?';
  const byId = (id: BreakerId) => candidates.find((c) => c.breaker.id === id)?.breaker;
  const took = (more: readonly HuntWalk[]) => setHunt((h) => ({ ...h, walks: [...h.walks, ...more] }));
  const open = left.filter((s) => !keptOn.includes(s.breaker.id));
  const last = walks.at(-1);
  // Heard dead at one of them, alone: that one is asked once more.
  const sure =
    how === 'heard' && last?.answer === 'dead' && last.off.length === 1 && last.off[0] && !end
      ? (byId(last.off[0]) ?? null)
      : null;
  return (
    <Drawer
      open
      onClose={onClose}
      placement={phone ? 'bottom' : 'right'}
      size={phone ? '92%' : 460}
      title={say(msg('screen.hunt.title'))}
    >
      <div className="stack">
        <Choice
          label={say(msg('screen.hunt.which-box'))}
          value={pointId}
          width={220}
          options={house.points.map((p) => ({ value: p.id, label: p.label }))}
          onChange={(id) => {
            setPointId(id);
            setHunt(keptHunt(house.id, id));
          }}
        />
        <Picks<How>
          legend={say(msg('screen.hunt.how'))}
          value={how}
          onChange={setHow}
          picks={[
            { value: 'alone', label: say(msg('screen.hunt.alone')), says: say(msg('screen.hunt.alone-how')) },
            { value: 'heard', label: say(msg('screen.hunt.heard')), says: say(msg('screen.hunt.heard-how')) },
          ]}
        />
        <p className="asking-caution">{say(msg('screen.hunt.caution'))}</p>
        {candidates.length === 0 && <p className="empty">{say(msg('screen.hunt.no-breakers'))}</p>}
        {end && candidates.length > 0 && (
          <Ended
            end={end}
            box={box}
            house={house}
            pointId={pointId}
            onWrite={(dead) => {
              if (end.end !== 'found') return;
              edits.house((h) => withFound(h, end.breaker.id, dead, () => freshId('c')));
              keepHunt(house.id, pointId, { walks: [], keptOn: [] });
              setHunt({ walks: [], keptOn: [] });
              onClose();
            }}
          />
        )}
        {!end && off && how === 'alone' && (
          <WalkAlone
            n={walks.length + 1}
            off={off.flatMap((id) => byId(id) ?? [])}
            box={box}
            onAnswer={(answer) => took([{ off, answer }])}
          />
        )}
        {!end && how === 'heard' && (
          <WalkHeard
            left={open}
            box={box}
            sure={sure}
            onDead={(b) => {
              const before = open.slice(
                0,
                open.findIndex((s) => s.breaker.id === b.id),
              );
              took([
                ...before.map((s): HuntWalk => ({ off: [s.breaker.id], answer: 'on' })),
                { off: [b.id], answer: 'dead' },
              ]);
            }}
            onSure={(answer) => sure && took([{ off: [sure.id], answer }])}
          />
        )}
        {walks.length > 0 && (
          <details className="hunt-so-far" open={!phone}>
            <summary>{say(msg('screen.hunt.so-far', { n: walks.length, left: left.length }))}</summary>
            <ol>
              {walks.map((w, i) => (
                <li key={i}>
                  {say(
                    msg('screen.hunt.walk-told', {
                      breakers: allOf(w.off.map((id) => byId(id)?.number ?? '?')),
                      answer: msg(`screen.hunt.answer.${w.answer}`),
                    }),
                  )}
                </li>
              ))}
            </ol>
            <Button onClick={() => setHunt((h) => ({ ...h, walks: h.walks.slice(0, -1) }))}>
              {say(msg('screen.hunt.take-back'))}
            </Button>{' '}
            <Button onClick={() => setHunt((h) => ({ ...h, walks: [] }))}>
              {say(msg('screen.hunt.start-over'))}
            </Button>
          </details>
        )}
        <details>
          <summary>{say(msg('screen.hunt.must-stay-on'))}</summary>
          {candidates.map(({ breaker, why }) => (
            <div key={breaker.id} className="hunt-keep">
              <Checkbox
                checked={keptOn.includes(breaker.id)}
                onChange={(e) =>
                  setHunt((h) => ({
                    ...h,
                    keptOn: e.target.checked
                      ? [...h.keptOn, breaker.id]
                      : h.keptOn.filter((id) => id !== breaker.id),
                  }))
                }
              >
                {say(msg('screen.hunt.breaker', { number: breaker.number, label: breaker.label }))}
              </Checkbox>
              {why.length > 0 && <span className="quiet">{why.map(say).join(', ')}</span>}
            </div>
          ))}
          <p className="quiet">{say(sourceLine(HUNT_SOURCE))}</p>
        </details>
      </div>
    </Drawer>
  );
}
