import {
  billCsv,
  formatCable,
  formatLength,
  money,
  roughMoney,
  row,
  toolText,
  type BillLine,
} from '@elwand/core';
import { Button, InputNumber } from 'antd';
import { download } from '../../parts/download.ts';
import { useWork } from '../../workspace/work.ts';
import { NoPlan } from '../NoPlan.tsx';
import '../marks.css';
import { useSay } from '../../app/say.ts';

function Line({ line, onShelf }: { readonly line: BillLine; readonly onShelf: (count: number) => void }) {
  const say = useSay();
  return (
    <tr>
      <td>
        {line.name}
        <div className="quiet">{say(row(line.why))}</div>
      </td>
      <td className="num">{line.needed}</td>
      <td>
        {line.unit === 'roll' ? (
          ''
        ) : (
          <InputNumber
            size="small"
            min={0}
            aria-label={`On hand: ${line.name}`}
            value={line.onShelf}
            style={{ width: 70 }}
            onChange={(v) => onShelf(v ?? 0)}
          />
        )}
      </td>
      <td className="num">
        {line.buy} {line.unit === 'each' ? '' : line.unit}
      </td>
      <td className="num">{money(line.unitPriceCents)}</td>
      <td className="num">{money(line.totalCents)}</td>
    </tr>
  );
}

/** Mark 7: what is needed, less what the shelf has, with the cut list and the tools. */
export function BuyMark() {
  const say = useSay();
  const { bundle, evaluation, edits } = useWork();
  const { chosen } = evaluation;
  if (!chosen) return <NoPlan />;
  const { bill } = chosen;
  const { job, house } = bundle;
  const onShelf = (partKey: string) => (count: number) =>
    edits.job(
      {
        ...job,
        shelf: [
          ...job.shelf.filter((s) => s.partKey !== partKey),
          ...(count > 0 ? [{ partKey, count }] : []),
        ],
      },
      `shelf-${partKey}`,
    );
  return (
    <div className="section stack">
      <div className="row">
        <h2 className="grow">
          To buy: <span className="measure">{roughMoney(bill.totalCents)}</span>{' '}
          <span className="muted">estimated prices</span>
        </h2>
        <Button onClick={() => download(`${job.id}-bill.csv`, billCsv(bill, say), 'text/csv')}>
          Save as CSV
        </Button>
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      <div style={{ overflowX: 'auto' }}>
        <table className="plain-table">
          <thead>
            <tr>
              <th>Part</th>
              <th className="num">Needed</th>
              <th>On hand</th>
              <th className="num">Buy</th>
              <th className="num">Each</th>
              <th className="num">Total</th>
            </tr>
          </thead>
          <tbody>
            {bill.lines.map((l) => (
              <Line key={l.partKey} line={l} onShelf={onShelf(l.partKey)} />
            ))}
          </tbody>
        </table>
      </div>
      <section aria-label="Cut list">
        <h3>Cut list</h3>
        {bill.cuts.map((c, i) => (
          <p key={i}>
            {c.roll.name}:{' '}
            {c.pieces.map((p) => `${say(p.label)} ${formatCable(p.lengthMm, house.units)}`).join('; ')}.{' '}
            <span className="muted">{formatLength(c.leftMm, house.units)} left over.</span>
          </p>
        ))}
      </section>
      <section aria-label="Tools">
        <h3>Tools</h3>
        <p>{bill.tools.map(toolText).map(say).join(', ')}</p>
      </section>
    </div>
  );
}
