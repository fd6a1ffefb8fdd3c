import { directoryCsv, msg, readDirectory, withDirectory, type Breaker, type Panel } from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { useSay } from '../app/say.ts';
import { download } from '../parts/download.ts';
import { OpenCsv } from '../parts/OpenCsv.tsx';
import { TableFound } from '../parts/TableFound.tsx';

/** A directory is a page of text; what is much larger is something else, bytes. */
const MOST_BYTES = 200_000;

interface Found {
  readonly file: string;
  readonly read: ReturnType<typeof readDirectory> | null;
}

/** The directory of a panel as a table: saved, and read from one that somebody has, shown before it counts. */
export function DirectoryFiles({
  panel,
  feeds,
  fresh,
  onPanel,
}: {
  readonly panel: Panel;
  readonly feeds: (breaker: Breaker) => string;
  readonly fresh: (number: string) => Breaker;
  readonly onPanel: (to: Panel) => void;
}) {
  const say = useSay();
  const [found, setFound] = useState<Found | null>(null);
  const entries = found?.read?.entries ?? [];
  const there = new Set(panel.breakers.map((b) => b.number.toUpperCase()));
  const changed = entries.filter((e) => there.has(e.number)).length;
  return (
    <div className="stack">
      <div className="row">
        <Button
          size="small"
          onClick={() => download(`${panel.label}.csv`, directoryCsv(panel, feeds, say), 'text/csv')}
        >
          {say(msg('screen.panel.csv-save'))}
        </Button>
        <OpenCsv
          label={say(msg('screen.panel.csv-read'))}
          mostBytes={MOST_BYTES}
          onRows={(rows, file) => setFound({ file, read: rows && readDirectory(rows) })}
        />
      </div>
      {found && (
        <TableFound
          says={
            found.read === null
              ? say(msg('screen.panel.csv-too-large', { file: found.file }))
              : entries.length === 0
                ? say(msg('screen.panel.csv-nothing', { file: found.file }))
                : say(
                    msg('screen.panel.csv-found', {
                      file: found.file,
                      added: entries.length - changed,
                      changed,
                    }),
                  )
          }
          faults={found.read?.faults ?? []}
          take={entries.length > 0 ? say(msg('screen.panel.csv-take')) : null}
          onTake={() => {
            onPanel(withDirectory(panel, entries, fresh));
            setFound(null);
          }}
          onLeave={() => setFound(null)}
        />
      )}
    </div>
  );
}
