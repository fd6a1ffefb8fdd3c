import {
  isLimitKey,
  LIMIT_KEYS,
  LIMITS,
  limitTitle,
  limitWords,
  NEW_METHODS,
  packFor,
  sourceLine,
  type House,
  type LimitKey,
} from '@elwand/core';
import { Button, Checkbox, Input } from 'antd';
import { useId, useState } from 'react';
import { Link } from 'react-router';
import { Choice } from '../parts/Choice.tsx';
import { useHouse } from './house-context.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { readLimit } from './read-limit.ts';
import { METHOD_WORDS } from './words.ts';
import { useSay } from '../app/say.ts';

function NewAmendment({
  house,
  onAdd,
}: {
  readonly house: House;
  readonly onAdd: (a: House['amendments'][number]) => void;
}) {
  const say = useSay();
  const free = LIMIT_KEYS.filter((k) => !house.amendments.some((a) => a.limit === k));
  const [limit, setLimit] = useState<LimitKey>(free[0] ?? 'switchHeightMm');
  const [value, setValue] = useState('');
  const [note, setNote] = useState('');
  const [tried, setTried] = useState(false);
  const ids = [useId(), useId()] as const;
  const code = packFor({ code: house.code, amendments: [] }).limits[limit];
  const read = readLimit(limit, value, house.units);
  const noNote = note.trim().length < 3;
  const add = () => {
    setTried(true);
    if (typeof read === 'string' || noNote) return;
    onAdd({ limit, value: read, note: note.trim() });
    setValue('');
    setNote('');
    setTried(false);
  };
  return (
    <div className="stack">
      <div className="row fields">
        <Choice
          label="Value to change"
          value={limit}
          width={330}
          options={free.map((k) => ({ value: k, label: say(limitTitle(k)) }))}
          onChange={setLimit}
        />
        <div className="field">
          <label htmlFor={ids[0]}>Here it is</label>
          <span>
            <Input
              id={ids[0]}
              style={{ width: 130 }}
              value={value}
              placeholder={say(limitWords(code.value, LIMITS[limit].unit))}
              status={tried && typeof read === 'string' ? 'error' : ''}
              onChange={(e) => setValue(e.target.value)}
              onPressEnter={add}
            />
            {tried && typeof read === 'string' && (
              <span className="field-error" role="alert">
                {read}
              </span>
            )}
          </span>
        </div>
        <div className="field">
          <label htmlFor={ids[1]}>Who says so</label>
          <span>
            <Input
              id={ids[1]}
              style={{ width: 260 }}
              value={note}
              maxLength={240}
              placeholder="town amendment 12, the inspector on the phone"
              status={tried && noNote ? 'error' : ''}
              onChange={(e) => setNote(e.target.value)}
              onPressEnter={add}
            />
            {tried && noNote && (
              <span className="field-error" role="alert">
                say who asks for it
              </span>
            )}
          </span>
        </div>
        <Button onClick={add}>Add</Button>
      </div>
      <p className="quiet">
        The code says {say(limitWords(code.value, LIMITS[limit].unit))}: {say(sourceLine(code.source))}.{' '}
        {LIMITS[limit].tighter === 'less' ? 'Less' : 'More'} is stricter.
      </p>
    </div>
  );
}

/** What the place asks beyond the code, and facts of the house that the rules need. */
export function LocalTab() {
  const say = useSay();
  const { house, evaluation, edits } = useHouse();
  const { amended } = evaluation.pack;
  const unknown = house.amendments.filter((a) => !isLimitKey(a.limit));
  const remove = (limit: string) =>
    edits.house((h) => ({ ...h, amendments: h.amendments.filter((a) => a.limit !== limit) }));
  return (
    <div className="stack">
      <section className="sheet stack" aria-label="Values changed here">
        <h2>Values that are different here</h2>
        <p className="muted">
          A tighter value simply applies. A looser one is kept as an override and is named wherever it
          decides. All values: <Link to="/rules">the page of rules</Link>.
        </p>
        {amended.length === 0 && unknown.length === 0 && <p>None: the code as it stands.</p>}
        {(amended.length > 0 || unknown.length > 0) && (
          <table className="plain-table">
            <thead>
              <tr>
                <th>Value</th>
                <th>Here</th>
                <th>The code</th>
                <th />
                <th>Who says so</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {amended.map((a) => (
                <tr key={a.limit}>
                  <th scope="row">{say(a.title)}</th>
                  <td className="measure">{say(limitWords(a.here, LIMITS[a.limit].unit))}</td>
                  <td className="measure">{say(limitWords(a.code.value, LIMITS[a.limit].unit))}</td>
                  <td>{a.looser ? <b className="local-looser">looser</b> : 'tighter'}</td>
                  <td>{a.note}</td>
                  <td>
                    <Button
                      size="small"
                      aria-label={`Take out ${say(a.title)}`}
                      onClick={() => remove(a.limit)}
                    >
                      Take out
                    </Button>
                  </td>
                </tr>
              ))}
              {unknown.map((a) => (
                <tr key={a.limit}>
                  <th scope="row">{a.limit}</th>
                  <td colSpan={4}>is no value that this version knows; it changes nothing</td>
                  <td>
                    <Button size="small" onClick={() => remove(a.limit)}>
                      Take out
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <NewAmendment
          key={house.amendments.length}
          house={house}
          onAdd={(a) => edits.house((h) => ({ ...h, amendments: [...h.amendments, a] }))}
        />
      </section>
      <section className="sheet stack" aria-label="Wiring methods">
        <h2>Wiring methods that are forbidden here</h2>
        <p className="muted">
          Some places allow only EMT, some no NM-B. Plans never use what is checked here. If the whole house
          is wired in EMT, ask the inspector before you add NM-B.
        </p>
        <div className="row">
          {NEW_METHODS.map((m) => (
            <Checkbox
              key={m}
              checked={house.bannedMethods.includes(m)}
              onChange={(e) =>
                edits.house({
                  ...house,
                  bannedMethods: e.target.checked
                    ? [...house.bannedMethods, m]
                    : house.bannedMethods.filter((x) => x !== m),
                })
              }
            >
              {METHOD_WORDS[m]}
            </Checkbox>
          ))}
        </div>
      </section>
      <section className="sheet stack" aria-label="Facts of the place">
        <h2>Facts that some answers need</h2>
        <div className="row fields">
          <NumberField
            label="Attic at its hottest, °C"
            min={-40}
            max={85}
            value={house.atticCelsius}
            placeholder="not known"
            onChange={(atticCelsius) => edits.house((h) => ({ ...h, atticCelsius }), 'attic')}
          />
          <NumberField
            label="Fault current at the panel, A"
            min={100}
            max={100_000}
            step={500}
            value={house.faultAmps}
            placeholder="not asked"
            width={150}
            onChange={(faultAmps) => edits.house((h) => ({ ...h, faultAmps }), 'fault')}
          />
        </div>
        <p className="quiet">
          60 °C is 140 °F, a hot attic. The utility tells the fault current; without it 5000 A is reckoned
          with.
        </p>
      </section>
    </div>
  );
}
