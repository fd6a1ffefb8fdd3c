import { Button } from 'antd';
import { useRef } from 'react';
import { rowsOf } from './sheet-file.ts';

/** Opens a table that somebody has: its rows, or null where the file is too large to be one, or none. */
export function OpenCsv({
  label,
  mostBytes,
  workbooks = false,
  onRows,
}: {
  readonly label: string;
  /** Left out, as large as a table of prices may be. */
  readonly mostBytes?: number;
  /** XLSX is offered too. */
  readonly workbooks?: boolean;
  readonly onRows: (rows: readonly (readonly string[])[] | null, file: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const read = async (file: File) => onRows(await rowsOf(file, mostBytes), file.name);
  return (
    <>
      <Button size="small" onClick={() => input.current?.click()}>
        {label}
      </Button>
      <input
        ref={input}
        type="file"
        accept={workbooks ? '.csv,.xlsx,text/csv' : '.csv,text/csv,text/plain'}
        hidden
        aria-label={label}
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          e.target.value = '';
          if (file) void read(file);
        }}
      />
    </>
  );
}
