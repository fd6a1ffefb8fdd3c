import { formatCable, holdsUp, msg, allOf } from '@elwand/core';
import { drawingDxf, drawingSvg, LETTER, QUARTERS, sheetsOf, type Quarter } from '@elwand/core/sheets';
import { Button } from 'antd';
import { Segments } from '../../parts/Segments.tsx';
import { useMemo, useState } from 'react';
import { Choice } from '../../parts/Choice.tsx';
import { day } from '../../parts/day.ts';
import { download } from '../../parts/download.ts';
import { DrawingView } from '../../sheets/DrawingView.tsx';
import { useWidth } from '../../workspace/use-width.ts';
import { useWork } from '../../workspace/work.ts';
import { useSay } from '../../app/say.ts';

/** Scales on paper, mm of the house for one mm. */
const SCALES = [
  { value: 'fit', label: msg('screen.run.fitted-to-the-page') },
  { value: '48', label: msg('screen.run.1-4-in-to-a') },
  { value: '24', label: msg('screen.run.1-2-in-to-a') },
  { value: '12', label: msg('screen.run.1-in-to-a-foot') },
  { value: '1', label: msg('screen.run.true-size-1-1') },
] as const;
type Scale = (typeof SCALES)[number]['value'];

/** More sheets than this are a list to choose from, fewer are buttons side by side. */
const MOST_BUTTONS = 4;

/** The drawings of the chosen way: joist plans, the house cut open, every wall that is touched; each to be saved and printed. */
export function Sheets() {
  const say = useSay();
  const { evaluation } = useWork();
  const { house, job } = evaluation.bundle;
  const [box, width] = useWidth<HTMLDivElement>(860);
  const [shown, setShown] = useState<string | null>(null);
  const [scale, setScale] = useState<Scale>('fit');
  const [turn, setTurn] = useState<Quarter>(0);
  const drawings = useMemo(() => sheetsOf(evaluation, turn), [evaluation, turn]);
  const drawing = drawings.find((d) => d.key === shown) ?? drawings[0];
  if (!drawing) return null;
  const caption = say(
    msg('screen.run.plan-open-findings', {
      house: house.name,
      job: job.name,
      date: day(new Date().toISOString()),
      taps: allOf(evaluation.chosen?.option.taps.map((t) => t.label) ?? []),
      count: evaluation.findings.filter(holdsUp).length,
    }),
  );
  const svg = () =>
    drawingSvg(drawing, { scale: scale === 'fit' ? null : Number(scale), page: LETTER, caption, say });
  const file = `${job.name} ${drawing.title}`.replaceAll(/[^A-Za-z0-9]+/g, '-').toLowerCase();
  const print = () => {
    const page = window.open('', '_blank');
    // Where windows are kept from opening the sheet is saved instead: nothing is lost.
    if (!page) return download(`${file}.svg`, svg(), 'image/svg+xml');
    page.document.title = drawing.title;
    page.document.body.innerHTML = svg();
    page.print();
  };
  return (
    <section className="stack" aria-label={say(msg('screen.run.sheets'))}>
      <div className="row sheet-tools">
        {drawings.length > MOST_BUTTONS ? (
          <Choice
            label={say(msg('screen.run.sheet'))}
            hideLabel
            width={340}
            value={drawing.key}
            options={drawings.map((d) => ({ value: d.key, label: d.title }))}
            onChange={setShown}
          />
        ) : (
          <Segments
            label={say(msg('screen.run.which-drawing'))}
            value={drawing.key}
            options={drawings.map((d) => ({ value: d.key, label: d.title }))}
            onChange={setShown}
          />
        )}
        <div className="row no-print">
          {drawing.key === 'house' && (
            <Button size="small" onClick={() => setTurn(QUARTERS[(turn + 1) % QUARTERS.length] ?? 0)}>
              {say(msg('screen.run.turn-the-house'))}
            </Button>
          )}
          <Choice
            label={say(msg('screen.run.scale-on-paper'))}
            hideLabel
            value={scale}
            width={190}
            options={SCALES}
            onChange={setScale}
          />
          <Button size="small" onClick={() => download(`${file}.svg`, svg(), 'image/svg+xml')}>
            {say(msg('screen.run.svg'))}
          </Button>
          <Button
            size="small"
            onClick={() => download(`${file}.dxf`, drawingDxf(drawing), 'application/dxf')}
          >
            {say(msg('screen.run.dxf'))}
          </Button>
          <Button size="small" onClick={print}>
            {say(msg('screen.run.print'))}
          </Button>
        </div>
      </div>
      <div ref={box} className="sheet-box" tabIndex={0} role="region" aria-label={drawing.title}>
        <DrawingView drawing={drawing} width={width} />
      </div>
      <p className="quiet">
        {say(
          msg('screen.run.new-cable-in-all', {
            note: drawing.note,
            cable: formatCable(evaluation.chosen?.option.cableMm ?? 0, house.units),
          }),
        )}
      </p>
    </section>
  );
}
