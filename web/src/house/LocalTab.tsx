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
  type Text,
  type Waiver,
  msg,
  q,
} from '@elwand/core';
import { Button, Checkbox, Input } from 'antd';
import { useId, useState } from 'react';
import { Link } from 'react-router';
import { Choice } from '../parts/Choice.tsx';
import { useHouse } from './house-context.ts';
import { NumberField } from '../parts/NumberField.tsx';
import type { SetHouse } from '../state/edit.ts';
import { readLimit } from './read-limit.ts';
import { METHOD_WORDS } from './words.ts';
import { useSay } from '../app/say.ts';
import { Said, slot } from '../app/Said.tsx';
import { TemperatureField } from '../parts/TemperatureField.tsx';

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
    if (typeof read !== 'number' || noNote) return;
    onAdd({ limit, value: read, note: note.trim() });
    setValue('');
    setNote('');
    setTried(false);
  };
  return (
    <div className="stack">
      <div className="row fields">
        <Choice
          label={say(msg('screen.local.value-to-change'))}
          value={limit}
          width={330}
          options={free.map((k) => ({ value: k, label: say(limitTitle(k)) }))}
          onChange={setLimit}
        />
        <div className="field">
          <label htmlFor={ids[0]}>{say(msg('screen.local.here-it-is'))}</label>
          <span>
            <Input
              id={ids[0]}
              style={{ width: 130 }}
              value={value}
              placeholder={say(limitWords(code.value, LIMITS[limit].unit))}
              status={tried && typeof read !== 'number' ? 'error' : ''}
              onChange={(e) => setValue(e.target.value)}
              onPressEnter={add}
            />
            {tried && typeof read !== 'number' && (
              <span className="field-error" role="alert">
                {say(read)}
              </span>
            )}
          </span>
        </div>
        <div className="field">
          <label htmlFor={ids[1]}>{say(msg('screen.local.who-says-so'))}</label>
          <span>
            <Input
              id={ids[1]}
              style={{ width: 260 }}
              value={note}
              maxLength={240}
              placeholder={say(msg('screen.local.town-amendment-12-the-inspector'))}
              status={tried && noNote ? 'error' : ''}
              onChange={(e) => setNote(e.target.value)}
              onPressEnter={add}
            />
            {tried && noNote && (
              <span className="field-error" role="alert">
                {say(msg('screen.local.say-who-asks-for-it'))}
              </span>
            )}
          </span>
        </div>
        <Button onClick={add}>{say(msg('screen.local.add'))}</Button>
      </div>
      <p className="quiet">
        {say(
          msg(
            LIMITS[limit].tighter === 'less'
              ? 'screen.local.the-code-says-less-is-stricter'
              : 'screen.local.the-code-says-more-is-stricter',
            { limit: limitWords(code.value, LIMITS[limit].unit), source: sourceLine(code.source) },
          ),
        )}
      </p>
    </div>
  );
}

const WAIVABLE = [
  { what: 'ground-fault', label: msg('screen.local.gfci-not-required') },
  { what: 'arc-fault', label: msg('screen.local.afci-not-required') },
] as const satisfies readonly { what: Waiver['what']; label: Text }[];

/** Protection that the place does not ask for though the code does: only with who says so. */
function Waivers({ house, onHouse }: { readonly house: House; readonly onHouse: SetHouse }) {
  const say = useSay();
  const waivers = house.waivers ?? [];
  const put = (what: Waiver['what'], note: string | null) =>
    onHouse((h) => {
      const { waivers: were = [], ...rest } = h;
      const others = were.filter((w) => w.what !== what);
      const all = note === null ? others : [...others, { what, note }];
      return all.length > 0 ? { ...rest, waivers: all } : rest;
    });
  return (
    <section className="sheet stack" aria-label={say(msg('screen.local.protection'))}>
      <h2>{say(msg('screen.local.protection-not-required-here'))}</h2>
      <p className="muted">{say(msg('screen.local.protection-why'))}</p>
      {WAIVABLE.map(({ what, label }) => (
        <WaiverRow
          key={what}
          label={label}
          note={waivers.find((w) => w.what === what)?.note ?? null}
          onChange={(note) => put(what, note)}
        />
      ))}
    </section>
  );
}

