import { money, msg, partOf, priceCsv, priceRows, readPrices, withPrices, type House } from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { useSay } from '../../app/say.ts';
import { download } from '../../parts/download.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { OpenCsv } from '../../parts/OpenCsv.tsx';
import { workbookOf } from '../../parts/sheet-file.ts';
import { TableFound } from '../../parts/TableFound.tsx';
import type { SetHouse } from '../../state/edit.ts';

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

interface Found {
  readonly file: string;
  readonly read: ReturnType<typeof readPrices> | null;
}

/** The price list as a file, out and in; what was read is shown before it counts. */
function PriceFiles({ house, onHouse }: { readonly house: House; readonly onHouse: SetHouse }) {
  const say = useSay();
  const [found, setFound] = useState<Found | null>(null);
  const read = found?.read ?? null;
  return (
    <>
      <div className="row">
        <Button
          size="small"
          onClick={() => download(`${house.id}-prices.csv`, priceCsv(house, say), 'text/csv')}
        >
          {say(msg('screen.supplies.save-csv'))}
        </Button>
        <Button
          size="small"
          onClick={() =>
            void workbookOf(say(msg('screen.supplies.prices')), priceRows(house, say)).then((b) =>
              download(`${house.id}-prices.xlsx`, b, XLSX),
            )
          }
        >
          {say(msg('screen.supplies.save-xlsx'))}
        </Button>
        <OpenCsv
          label={say(msg('screen.supplies.open-prices'))}
          workbooks
          onRows={(rows, file) => setFound({ file, read: rows && readPrices(rows, house, say) })}
        />
      </div>
      {found && (
        <TableFound
          says={
            read === null
              ? say(msg('screen.supplies.not-a-table', { file: found.file }))
              : say(
                  msg('screen.supplies.found', {
                    file: found.file,
                    prices: read.prices.size,
                    changed: read.changed,
                  }),
                )
          }
          faults={read?.faults ?? []}
          take={read && read.changed > 0 ? say(msg('screen.supplies.use-prices')) : null}
          onTake={() => {
            if (read) onHouse((h) => ({ ...h, prices: withPrices(h.prices, read) }));
            setFound(null);
          }}
          onLeave={() => setFound(null)}
        />
      )}
    </>
  );
}

/** Prices of one's own, sales tax, and the price list as a file. */
export function PriceList({ house, onHouse }: { readonly house: House; readonly onHouse: SetHouse }) {
  const say = useSay();
  const own = Object.entries(house.prices ?? {});
  return (
    <section className="sheet stack" aria-label={say(msg('screen.supplies.prices'))}>
      <h2>{say(msg('screen.supplies.prices'))}</h2>
      <p className="muted">{say(msg('screen.supplies.prices-why'))}</p>
      <NumberField
        label={say(msg('screen.supplies.sales-tax'))}
        min={0}
        max={30}
        step={0.25}
        value={house.salesTaxPercent ?? null}
        placeholder={say(msg('screen.supplies.no-tax'))}
        onChange={(percent) =>
          onHouse((h) => {
            const { salesTaxPercent: _, ...rest } = h;
            return percent === null ? rest : { ...rest, salesTaxPercent: percent };
          }, 'sales-tax')
        }
      />
      <PriceFiles house={house} onHouse={onHouse} />
      {own.length > 0 && (
        <details>
          <summary>{say(msg('screen.supplies.own-prices', { count: own.length }))}</summary>
          <table className="plain-table on-hand">
            <tbody>
              {own.map(([key, cents]) => {
                const name = partOf(key)?.name ?? key;
                return (
                  <tr key={key}>
                    <th scope="row">{say(name)}</th>
                    <td className="num">{money(cents)}</td>
                    <td>
                      <Button
                        size="small"
                        aria-label={say(msg('screen.supplies.estimate-for', { part: name }))}
                        onClick={() =>
                          onHouse((h) => {
                            const { [key]: _, ...prices } = h.prices ?? {};
                            return { ...h, prices };
                          })
                        }
                      >
                        {say(msg('screen.supplies.estimate'))}
                      </Button>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </details>
      )}
    </section>
  );
}
