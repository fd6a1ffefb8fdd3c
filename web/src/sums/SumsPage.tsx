import { sourceLine, msg } from '@elwand/core';
import { doSum, SUMS, sumById, type Field, type Sum, type SumResult } from '@elwand/core/sums';
import { Button, Input, message } from 'antd';
import { useId, useState } from 'react';
import { Link, Navigate, useParams, useSearchParams } from 'react-router';
import { Choice } from '../parts/Choice.tsx';
import { StateMark } from '../parts/Mark.tsx';
import { ToolsBar } from '../rules/ToolsBar.tsx';
import './sums.css';
import { useSay } from '../app/say.ts';

/** Two to seven choices with short words are all shown; longer lists open. */
function SumField({
  field,
  value,
  error,
  onChange,
}: {
  readonly field: Field;
  readonly value: string;
  readonly error: string | undefined;
  readonly onChange: (text: string) => void;
}) {
  const say = useSay();
  const id = useId();
  if (field.kind === 'choice' || field.kind === 'yes')
    return (
      <Choice
        label={say(field.label)}
        value={value}
        width={205}
        options={
          field.options?.map((o) => ({ value: o.value, label: say(o.label) })) ?? [
            { value: 'no', label: say(msg('screen.sums.no')) },
            { value: 'yes', label: say(msg('screen.sums.yes')) },
          ]
        }
        onChange={onChange}
      />
    );
  return (
    <div className="field">
      <label htmlFor={id}>{say(field.label)}</label>
      <span>
        <Input
          id={id}
          value={value}
          suffix={field.unit}
          inputMode={field.kind === 'number' ? 'decimal' : 'text'}
          status={error === undefined ? '' : 'error'}
          aria-invalid={error !== undefined}
          aria-describedby={error === undefined ? undefined : `${id}-error`}
          onChange={(e) => onChange(e.target.value)}
          style={{ width: 205, maxWidth: '100%' }}
        />
        {error !== undefined && (
          <span className="field-error" role="alert" id={`${id}-error`}>
            {error}
          </span>
        )}
      </span>
    </div>
  );
}

const STATE = { holds: 'ok', fails: 'fix', told: 'ok' } as const;

function Answer({ result }: { readonly result: SumResult }) {
  const say = useSay();
  return (
    <section className="sum-answer" aria-live="polite" aria-label={say(msg('screen.sums.answer'))}>
      <p className="sum-says">
        {result.verdict !== 'told' && <StateMark state={STATE[result.verdict]} />} {say(result.says)}
      </p>
      {result.lines.length > 0 && (
        <table className="plain-table sum-lines">
          <caption className="visually-hidden">{say(msg('screen.sums.the-working'))}</caption>
          <tbody>
            {result.lines.map((l, i) => (
              <tr key={`${say(l.what)}-${i}`}>
                <th scope="row">{say(l.what)}</th>
                <td className="measure muted">{say(l.how)}</td>
                <td className="measure">{say(l.value)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <ul className="quiet">
        {[...new Set(result.sources.map(sourceLine))].map((s) => (
          <li key={say(s)}>{say(s)}</li>
        ))}
      </ul>
    </section>
  );
}

/** One sum: what was typed lives in the address, so that a link gives the same sum to somebody else. */
function SumForm({ sum }: { readonly sum: Sum }) {
  const say = useSay();
  const [params, setParams] = useSearchParams();
  const given = Object.fromEntries(
    sum.fields.flatMap((f) => {
      const v = params.get(f.key);
      return v === null ? [] : [[f.key, v] as const];
    }),
  );
  const done = doSum(sum, given);
  const problems = new Map(done.ok ? [] : done.problems.map((p) => [p.key, say(p.says)] as const));
  // The last answer stays while a field is being typed, so that nothing jumps.
  const [last, setLast] = useState<SumResult | null>(done.ok ? done.result : null);
  if (done.ok && (!last || say(last.says) !== say(done.result.says))) setLast(done.result);
  const shown = done.ok ? done.result : last;
  const set = (key: string, text: string) =>
    setParams(
      (old) => {
        const next = new URLSearchParams(old);
        next.set(key, text);
        return next;
      },
      { replace: true },
    );
  const copy = () => {
    void navigator.clipboard
      ?.writeText(window.location.href)
      .then(() => message.success(say(msg('screen.sums.link-copied-it-opens-this'))))
      .catch(() => message.info(say(msg('screen.sums.copy-the-address-of-this'))));
  };
  return (
    <article className="sum stack" aria-label={say(sum.title)}>
      <div className="row">
        <h1 className="grow">{say(sum.title)}</h1>
        <Button size="small" onClick={copy}>
          {say(msg('screen.sums.copy-link'))}
        </Button>
        <Button size="small" onClick={() => setParams({}, { replace: true })} disabled={params.size === 0}>
          {say(msg('screen.sums.start-over'))}
        </Button>
      </div>
      <p className="muted">{say(sum.about)}</p>
      <div className="sum-grid">
        <div className="sum-fields">
          {sum.fields.map((f) => (
            <SumField
              key={f.key}
              field={f}
              value={given[f.key] ?? f.preset}
              error={problems.get(f.key)}
              onChange={(text) => set(f.key, text)}
            />
          ))}
        </div>
        {shown && (
          <div
            className={done.ok ? undefined : 'sum-stale'}
            tabIndex={0}
            role="group"
            aria-label={say(msg('screen.sums.result'))}
          >
            {!done.ok && <p className="field-error">{say(msg('screen.sums.the-answer-below-is-from'))}</p>}
            <Answer result={shown} />
          </div>
        )}
      </div>
      <p className="quiet">{say(msg('screen.sums.a-sum-helps-to-judge'))}</p>
    </article>
  );
}

/** Sums that need no house and no job. */
export function SumsPage() {
  const say = useSay();
  const { sumId } = useParams();
  const sum = sumId === undefined ? SUMS[0] : sumById(sumId);
  if (!sum) return <Navigate to="/sums" replace />;
  return (
    <>
      <ToolsBar />
      <div className="sums">
        <nav className="sums-list" aria-label={say(msg('screen.sums.calculators'))}>
          {SUMS.map((s) => (
            <Link key={s.id} to={`/sums/${s.id}`} aria-current={s.id === sum.id ? 'page' : undefined}>
              {say(s.title)}
            </Link>
          ))}
        </nav>
        <main>
          <SumForm key={sum.id} sum={sum} />
        </main>
      </div>
    </>
  );
}
