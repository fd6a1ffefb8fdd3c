import { msg, type Evaluation, type OptionView } from '@elwand/core';
import { useState } from 'react';
import { Choice } from '../../parts/Choice.tsx';
import { StateMark } from '../../parts/Mark.tsx';
import { measuresOf, type Measured } from './measures.ts';
import { optionName, visitWords } from './option-words.ts';
import { useSay } from '../../app/say.ts';

/** What the cards compare by, and what is counted beside it. */
const rowsOf = (units: Evaluation['bundle']['house']['units'], none: string): readonly Measured[] => [
  ...measuresOf(units, none),
  { name: msg('screen.tap.places-opened'), of: (o) => o.openings, words: String },
  { name: msg('screen.tap.boxes-that-lose-power'), of: (o) => o.dark.length, words: String },
];

/** Less than this share of the larger value is no difference worth a mark. */
const ALIKE = 0.02;

function Only({ title, open }: { readonly title: string; readonly open: OptionView['open'] }) {
  const say = useSay();
  return (
    <div className="stack">
      <h4>{title}</h4>
      {open.length === 0 ? (
        <p className="muted">{say(msg('screen.tap.nothing'))}</p>
      ) : (
        <ul className="compare-only">
          {open.map((f) => (
            <li key={f.key}>
              <StateMark state={f.severity} /> {say(f.says)}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** Two options beside each other: every measure with its difference, and what is open with only one of them. */
export function Compare({ evaluation }: { readonly evaluation: Evaluation }) {
  const say = useSay();
  const { options, chosen, bundle } = evaluation;
  const [keys, setKeys] = useState<{ left: string | null; right: string | null }>({
    left: null,
    right: null,
  });
  const pick = (key: string | null, fallback: OptionView | undefined): OptionView | undefined =>
    options.find((o) => o.key === key) ?? fallback;
  const left = pick(keys.left, options.find((o) => o.key === chosen?.option.key) ?? options[0]);
  const right = pick(
    keys.right,
    options.find((o) => o !== left),
  );
  if (!left || !right) return null;
  const rows = rowsOf(bundle.house.units, say(msg('screen.tap.none')));
  const choices = options.map((o, i) => ({ value: o.key, label: `${i + 1}: ${optionName(o, say)}` }));
  const without = (a: OptionView, b: OptionView) =>
    a.open.filter((f) => !b.open.some((x) => x.key === f.key));
  return (
    <section className="stack compare" aria-label={say(msg('screen.tap.two-ways-compared'))}>
      <table className="plain-table">
        <thead>
          <tr>
            <th scope="col">
              <span className="quiet">{say(msg('screen.tap.less-is-better'))}</span>
            </th>
            <th scope="col">
              <Choice
                label={say(msg('screen.tap.this-way'))}
                width={260}
                value={left.key}
                options={choices}
                onChange={(key) => setKeys({ ...keys, left: key })}
              />
            </th>
            <th scope="col">
              <Choice
                label={say(msg('screen.tap.against-this'))}
                width={260}
                value={right.key}
                options={choices}
                onChange={(key) => setKeys({ ...keys, right: key })}
              />
            </th>
            <th scope="col">{say(msg('screen.tap.difference'))}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const [a, b] = [row.of(left), row.of(right)];
            const alike = Math.abs(a - b) <= ALIKE * Math.max(a, b);
            return (
              <tr key={say(row.name)}>
                <th scope="row">{say(row.name)}</th>
                <td className="measure">{!alike && a < b ? <b>{row.words(a)}</b> : row.words(a)}</td>
                <td className="measure">{!alike && b < a ? <b>{row.words(b)}</b> : row.words(b)}</td>
                <td className="measure">
                  {alike
                    ? say(msg('screen.tap.about-the-same'))
                    : say(
                        msg(b < a ? 'screen.tap.less' : 'screen.tap.more', {
                          difference: row.words(Math.abs(a - b)),
                        }),
                      )}
                </td>
              </tr>
            );
          })}
          <tr>
            <th scope="row">{say(msg('screen.tap.done-in'))}</th>
            <td>{say(visitWords(left))}</td>
            <td>{say(visitWords(right))}</td>
            <td />
          </tr>
        </tbody>
      </table>
      <div className="compare-open">
        <Only title={say(msg('screen.tap.open-only-with-this-way'))} open={without(left, right)} />
        <Only title={say(msg('screen.tap.open-only-with-the-other'))} open={without(right, left)} />
      </div>
    </section>
  );
}
