import {
  EDITIONS,
  necPack,
  sourceLine,
  sureness,
  type Edition,
  type Rule,
  type RuleNumber,
  type Say,
  msg,
} from '@elwand/core';
import { Input } from 'antd';
import { useState } from 'react';
import { ToolsBar } from './ToolsBar.tsx';
import '../sums/sums.css';
import './rules.css';
import { useSay } from '../app/say.ts';

const PACKS = EDITIONS.map((edition) => ({ edition, pack: necPack(edition) }));

interface Row {
  readonly what: string;
  readonly by: ReadonlyMap<Edition, RuleNumber>;
}

/** One line for each number of a rule, with what it is in every edition. */
function rowsOf(rule: Rule, say: Say): Row[] {
  const rows = new Map<string, Map<Edition, RuleNumber>>();
  for (const { edition, pack } of PACKS)
    for (const n of rule.numbers(pack)) {
      const by = rows.get(say(n.what)) ?? new Map<Edition, RuleNumber>();
      by.set(edition, n);
      rows.set(say(n.what), by);
    }
  return [...rows].map(([what, by]) => ({ what, by }));
}

const same = (row: Row, say: Say): boolean =>
  new Set(EDITIONS.map((e) => say(row.by.get(e)?.value ?? '–'))).size === 1;
const sources = (row: Row, say: Say): string => {
  const lines = EDITIONS.flatMap((e) => {
    const n = row.by.get(e);
    if (!n) return [];
    const sure = sureness(n.source);
    return [sure ? `${say(sourceLine(n.source))} (${say(sure)})` : say(sourceLine(n.source))];
  });
  const bare = lines.map((l) => l.replace(/, 20\d\d/, ''));
  return new Set(bare).size === 1 ? (bare[0] ?? '') : [...new Set(lines)].join('; ');
};

function Numbers({ rule }: { readonly rule: Rule }) {
  const say = useSay();
  const rows = rowsOf(rule, say);
  if (rows.length === 0) return null;
  return (
    <div
      className="rule-table"
      role="group"
      tabIndex={0}
      aria-label={say(msg('screen.rules.numbers-of', { rule: rule.title }))}
    >
      <table className="plain-table">
        <thead>
          <tr>
            <th>{say(msg('screen.rules.number'))}</th>
            {EDITIONS.map((e) => (
              <th key={e}>{e}</th>
            ))}
            <th>{say(msg('screen.rules.where-it-comes-from'))}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.what}>
              <th scope="row">{row.what}</th>
              {same(row, say) ? (
                <td colSpan={EDITIONS.length} className="measure">
                  {say(row.by.get(2023)?.value ?? '–')}
                </td>
              ) : (
                EDITIONS.map((e) => (
                  <td key={e} className="measure rule-changed">
                    {say(row.by.get(e)?.value ?? '–')}
                  </td>
                ))
              )}
              <td className="quiet">{sources(row, say)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Every rule that the tool checks, its numbers by edition and where they come from. */
export function RulesPage() {
  const say = useSay();
  const [find, setFind] = useState('');
  const rules = PACKS[0]?.pack.rules ?? [];
  const needle = find.trim().toLowerCase();
  const shown = rules.filter(
    (r) =>
      needle === '' ||
      [r.title, r.about, ...rowsOf(r, say).map((x) => `${x.what} ${sources(x, say)}`)]
        .map(say)
        .join(' ')
        .toLowerCase()
        .includes(needle),
  );
  return (
    <>
      <ToolsBar />
      <main className="page stack rules-page">
        <div className="row">
          <h1 className="grow">{say(msg('screen.rules.what-is-checked-and-by'))}</h1>
          <Input
            aria-label={say(msg('screen.rules.find-a-rule'))}
            placeholder={say(msg('screen.rules.find-box-210-8-attic'))}
            allowClear
            style={{ width: 240 }}
            value={find}
            onChange={(e) => setFind(e.target.value)}
          />
        </div>
        <p className="muted">
          {say(msg('screen.rules.rules-in-four-editions-the', { count: rules.length }))}
        </p>
        {shown.length === 0 && (
          <p className="empty">{say(msg('screen.rules.no-rule-holds-try-a', { find: find.trim() }))}</p>
        )}
        {shown.map((rule) => (
          <section key={rule.id} className="sheet stack rule" aria-label={say(rule.title)} id={rule.id}>
            <h2>{say(rule.title)}</h2>
            <p>{say(rule.about)}</p>
            <Numbers rule={rule} />
          </section>
        ))}
      </main>
    </>
  );
}
