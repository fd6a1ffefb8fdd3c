import { msg, type House } from '@elwand/core';
import { boxText, lookText, partText, tripChoices, type Look } from '@elwand/core/bench';
import { Button, Input, Select } from 'antd';
import { useId, useState } from 'react';
import { useSay } from '../../app/say.ts';
import { withReading, type KeptFinding } from './finding-kept.ts';
import type { FaultAnswer } from './fault.worker.ts';

/** What a typed value means; undefined where it is none. An empty field was not read. */
function valueOf(text: string): number | null | undefined {
  if (text.trim() === '') return null;
  const n = Number(text.trim().replace(',', '.'));
  return Number.isFinite(n) && n >= 0 && n < 1e7 ? n : undefined;
}

/** The reading that tells most, or any other: where, how, and its values. */
export function NextReading({
  house,
  answer,
  busy,
  onFinding,
}: {
  readonly house: House;
  readonly answer: FaultAnswer;
  readonly busy: boolean;
  readonly onFinding: (to: (f: KeptFinding) => KeptFinding) => void;
}) {
  const say = useSay();
  const [other, setOther] = useState<string | null>(null);
  const { diagnosis, looks, taken } = answer;
  const look = looks.find((l) => l.key === other) ?? diagnosis.next;
  const fieldId = useId();
  return (
    <section
      className="asking"
      aria-live="polite"
      aria-busy={busy}
      aria-label={say(msg('screen.fault.next'))}
    >
      <h3>{say(msg(other === null ? 'screen.fault.next' : 'screen.fault.other'))}</h3>
      {diagnosis.callNow && other === null ? (
        <p>{say(msg('screen.fault.no-more-reading'))}</p>
      ) : look ? (
        <Form
          key={look.key}
          house={house}
          look={look}
          onEnter={(values, trips) => {
            setOther(null);
            onFinding((f) => withReading(f, { look: look.key, values: [...values], trips: [...trips] }));
          }}
        />
      ) : (
        <p>{say(msg('screen.fault.nothing-more'))}</p>
      )}
      <div className="field">
        <label htmlFor={fieldId}>{say(msg('screen.fault.read-other'))}</label>
        <Select
          id={fieldId}
          aria-label={say(msg('screen.fault.read-other'))}
          showSearch={{ optionFilterProp: 'label' }}
          allowClear
          value={other}
          placeholder={say(msg('screen.fault.choose'))}
          style={{ width: '100%' }}
          popupMatchSelectWidth={false}
          onChange={(v: string | undefined) => setOther(v ?? null)}
          options={looks
            .filter((l) => !taken.some((t) => t.look.key === l.key))
            .map((l) => ({ value: l.key, label: say(lookText(house, l)) }))}
        />
      </div>
      {busy && <p className="quiet">{say(msg('screen.fault.reckoning'))}</p>}
    </section>
  );
}

function Form({
  house,
  look,
  onEnter,
}: {
  readonly house: House;
  readonly look: Look;
  readonly onEnter: (values: readonly (number | null)[], trips: readonly string[]) => void;
}) {
  const say = useSay();
  const parts = partText(look);
  const [texts, setTexts] = useState<readonly string[]>(parts.map(() => ''));
  const [trips, setTrips] = useState<readonly string[]>([]);
  const [tried, setTried] = useState(false);
  const tripId = useId();
  const values = texts.map(valueOf);
  const bad = values.some((v) => v === undefined);
  const none = values.every((v) => v === null) && trips.length === 0;
  const enter = () => {
    setTried(true);
    if (bad || none) return;
    onEnter(
      values.map((v) => v ?? null),
      trips,
    );
  };
  const names = tripChoices(house);
  return (
    <form
      className="stack"
      onSubmit={(e) => {
        e.preventDefault();
        enter();
      }}
    >
      <p>{say(lookText(house, look))}</p>
      <div className="row fields">
        {parts.map((part, i) => (
          <label key={i} className="field">
            <span>{say(part)}</span>
            <Input
              className="measure"
              style={{ width: 120 }}
              inputMode="decimal"
              value={texts[i]}
              status={tried && values[i] === undefined ? 'error' : undefined}
              onChange={(e) => setTexts((all) => all.map((t, k) => (k === i ? e.target.value : t)))}
            />
          </label>
        ))}
        <div className="field">
          <label htmlFor={tripId}>{say(msg('screen.fault.tripped'))}</label>
          <Select
            id={tripId}
            aria-label={say(msg('screen.fault.tripped'))}
            mode="multiple"
            style={{ minWidth: 180 }}
            placeholder={say(msg('screen.fault.tripped-nothing'))}
            value={[...trips]}
            onChange={setTrips}
            options={names.map((n) => ({ value: n.key, label: say(n.says) }))}
          />
        </div>
      </div>
      {tried && bad && <p role="alert">{say(msg('screen.fault.not-a-number'))}</p>}
      {tried && !bad && none && <p role="alert">{say(msg('screen.fault.no-value'))}</p>}
      <div className="asking-answers">
        <Button size="large" type="primary" htmlType="submit">
          {say(msg('screen.fault.enter', { box: boxText(house, look.point) }))}
        </Button>
      </div>
    </form>
  );
}
