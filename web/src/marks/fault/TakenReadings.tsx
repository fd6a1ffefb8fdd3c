import { allOf, msg, type House } from '@elwand/core';
import { lookText, tripChoices, valuesText, type BadRow } from '@elwand/core/bench';
import { Button } from 'antd';
import { useState } from 'react';
import { useSay } from '../../app/say.ts';
import { download } from '../../parts/download.ts';
import { OpenCsv } from '../../parts/OpenCsv.tsx';
import { NEW_FINDING, withoutReading, withReading, type KeptFinding } from './finding-kept.ts';
import { askFinder } from './ask-finder.ts';
import type { FaultAnswer, FaultQuestion } from './fault.worker.ts';

/** A table of readings is a page of text; what is much larger is something else, bytes. */
const MOST_BYTES = 500_000;

/** What was read so far, and the same as a table, out and in. */
export function TakenReadings({
  house,
  answer,
  question,
  onFinding,
}: {
  readonly house: House;
  readonly answer: FaultAnswer;
  readonly question: FaultQuestion;
  readonly onFinding: (to: (f: KeptFinding) => KeptFinding) => void;
}) {
  const say = useSay();
  const [bad, setBad] = useState<readonly BadRow[]>([]);
  const [tooLarge, setTooLarge] = useState(false);
  const { taken } = answer;
  const isOwn = (key: string) => question.finding.taken.some((t) => t.look === key);
  const names = tripChoices(house);
  const number = house.panels.flatMap((p) => p.breakers).find((b) => b.id === question.breaker)?.number ?? '';
  const take = async (rows: readonly (readonly string[])[]) => {
    const found = await askFinder((finder) => finder.fromCsv(question, rows));
    setBad(found.bad);
    onFinding((f) => found.taken.reduce(withReading, f));
  };
  return (
    <details className="stack" open>
      <summary>{say(msg('screen.fault.readings', { count: taken.length }))}</summary>
      <ul className="fault-taken">
        {taken.map(({ look, shown }, i) => (
          <li key={look.key}>
            <span className="grow">
              {say(lookText(house, look))}
              {!isOwn(look.key) && <span className="quiet"> {say(msg('screen.fault.from-tests'))}</span>}
              {shown.trips.length > 0 && (
                <span className="quiet">
                  {' '}
                  {say(
                    msg('screen.fault.trips', {
                      things: allOf(shown.trips.map((t) => names.find((n) => n.key === t)?.says ?? '?')),
                    }),
                  )}
                </span>
              )}
            </span>
            <b className="measure">{say(valuesText(look.what, shown.values, 'read'))}</b>
            <Button
              size="small"
              aria-label={say(msg('screen.fault.remove', { n: i + 1 }))}
              onClick={() => onFinding((f) => withoutReading(f, look.key))}
            >
              ✕
            </Button>
          </li>
        ))}
      </ul>
      <div className="row">
        <Button
          size="small"
          onClick={() =>
            void askFinder((finder) => finder.csv(question)).then((text) =>
              download(say(msg('screen.fault.file', { number })), text, 'text/csv'),
            )
          }
        >
          {say(msg('screen.fault.csv-save'))}
        </Button>
        <OpenCsv
          label={say(msg('screen.fault.csv-read'))}
          mostBytes={MOST_BYTES}
          onRows={(rows) => {
            setTooLarge(rows === null);
            if (rows) void take(rows);
          }}
        />
        {taken.length > 0 && (
          <Button
            size="small"
            onClick={() =>
              onFinding(() => ({
                ...NEW_FINDING,
                left: taken.map((t) => t.look.key).filter((k) => !isOwn(k)),
              }))
            }
          >
            {say(msg('screen.fault.start-over'))}
          </Button>
        )}
      </div>
      {tooLarge && <p role="alert">{say(msg('screen.fault.csv-too-large'))}</p>}
      {bad.length > 0 && (
        <ul className="csv-faults" role="alert">
          {bad.map((b) => (
            <li key={b.row} className="fault-text">
              {say(msg('screen.fault.csv-row', { row: b.row, why: b.says }))}
            </li>
          ))}
        </ul>
      )}
    </details>
  );
}
