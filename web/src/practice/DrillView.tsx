import { msg } from '@elwand/core';
import {
  answerMove,
  LEVELS,
  progressAfter,
  whyMove,
  type DrillKind,
  type Gone,
  type Move,
  type Played,
} from '@elwand/core/training';
import type { Remote } from 'comlink';
import { Button, Select } from 'antd';
import { useCallback, useEffect } from 'react';
import { useSay } from '../app/say.ts';
import { BoxPicture } from '../marks/read/BoxPicture.tsx';
import { Segments } from '../parts/Segments.tsx';
import { useWorkerAnswer } from '../state/use-worker.ts';
import { freshDrill, type KeptDrill } from './practice-kept.ts';
import { BoxInWords } from './BoxInWords.tsx';
import { newSeed } from './new-seed.ts';
import type { PracticeWorker } from './practice.worker.ts';
import '../marks/read/read.css';
import '../marks/asking.css';

const maker = () => new Worker(new URL('./practice.worker.ts', import.meta.url), { type: 'module' });

/** One drill: what one sees, what can be done, what it showed, and the question. */
export function DrillView({
  kind,
  kept,
  onChange,
}: {
  readonly kind: DrillKind;
  readonly kept: KeptDrill;
  readonly onChange: (kind: DrillKind, to: KeptDrill) => void;
}) {
  const say = useSay();
  const { level, seed, moves, progress } = kept;
  const ask = useCallback(
    (remote: Remote<PracticeWorker>): Promise<Played> => remote.play({ kind, level, seed, moves }),
    [kind, level, seed, moves],
  );
  const { answer: played, busy, failed } = useWorkerAnswer(maker, ask);
  const end = busy ? null : (played?.end ?? null);
  useEffect(() => {
    if (!end || kept.counted) return;
    onChange(kind, { ...kept, counted: true, progress: progressAfter(kept.progress, end.is) });
  }, [end, kept, kind, onChange]);
  const go = (id: string) => {
    if (!busy) onChange(kind, { ...kept, moves: [...moves, id] });
  };
  const next = () => onChange(kind, freshDrill(progress, newSeed()));
  return (
    <article className="stack">
      <div className="row">
        <h1 className="grow">{say(msg(`screen.practice.kind.${kind}`))}</h1>
        <span aria-hidden="true">{say(msg('screen.practice.level'))}</span>
        <Segments
          label={say(msg('screen.practice.level'))}
          value={String(progress.level)}
          options={LEVELS.map((l) => ({
            value: String(l),
            label: say(msg('screen.practice.level-n', { level: String(l) })),
          }))}
          onChange={(l) =>
            onChange(
              kind,
              freshDrill(
                { ...progress, level: LEVELS.find((x) => String(x) === l) ?? progress.level, inARow: 0 },
                newSeed(),
              ),
            )
          }
        />
      </div>
      <p className="muted">
        {say(msg(`screen.practice.about.${kind}`))}{' '}
        {progress.done > 0 &&
          say(
            msg('screen.practice.so-far', {
              right: progress.right,
              done: progress.done,
              unsafe: progress.unsafe,
            }),
          )}
      </p>
      <p className="simulated">{say(msg('screen.practice.simulated'))}</p>
      {failed && (
        <div className="row" role="alert">
          <p>{say(msg('screen.practice.failed'))}</p>
          <Button onClick={next}>{say(msg('screen.practice.next'))}</Button>
        </div>
      )}
      {!played && busy && <p className="muted">{say(msg('screen.practice.making'))}</p>}
      {played && !failed && (
        <Drill
          played={played}
          busy={busy}
          onGo={go}
          onNext={next}
          onAgain={() => onChange(kind, { ...kept, moves: [] })}
        />
      )}
    </article>
  );
}

