import { msg, type Message } from '@elwand/core';
import { Button } from 'antd';
import { useSay } from '../app/say.ts';

/** What was found in a table, with the rows that can't be read, before it counts. */
export function TableFound({
  says,
  faults,
  take,
  onTake,
  onLeave,
}: {
  readonly says: string;
  readonly faults: readonly { readonly row: number; readonly why: Message }[];
  /** What the button says; null where there is nothing to take. */
  readonly take: string | null;
  readonly onTake: () => void;
  readonly onLeave: () => void;
}) {
  const say = useSay();
  return (
    <div className="sheet stack" role="status">
      <p>{says}</p>
      {faults.length > 0 && (
        <ul className="csv-faults">
          {faults.map((f) => (
            <li key={f.row} className="fault-text">
              {say(msg('screen.house.table-row', { row: f.row, why: f.why }))}
            </li>
          ))}
        </ul>
      )}
      <div className="row">
        {take !== null && (
          <Button type="primary" onClick={onTake}>
            {take}
          </Button>
        )}
        <Button onClick={onLeave}>{say(msg('screen.house.table-leave'))}</Button>
      </div>
    </div>
  );
}
