import { msg, type Text } from '@elwand/core';
import { PAPER_SHEETS, USUAL_SHEETS, type PaperSheet, type PaperSize } from '@elwand/core/sheets';
import { Button, Checkbox, Drawer, Radio } from 'antd';
import { useEffect, useState } from 'react';
import { useSay } from '../app/say.ts';
import { useAppSelector } from '../state/store.ts';
import { pageOf, sheetsAddress } from './sheets-address.ts';
import { useWork } from './work.ts';
import { useFocusBack } from '../parts/use-focus-back.ts';

const ABOUT: Readonly<Record<PaperSheet, { readonly name: Text; readonly has: Text }>> = {
  job: { name: msg('screen.print.job'), has: msg('screen.print.job-has') },
  boxes: { name: msg('screen.print.boxes'), has: msg('screen.print.boxes-has') },
  tests: { name: msg('screen.print.tests'), has: msg('screen.print.tests-has') },
  shopping: { name: msg('screen.print.shopping'), has: msg('screen.print.shopping-has') },
  panel: { name: msg('screen.print.panel'), has: msg('screen.print.panel-has') },
  template: { name: msg('screen.print.template'), has: msg('screen.print.template-has') },
  directory: { name: msg('screen.print.directory'), has: msg('screen.print.directory-has') },
  look: { name: msg('screen.print.look'), has: msg('screen.print.look-has') },
  record: { name: msg('screen.print.record'), has: msg('screen.print.record-has') },
};

/** What is printed of the house as it is, with or without a plan; the record where there is one. */
const needsNoPlan = (sheet: PaperSheet): boolean =>
  sheet === 'directory' || sheet === 'look' || sheet === 'record';

/** Does this device keep these sheets, as they were printed last? */
function useKept(address: string): boolean {
  const [kept, setKept] = useState<string | null>(null);
  useEffect(() => {
    if (!('caches' in window)) return;
    void caches.match(address).then((found) => setKept(found ? address : null));
  }, [address]);
  return kept === address;
}

/** Which sheets go on paper, and on which: the PDF opens beside this page and prints from there. */
export function PrintDrawer({
  first,
  onClose,
}: {
  /** Sheets that are chosen to begin with; empty for the usual ones. */
  readonly first: readonly PaperSheet[];
  readonly onClose: () => void;
}) {
  useFocusBack();
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const { saveState } = useAppSelector((s) => s.document);
  const planned = evaluation.chosen !== null;
  const recorded = bundle.job.record !== undefined;
  const [sheets, setSheets] = useState<readonly PaperSheet[]>(
    first.length > 0 && (planned || first.every(needsNoPlan))
      ? first
      : planned
        ? USUAL_SHEETS
        : ['directory'],
  );
  const [page, setPage] = useState<PaperSize>(pageOf(bundle.house.units));
  const waits = saveState === 'unsaved' || saveState === 'saving';
  const offline = useAppSelector((s) => s.view.offline) || saveState === 'away';
  const unsaved = !waits && saveState !== 'saved';
  const asked = PAPER_SHEETS.filter((s) => sheets.includes(s));
  const address = sheetsAddress(bundle.job.id, asked, page);
  const kept = useKept(address);
  const barred = offline ? !kept : waits || unsaved;
  return (
    <Drawer open onClose={onClose} title={say(msg('screen.print.title'))} size={420} destroyOnHidden>
      <div className="stack">
        {!planned && (
          <p role="status">{say(msg(recorded ? 'screen.print.record-only' : 'screen.print.no-plan'))}</p>
        )}
        <fieldset className="print-sheets">
          <legend>{say(msg('screen.print.sheets'))}</legend>
          {PAPER_SHEETS.filter((s) => s !== 'record' || recorded).map((s) => (
            <Checkbox
              key={s}
              checked={sheets.includes(s)}
              disabled={!planned && !needsNoPlan(s)}
              onChange={(e) =>
                setSheets((all) => (e.target.checked ? [...all, s] : all.filter((x) => x !== s)))
              }
            >
              <b>{say(ABOUT[s].name)}</b>
              <span className="muted"> {say(ABOUT[s].has)}</span>
            </Checkbox>
          ))}
        </fieldset>
        <Radio.Group
          aria-label={say(msg('screen.print.paper'))}
          value={page}
          onChange={(e) => setPage(e.target.value as PaperSize)}
          options={[
            { value: 'letter', label: say(msg('screen.print.letter')) },
            { value: 'a4', label: say(msg('screen.print.a4')) },
          ]}
        />
        <Button
          type="primary"
          disabled={asked.length === 0 || barred}
          loading={waits && !offline}
          href={address}
          target="_blank"
          rel="noopener"
        >
          {say(msg('screen.print.open-pdf', { n: asked.length }))}
        </Button>
        {offline ? (
          <p role="alert">{say(msg(kept ? 'screen.print.offline-kept' : 'screen.print.offline-none'))}</p>
        ) : (
          unsaved && <p role="alert">{say(msg('screen.print.not-saved'))}</p>
        )}
        <p className="muted">{say(msg('screen.print.true-size'))}</p>
      </div>
    </Drawer>
  );
}