function Drill({
  played,
  busy,
  onGo,
  onNext,
  onAgain,
}: {
  readonly played: Played;
  readonly busy: boolean;
  readonly onGo: (id: string) => void;
  readonly onNext: () => void;
  readonly onAgain: () => void;
}) {
  const say = useSay();
  const { scene, box, gone, question, end, best, readings } = played;
  return (
    <div className="practice-columns" aria-busy={busy}>
      <div className="stack">
        <div className="practice-scene">
          {scene.map((s, i) => (
            <p key={i}>{say(s)}</p>
          ))}
        </div>
        {box && (
          <>
            <BoxPicture box={box} asked={null} onChange={null} />
            <BoxInWords box={box} />
          </>
        )}
        {!end && <Moves played={played} onGo={onGo} />}
      </div>
      <div className="stack">
        {question && (
          <section className="asking" aria-live="polite">
            <h2>{say(msg(question.is === 'answer' ? 'screen.practice.answer' : 'screen.practice.why'))}</h2>
            <p>{say(question.asks)}</p>
            <div className={question.choices.length > 5 ? 'practice-many' : 'practice-choices'}>
              {question.choices.map((c) => (
                <Button
                  key={c.id}
                  size="large"
                  onClick={() => onGo((question.is === 'answer' ? answerMove : whyMove)(c.id))}
                >
                  {say(c.says)}
                </Button>
              ))}
            </div>
          </section>
        )}
        {end && (
          <section className={`asking practice-${end.is}`} role="status">
            <h2>{say(msg(`screen.practice.end.${end.is}`))}</h2>
            <p>{say(end.because)}</p>
            {best && end.is !== 'unsafe' && (best.readings > 0 || readings > 0) && (
              <p>{say(msg('screen.practice.compare', { mine: readings, least: best.readings }))}</p>
            )}
            <div className="asking-answers">
              <Button size="large" type="primary" onClick={onNext}>
                {say(msg('screen.practice.next'))}
              </Button>
              {end.is !== 'right' && (
                <Button size="large" onClick={onAgain}>
                  {say(msg('screen.practice.again'))}
                </Button>
              )}
            </div>
          </section>
        )}
        {(gone.length > 0 || played.moves.length > 0) && (
          <section>
            <h3>{say(msg('screen.practice.gone', { n: gone.length, readings }))}</h3>
            <Steps gone={gone} />
          </section>
        )}
        {best && (
          <details>
            <summary>{say(msg('screen.practice.best'))}</summary>
            {best.gone.length === 0 ? (
              <p className="muted">{say(msg('screen.practice.best-none'))}</p>
            ) : (
              <Steps gone={best.gone} />
            )}
          </details>
        )}
      </div>
    </div>
  );
}

const Steps = ({ gone }: { readonly gone: readonly Gone[] }) => {
  const say = useSay();
  return (
    <ol className="practice-gone">
      {gone.map((g, i) => (
        <li key={i}>
          <span className="grow">{say(g.says)}</span>
          <b>{say(g.shows)}</b>
        </li>
      ))}
    </ol>
  );
};

/** More than so many ways to measure are found by typing. */
const MOST_BUTTONS = 12;

function Moves({ played, onGo }: { readonly played: Played; readonly onGo: (id: string) => void }) {
  const say = useSay();
  const group = (is: Move['group']) => played.moves.filter((m) => m.group === is);
  const last = played.gone.at(-1);
  const [doing, reading] = [group('do'), group('read')];
  return (
    <>
      {last && (
        <p className="practice-last" aria-live="polite">
          {say(msg('screen.practice.last', { shows: last.shows }))}
        </p>
      )}
      {doing.length > 0 && (
        <section className="practice-moves" aria-label={say(msg('screen.practice.do'))}>
          <h3>{say(msg('screen.practice.do'))}</h3>
          {doing.map((m) => (
            <Button key={m.id} onClick={() => onGo(m.id)}>
              {say(m.says)}
            </Button>
          ))}
        </section>
      )}
      {reading.length > 0 && (
        <section className="practice-moves" aria-label={say(msg('screen.practice.read'))}>
          <h3>{say(msg('screen.practice.read'))}</h3>
          {reading.length > MOST_BUTTONS ? (
            <Select
              aria-label={say(msg('screen.practice.choose-read'))}
              placeholder={say(msg('screen.practice.choose-read'))}
              showSearch={{ optionFilterProp: 'label' }}
              value={null}
              popupMatchSelectWidth={false}
              onChange={(id: string) => onGo(id)}
              options={reading.map((m) => ({ value: m.id, label: say(m.says) }))}
            />
          ) : (
            reading.map((m) => (
              <Button key={m.id} onClick={() => onGo(m.id)}>
                {say(m.says)}
              </Button>
            ))
          )}
        </section>
      )}
    </>
  );
}
