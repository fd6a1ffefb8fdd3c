import { msg, type BreakerId, type House, type Reading } from '@elwand/core';
import { SYMPTOMS, symptomText } from '@elwand/core/bench';
import type { Remote } from 'comlink';
import { Checkbox, Drawer } from 'antd';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useSay } from '../../app/say.ts';
import { Choice } from '../../parts/Choice.tsx';
import { useFocusBack } from '../../parts/use-focus-back.ts';
import { useWorkerAnswer } from '../../state/use-worker.ts';
import { usePhone } from '../../workspace/use-phone.ts';
import { finder } from './ask-finder.ts';
import { findings, NEW_FINDING, withSymptoms, type KeptFinding } from './finding-kept.ts';
import type { FaultAnswer, FaultQuestion, FaultWorker } from './fault.worker.ts';
import { NextReading } from './NextReading.tsx';
import { Suspects } from './Suspects.tsx';
import { TakenReadings } from './TakenReadings.tsx';
import '../asking.css';
import './fault.css';

const NO_TESTS: readonly Reading[] = [];

/** Finds what is wrong with a circuit: what was noticed, what was read, what it may be, and what to read next. */
export function FaultDrawer({
  house,
  first,
  tests = NO_TESTS,
  place,
  onClose,
}: {
  readonly house: House;
  /** The circuit to begin with. */
  readonly first: BreakerId;
  /** Readings of the test sheet. */
  readonly tests?: readonly Reading[];
  /** Under what it is kept: the house as it stands, or as a job leaves it. */
  readonly place: string;
  readonly onClose: () => void;
}) {
  useFocusBack();
  const say = useSay();
  const phone = usePhone();
  const breakers = house.panels.flatMap((p) => p.breakers);
  const [breaker, setBreaker] = useState(
    breakers.find((b) => b.id === first)?.id ?? breakers[0]?.id ?? first,
  );
  const [finding, setFinding] = useState<KeptFinding>(() => findings.get([place, breaker]) ?? NEW_FINDING);
  useEffect(
    () => findings.set([place, breaker], finding === NEW_FINDING ? null : finding),
    [place, breaker, finding],
  );
  const question = useMemo<FaultQuestion>(
    () => ({ house, breaker, finding, tests }),
    [house, breaker, finding, tests],
  );
  const ask = useCallback(
    (remote: Remote<FaultWorker>): Promise<FaultAnswer> => remote.find(question),
    [question],
  );
  const { answer, busy, failed } = useWorkerAnswer(finder, ask);
  const next = answer && (
    <NextReading
      // A form for each reading: nothing half typed goes on to the next one.
      key={answer.diagnosis.next?.key ?? ''}
      house={house}
      answer={answer}
      busy={busy}
      onFinding={setFinding}
    />
  );
  const told = answer && <Suspects house={house} answer={answer} busy={busy} />;
  const taken = answer && (
    <TakenReadings house={house} answer={answer} question={question} onFinding={setFinding} />
  );
  return (
    <Drawer
      open
      onClose={onClose}
      placement={phone ? 'bottom' : 'right'}
      size={phone ? '94%' : 'min(1080px, 96vw)'}
      title={say(msg('screen.fault.title'))}
    >
      <div className="stack">
        <div className="row fields">
          <Choice
            label={say(msg('screen.fault.circuit'))}
            value={breaker}
            width={260}
            options={breakers.map((b) => ({
              value: b.id,
              label: msg('screen.fault.breaker', { number: b.number, label: b.label }),
            }))}
            onChange={(id) => {
              setBreaker(id);
              setFinding(findings.get([place, id]) ?? NEW_FINDING);
            }}
          />
        </div>
        <p className="asking-caution">{say(msg('screen.fault.caution'))}</p>
        {failed && <p role="alert">{say(msg('screen.fault.failed'))}</p>}
        {!answer && busy && <p className="muted">{say(msg('screen.fault.reckoning'))}</p>}
        {answer && answer.looks.length === 0 ? (
          <p className="empty">{say(msg('screen.fault.empty'))}</p>
        ) : (
          <div className={phone ? 'stack' : 'fault-columns'}>
            <div className="stack">
              <Noticed finding={finding} onFinding={setFinding} />
              {next}
              {!phone && taken}
            </div>
            <div className="stack">
              {told}
              {phone && taken}
            </div>
          </div>
        )}
      </div>
    </Drawer>
  );
}

/** What somebody noticed before anything was read. */
function Noticed({
  finding,
  onFinding,
}: {
  readonly finding: KeptFinding;
  readonly onFinding: (to: (f: KeptFinding) => KeptFinding) => void;
}) {
  const say = useSay();
  return (
    <details open={finding.symptoms.length > 0}>
      <summary>{say(msg('screen.fault.noticed', { count: finding.symptoms.length }))}</summary>
      <div className="fault-noticed">
        {SYMPTOMS.map((s) => (
          <Checkbox
            key={s}
            checked={finding.symptoms.includes(s)}
            onChange={(e) =>
              onFinding((f) =>
                withSymptoms(
                  f,
                  e.target.checked ? [...f.symptoms, s] : f.symptoms.filter((other) => other !== s),
                ),
              )
            }
          >
            {say(symptomText(s))}
          </Checkbox>
        ))}
      </div>
      <p className="step-caution">{say(msg('screen.fault.at-once'))}</p>
    </details>
  );
}