function WaiverRow({
  label,
  note,
  onChange,
}: {
  readonly label: Text;
  readonly note: string | null;
  readonly onChange: (note: string | null) => void;
}) {
  const say = useSay();
  const [draft, setDraft] = useState('');
  const id = useId();
  if (note !== null)
    return (
      <div className="row">
        <span className="grow">
          <b>{say(label)}</b>: {note}
        </span>
        <Button
          size="small"
          aria-label={say(msg('screen.local.delete', { title: label }))}
          onClick={() => onChange(null)}
        >
          {say(msg('screen.local.delete-2'))}
        </Button>
      </div>
    );
  const enough = draft.trim().length >= 3;
  return (
    <div className="row fields">
      <span className="local-name">{say(label)}</span>
      <div className="field">
        <label htmlFor={id}>{say(msg('screen.local.who-says-so'))}</label>
        <Input
          id={id}
          aria-label={say(msg('screen.local.who-says-that', { what: label }))}
          style={{ width: 300 }}
          value={draft}
          maxLength={240}
          placeholder={say(msg('screen.local.town-amendment-12-the-inspector'))}
          onChange={(e) => setDraft(e.target.value)}
        />
      </div>
      <Button
        disabled={!enough}
        aria-label={say(msg('screen.local.add-rule', { what: label }))}
        onClick={() => {
          onChange(draft.trim());
          setDraft('');
        }}
      >
        {say(msg('screen.local.add'))}
      </Button>
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
      <section className="sheet stack" aria-label={say(msg('screen.local.values-changed-here'))}>
        <h2>{say(msg('screen.local.values-that-are-different-here'))}</h2>
        <p className="muted">
          <Said
            text={msg('screen.local.a-tighter-value-simply-applies', { rules: slot('rules') })}
            slots={{ rules: <Link to="/rules">{say(msg('screen.local.the-page-of-rules'))}</Link> }}
          />
        </p>
        {amended.length === 0 && unknown.length === 0 && (
          <p>{say(msg('screen.local.none-the-code-as-it'))}</p>
        )}
        {(amended.length > 0 || unknown.length > 0) && (
          <table className="plain-table">
            <thead>
              <tr>
                <th>{say(msg('screen.local.value'))}</th>
                <th>{say(msg('screen.local.here'))}</th>
                <th>{say(msg('screen.local.the-code'))}</th>
                <th />
                <th>{say(msg('screen.local.who-says-so'))}</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {amended.map((a) => (
                <tr key={a.limit}>
                  <th scope="row">{say(a.title)}</th>
                  <td className="measure">{say(limitWords(a.here, LIMITS[a.limit].unit))}</td>
                  <td className="measure">{say(limitWords(a.code.value, LIMITS[a.limit].unit))}</td>
                  <td>
                    {a.looser ? (
                      <b className="local-looser">{say(msg('screen.local.looser'))}</b>
                    ) : (
                      say(msg('screen.local.tighter'))
                    )}
                  </td>
                  <td>{a.note}</td>
                  <td>
                    <Button
                      size="small"
                      aria-label={say(msg('screen.local.delete', { title: a.title }))}
                      onClick={() => remove(a.limit)}
                    >
                      {say(msg('screen.local.delete-2'))}
                    </Button>
                  </td>
                </tr>
              ))}
              {unknown.map((a) => (
                <tr key={a.limit}>
                  <th scope="row">{a.limit}</th>
                  <td colSpan={4}>{say(msg('screen.local.is-no-value-that-this'))}</td>
                  <td>
                    <Button size="small" onClick={() => remove(a.limit)}>
                      {say(msg('screen.local.delete-2'))}
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
      <Waivers house={house} onHouse={edits.house} />
      <section className="sheet stack" aria-label={say(msg('screen.local.wiring-methods'))}>
        <h2>{say(msg('screen.local.wiring-methods-that-are-forbidden'))}</h2>
        <p className="muted">{say(msg('screen.local.some-places-allow-only-emt'))}</p>
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
              {say(METHOD_WORDS[m])}
            </Checkbox>
          ))}
        </div>
      </section>
      <section className="sheet stack" aria-label={say(msg('screen.local.facts-of-the-place'))}>
        <h2>{say(msg('screen.local.facts-that-some-answers-need'))}</h2>
        <div className="row fields">
          <TemperatureField
            label={msg('screen.local.attic-at-its-hottest')}
            placeholder={msg('screen.local.not-known')}
            system={house.units}
            celsius={house.atticCelsius}
            onChange={(atticCelsius) => edits.house((h) => ({ ...h, atticCelsius }), 'attic')}
          />
          <NumberField
            label={say(msg('screen.local.fault-current-at-the-panel'))}
            min={100}
            max={100_000}
            step={500}
            value={house.faultAmps}
            placeholder={say(msg('screen.local.not-asked'))}
            width={150}
            onChange={(faultAmps) => edits.house((h) => ({ ...h, faultAmps }), 'fault')}
          />
        </div>
        <p className="quiet">
          {say(msg('screen.local.hot-attic', { hot: q.celsius(60), amps: q.rating(5000) }))}
        </p>
      </section>
    </div>
  );
}
