import { billCsv, msg, roughMoney, row, tripBill, type Bill, type House, type Job } from '@elwand/core';
import { Button, Checkbox } from 'antd';
import type { Remote } from 'comlink';
import { useCallback, useMemo, useState } from 'react';
import { useSay } from '../../app/say.ts';
import { CutList } from '../../marks/buy/CutList.tsx';
import { ToolList } from '../../marks/buy/ToolList.tsx';
import type { SetHouse } from '../../state/edit.ts';
import { pageOf } from '../../workspace/sheets-address.ts';
import { download } from '../../parts/download.ts';
import { useWorkerAnswer } from '../../state/use-worker.ts';
import { useOpenJobs } from '../use-open-jobs.ts';
import { usePlannedHouse } from '../use-planned-house.ts';
import type { JobOfTrip, TripWorker } from './trip.worker.ts';

const shopper = () => new Worker(new URL('./trip.worker.ts', import.meta.url), { type: 'module' });

function Lines({ bill }: { readonly bill: Bill }) {
  const say = useSay();
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th>{say(msg('screen.supplies.part'))}</th>
          <th className="num">{say(msg('screen.supplies.buy'))}</th>
          <th className="num">{say(msg('screen.supplies.about'))}</th>
        </tr>
      </thead>
      <tbody>
        {bill.lines
          .filter((l) => l.buy > 0)
          .map((l) => (
            <tr key={l.partKey}>
              <td>
                {say(l.name)}
                <div className="quiet">{say(row(l.why))}</div>
              </td>
              <td className="num">
                {l.unit === 'each' ? l.buy : say(msg(`screen.buy.count.${l.unit}`, { n: l.buy }))}
              </td>
              <td className="num">
                {l.totalCents === null ? say(msg('screen.supplies.no-price')) : roughMoney(l.totalCents)}
              </td>
            </tr>
          ))}
      </tbody>
    </table>
  );
}

/** One bill for the jobs that are ticked. */
function Shopping({
  house,
  jobs,
  needs,
  onHouse,
}: {
  readonly house: House;
  readonly onHouse: SetHouse;
  readonly jobs: readonly Job[];
  readonly needs: readonly JobOfTrip[];
}) {
  const say = useSay();
  const bill = useMemo(
    () =>
      tripBill(
        house,
        jobs.flatMap((job) => {
          const needed = needs.find((n) => n.id === job.id)?.needed;
          return needed ? [{ job, needed }] : [];
        }),
      ),
    [house, jobs, needs],
  );
  const apart = needs.reduce((s, n) => (jobs.some((j) => j.id === n.id) ? s + n.totalCents : s), 0);
  const saved = apart - bill.totalCents;
  return (
    <div className="stack">
      <p className="row">
        <b className="grow">
          {say(
            msg('screen.supplies.trip-total', {
              total: roughMoney(bill.totalCents + bill.taxCents),
              tax: bill.taxCents > 0 ? 'yes' : 'no',
              unpriced: bill.unpriced,
            }),
          )}{' '}
          {saved >= 100 && (
            <span className="muted">{say(msg('screen.supplies.saves', { saved: roughMoney(saved) }))}</span>
          )}
        </b>
        <Button
          size="small"
          onClick={() => download(`${house.id}-shopping.csv`, billCsv(bill, say), 'text/csv')}
        >
          {say(msg('screen.supplies.save-csv'))}
        </Button>
        <Button
          size="small"
          href={`/api/houses/${house.id}/shopping.pdf?jobs=${jobs.map((j) => j.id).join(',')}&page=${pageOf(house.units)}`}
          target="_blank"
          rel="noopener"
        >
          {say(msg('screen.supplies.print'))}
        </Button>
      </p>
      <Lines bill={bill} />
      <CutList cuts={bill.cuts} units={house.units} />
      <ToolList tools={bill.tools} house={house} onHouse={onHouse} />
    </div>
  );
}

/** The open jobs to choose from, with what each comes to. The thread is asked once they are there. */
function Jobs({
  house,
  jobs,
  onHouse,
}: {
  readonly house: House;
  readonly jobs: readonly Job[];
  readonly onHouse: SetHouse;
}) {
  const say = useSay();
  const [left, setLeft] = useState<readonly string[]>([]);
  const planned = usePlannedHouse(house);
  const ask = useCallback((thread: Remote<TripWorker>) => thread.needs(planned, jobs), [planned, jobs]);
  const { answer: needs, busy, failed } = useWorkerAnswer<TripWorker, JobOfTrip[]>(shopper, ask);
  const going = useMemo(
    () => jobs.filter((j) => !left.includes(j.id) && needs?.some((n) => n.id === j.id && n.needed)),
    [jobs, left, needs],
  );
  return (
    <>
      {failed && <p role="alert">{say(msg('screen.supplies.trip-failed'))}</p>}
      {jobs.map((job) => {
        const need = needs?.find((n) => n.id === job.id);
        return (
          <Checkbox
            key={job.id}
            checked={!left.includes(job.id) && need?.needed !== null}
            disabled={need?.needed === null}
            onChange={(e) =>
              setLeft((l) => (e.target.checked ? l.filter((x) => x !== job.id) : [...l, job.id]))
            }
          >
            {job.name}{' '}
            <span className="muted">
              {need === undefined
                ? ''
                : need.needed === null
                  ? say(msg('screen.supplies.no-plan'))
                  : say(msg('screen.supplies.by-itself', { total: roughMoney(need.totalCents) }))}
            </span>
          </Checkbox>
        );
      })}
      {busy && (
        <p className="muted" role="status">
          {say(msg('screen.supplies.planning'))}
        </p>
      )}
      {needs && going.length > 0 && <Shopping house={house} jobs={going} needs={needs} onHouse={onHouse} />}
    </>
  );
}

/** One shopping trip for several jobs: packs and rolls are shared. */
export function Trip({ house, onHouse }: { readonly house: House; readonly onHouse: SetHouse }) {
  const say = useSay();
  const jobs = useOpenJobs(house.id);
  return (
    <section className="sheet stack" aria-label={say(msg('screen.supplies.trip'))}>
      <h2>{say(msg('screen.supplies.trip'))}</h2>
      <p className="muted">{say(msg('screen.supplies.trip-why'))}</p>
      {jobs?.length === 0 && <p>{say(msg('screen.supplies.no-open-jobs'))}</p>}
      {jobs && jobs.length > 0 && <Jobs house={house} jobs={jobs} onHouse={onHouse} />}
    </section>
  );
}
