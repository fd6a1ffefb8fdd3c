import { billCsv, substitutesFor, money, roughMoney, row, type BillLine, msg } from '@elwand/core';
import { Button, InputNumber } from 'antd';
import { Link } from 'react-router';
import { download } from '../../parts/download.ts';
import { useWork } from '../../workspace/work.ts';
import { NoPlan } from '../NoPlan.tsx';
import { CutList } from './CutList.tsx';
import { ToolList } from './ToolList.tsx';
import { WhatIf } from './WhatIf.tsx';
import '../marks.css';
import { useSay } from '../../app/say.ts';

function Line({
  line,
  instead,
  onShelf,
  onPrice,
}: {
  readonly line: BillLine;
  readonly instead: ReturnType<typeof substitutesFor>;
  readonly onShelf: (count: number) => void;
  /** Null: the estimate again. */
  readonly onPrice: (cents: number | null) => void;
}) {
  const say = useSay();
  return (
    <tr>
      <td>
        {say(line.name)}
        <div className="quiet">{say(row(line.why))}</div>
        {instead.length > 0 && (
          <details className="instead">
            <summary className="quiet">{say(msg('screen.buy.instead'))}</summary>
            <ul>
              {instead.map((s) => (
                <li key={s.key}>
                  <b>{say(s.name)}</b>
                  {s.moreCents !== null &&
                    say(
                      msg('screen.buy.instead-price', {
                        than: s.moreCents > 0 ? 'more' : s.moreCents < 0 ? 'less' : 'same',
                        by: money(Math.abs(s.moreCents)),
                      }),
                    )}
                  . {say(s.says)}
                </li>
              ))}
            </ul>
          </details>
        )}
      </td>
      <td className="num" data-name={say(msg('screen.buy.needed'))}>
        {line.needed}
      </td>
      <td data-name={line.unit === 'roll' ? undefined : say(msg('screen.buy.on-hand-2'))}>
        {line.unit === 'roll' ? (
          ''
        ) : (
          <InputNumber
            size="small"
            min={0}
            aria-label={say(msg('screen.buy.on-hand', { line: line.name }))}
            value={line.onShelf}
            style={{ width: 70 }}
            onChange={(v) => onShelf(v ?? 0)}
          />
        )}
      </td>
      <td className="num" data-name={say(msg('screen.buy.buy'))}>
        {line.unit === 'each' ? line.buy : say(msg(`screen.buy.count.${line.unit}`, { n: line.buy }))}
      </td>
      <td className="num" data-name={say(msg('screen.buy.each'))}>
        <InputNumber
          size="small"
          min={0}
          precision={2}
          prefix={say(msg('screen.buy.dollars'))}
          aria-label={say(msg('screen.buy.price-of', { line: line.name }))}
          placeholder={say(msg('screen.buy.not-known'))}
          value={line.unitPriceCents === null ? null : line.unitPriceCents / 100}
          style={{ width: 104 }}
          changeOnWheel={false}
          onChange={(v) => onPrice(v === null ? null : Math.round(v * 100))}
        />
        {line.ownPrice && <div className="quiet">{say(msg('screen.buy.own-price'))}</div>}
      </td>
      <td className="num" data-name={say(msg('screen.buy.total'))}>
        {line.totalCents === null ? say(msg('screen.buy.not-known')) : money(line.totalCents)}
      </td>
    </tr>
  );
}

/** Mark 7: what is needed, less what the shelf has, with the cut list and the tools. */
export function BuyMark() {
  const say = useSay();
  const { bundle, evaluation, edits, print } = useWork();
  const { chosen } = evaluation;
  if (!chosen) return <NoPlan />;
  const { bill } = chosen;
  const { job, house } = bundle;
  // What is at hand is the house's; a count that the job has of its own goes into it.
  const onShelf = (partKey: string) => (count: number) => {
    if (job.shelf.some((s) => s.partKey === partKey))
      edits.job({ ...job, shelf: job.shelf.filter((s) => s.partKey !== partKey) });
    edits.house((h) => {
      const { shelf = { parts: {}, cable: [] } } = h;
      const { [partKey]: _, ...others } = shelf.parts;
      return { ...h, shelf: { ...shelf, parts: count > 0 ? { ...others, [partKey]: count } : others } };
    }, `shelf-${partKey}`);
  };
  const onPrice = (partKey: string) => (cents: number | null) =>
    edits.house((h) => {
      const { [partKey]: _, ...others } = h.prices ?? {};
      return { ...h, prices: cents === null ? others : { ...others, [partKey]: cents } };
    }, `price-${partKey}`);
  return (
    <div className="section stack">
      <div className="row">
        <h2 className="grow">
          {say(msg('screen.buy.to-buy'))} <span className="measure">{roughMoney(bill.totalCents)}</span>
          {bill.taxCents > 0 && say(msg('screen.buy.with-tax', { tax: roughMoney(bill.taxCents) }))}
          {bill.unpriced > 0 && say(msg('screen.buy.unpriced', { count: bill.unpriced }))}{' '}
          <span className="muted">{say(msg('screen.buy.estimated-prices'))}</span>
        </h2>
        <Button onClick={() => download(`${job.id}-bill.csv`, billCsv(bill, say), 'text/csv')}>
          {say(msg('screen.buy.save-as-csv'))}
        </Button>
        <Link to={`/houses/${house.id}/supplies`}>{say(msg('screen.buy.supplies'))}</Link>
        <Button onClick={() => print(['shopping'])}>{say(msg('screen.buy.print'))}</Button>
      </div>
      <div style={{ overflowX: 'auto' }}>
        <table className="plain-table bill">
          <thead>
            <tr>
              <th>{say(msg('screen.buy.part'))}</th>
              <th className="num">{say(msg('screen.buy.needed'))}</th>
              <th>{say(msg('screen.buy.on-hand-2'))}</th>
              <th className="num">{say(msg('screen.buy.buy'))}</th>
              <th className="num">{say(msg('screen.buy.each'))}</th>
              <th className="num">{say(msg('screen.buy.total'))}</th>
            </tr>
          </thead>
          <tbody>
            {bill.lines.map((l) => (
              <Line
                key={l.partKey}
                line={l}
                instead={substitutesFor(l, house)}
                onShelf={onShelf(l.partKey)}
                onPrice={onPrice(l.partKey)}
              />
            ))}
          </tbody>
        </table>
      </div>
      <WhatIf />
      <CutList cuts={bill.cuts} units={house.units} />
      <ToolList tools={bill.tools} house={house} onHouse={edits.house} />
    </div>
  );
}
