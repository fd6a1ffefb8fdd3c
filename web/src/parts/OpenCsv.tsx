import { Button } from 'antd';
import { useRef } from 'react';

/** Opens a table that somebody has: its rows, or null where the file is too large to be one. */
export function OpenCsv({
  label,
  mostBytes,
  onRows,
}: {
  readonly label: string;
  readonly mostBytes: number;
  readonly onRows: (rows: readonly (readonly string[])[] | null, file: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const read = async (file: File) => {
    if (file.size > mostBytes) return onRows(null, file.name);
    const [{ default: papa }, text] = await Promise.all([import('papaparse'), file.text()]);
    onRows(papa.parse<string[]>(text.trim()).data, file.name);
  };
  return (
    <>
      <Button size="small" onClick={() => input.current?.click()}>
        {label}
      </Button>
      <input
        ref={input}
        type="file"
        accept=".csv,text/csv,text/plain"
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
