import {
  formatLength,
  msg,
  q,
  type BuiltRecord,
  type House,
  type Job,
  type SignOffRecord,
  type Text,
} from '@elwand/core';
import type { Flow } from './flow.ts';
import { drawing, scaleOf } from './drawing-picture.ts';
import { table } from './table.ts';

/** The record of a job: what was built, how it was tested, who signed, what stayed open and why. */

const NAME = { font: 'bold' } as const;
const CAPTION = { size: 8.5 } as const;
const day = (iso: string): string =>
  new Intl.DateTimeFormat('en-US', { dateStyle: 'medium', timeZone: 'UTC' }).format(new Date(iso));

function built(
  flow: Flow,
  { circuits, cables, boxes, checks }: BuiltRecord,
  { units }: Pick<House, 'units'>,
): void {
  const { say } = flow;
  const head = (text: Text, share: number, bold = false) => ({
    name: say(text),
    share,
    ...(bold ? { words: NAME } : {}),
  });
  if (circuits.length > 0) {
    flow.heading(msg('paper.record.circuits'), '', 20);
    table(
      flow,
      [
        head(msg('paper.number'), 18, true),
        head(msg('paper.rating'), 40),
        head(msg('paper.feeds'), 80),
        head(msg('paper.record.panel'), 45),
      ],
      circuits.map((c) => [
        c.breaker,
        say(msg('paper.breaker', { amps: c.amps, poles: c.poles, protection: c.protection })),
        c.feeds,
        c.panel,
      ]),
    );
  }
  if (cables.length > 0) {
    flow.heading(msg('paper.record.cables'), '', 20);
    table(
      flow,
      [
        head(msg('paper.record.from'), 45, true),
        head(msg('paper.record.to'), 45, true),
        head(msg('paper.record.cable'), 45),
        head(msg('paper.record.ground'), 24),
        head(msg('paper.record.length'), 24),
      ],
      cables.map((c) => [
        c.from,
        c.to,
        say(
          msg('paper.record.cable-of', { method: c.method, gauge: c.gauge ?? '?', conductors: c.conductors }),
        ),
        say(msg('paper.record.ground-of', { ground: c.ground })),
        c.lengthMm === null ? '' : formatLength(c.lengthMm, units),
      ]),
    );
  }
  if (boxes.length > 0) {
    flow.heading(msg('paper.record.boxes'), msg('paper.record.boxes-note'), 20);
    table(
      flow,
      [
        head(msg('paper.record.box'), 24, true),
        head(msg('paper.place'), 48),
        head(msg('paper.record.holds'), 44),
        head(msg('paper.record.fill'), 67),
      ],
      boxes.map((b) => [
        b.label,
        [b.place, b.box].filter((t) => t !== '').join('. '),
        b.devices.join('; '),
        b.neededCubicInches === null
          ? ''
          : [
              say(
                msg('paper.record.fill-of', {
                  needed: q.volume(b.neededCubicInches),
                  known: b.availableCubicInches === null ? 'no' : 'yes',
                  available: q.volume(b.availableCubicInches ?? 0),
                }),
              ),
              b.sums,
            ].join('. '),
      ]),
    );
  }
  if (checks.length > 0) {
    flow.heading(msg('paper.record.checks'), '', 20);
    table(
      flow,
      [head(msg('paper.record.check'), 118), head(msg('paper.record.source'), 65)],
      checks.map((c) => [c.says, c.source]),
    );
  }
}

function tested(flow: Flow, record: SignOffRecord): void {
  const { say } = flow;
  flow.heading(msg('paper.record.tests'), '', 20);
  table(
    flow,
    [
      { name: say(msg('paper.record.test')), share: 80 },
      { name: say(msg('paper.record.expected')), share: 42 },
      { name: say(msg('paper.record.reading')), share: 26, words: NAME },
      { name: say(msg('paper.record.verdict')), share: 35 },
    ],
    record.tests.map((t) => [
      t.says,
      t.expected,
      t.reading ?? '',
      say(msg('paper.record.verdict-of', { verdict: t.verdict })),
    ]),
  );
  const { deviations = [] } = record;
  if (deviations.length > 0) {
    flow.heading(msg('paper.record.deviations'), '', 20);
    table(
      flow,
      [
        { name: say(msg('paper.date')), share: 35 },
        { name: say(msg('paper.record.found')), share: 148 },
      ],
      deviations.map((d) => [day(d.at), d.says]),
    );
  }
  const open = record.findings;
  if (open.length === 0) return;
  flow.heading(msg('paper.record.open'), '', 20);
  table(
    flow,
    [
      { name: say(msg('paper.record.finding')), share: 118 },
      { name: say(msg('paper.record.why')), share: 65 },
    ],
    open.map((f) => [f.says, f.overridden ?? record.reason ?? '']),
  );
}

function permit(flow: Flow, { permit: of }: Job): void {
  const { say } = flow;
  if (!of) return;
  flow.heading(msg('paper.record.permit'), '', 16);
  flow.paragraph(msg('paper.record.permit-of', { number: of.number, by: of.by }));
  if (of.inspections.length > 0)
    table(
      flow,
      [
        { name: say(msg('paper.record.inspection')), share: 50, words: NAME },
        { name: say(msg('paper.date')), share: 35 },
        { name: say(msg('paper.record.result')), share: 30 },
        { name: say(msg('paper.record.note')), share: 68 },
      ],
      of.inspections.map((i) => [
        say(msg('paper.record.inspection-of', { kind: i.kind })),
        i.on === null ? '' : day(i.on),
        say(msg('paper.record.result-of', { result: i.result })),
        i.note,
      ]),
    );
}

/** As high as a drawing gets on paper, mm. */
const MOST_DRAWING_MM = 110;

/** Where the cable runs, one drawing under the other, each with its title and what one has to know to read it. */
function drawings(flow: Flow, { drawings: sheets = [] }: BuiltRecord): void {
  const { pen } = flow;
  if (sheets.length === 0) return;
  flow.heading(msg('paper.record.drawings'), msg('paper.record.drawings-note'), 60);
  for (const sheet of sheets) {
    const { k, heightMm } = scaleOf(sheet, flow.width, MOST_DRAWING_MM);
    const note = { ...CAPTION, width: flow.width };
    flow.room(heightMm + 6 + pen.heightOf(sheet.note, note));
    flow.y += pen.text({ x: flow.left, y: flow.y }, sheet.title, { ...CAPTION, font: 'bold' });
    drawing(pen, sheet, { x: flow.left, y: flow.y }, k);
    flow.y += heightMm;
    flow.y += pen.text({ x: flow.left, y: flow.y }, sheet.note, note) + 3;
  }
}

/** As high as a photo gets on paper, mm. */
const MOST_PHOTO_MM = 85;

/** The photos of the job, two side by side, each with what it shows and its day. */
function photos(flow: Flow, job: Job, pictures: ReadonlyMap<string, Uint8Array>): void {
  const { pen, say } = flow;
  const own = (job.photos ?? []).flatMap((p) => {
    const jpeg = pictures.get(p.id);
    return jpeg ? [{ ...p, jpeg }] : [];
  });
  if (own.length === 0) return;
  flow.heading(msg('paper.record.photos'), '', 60);
  flow.columns(
    own.map((p) => {
      const high = (width: number) => Math.min(MOST_PHOTO_MM, (width * p.heightPx) / p.widthPx);
      const caption = say(msg('paper.record.photo', { day: day(p.at), caption: p.caption }));
      return {
        heightMm: (width) => high(width) + 1 + pen.heightOf(caption, { ...CAPTION, width }) + 4,
        draw: (at, width) => {
          const shown = pen.picture(at, width, high(width), p.jpeg);
          const words = shown ? caption : say(msg('paper.record.no-photo', { caption }));
          pen.text({ x: at.x, y: at.y + high(width) + 1 }, words, { ...CAPTION, width });
        },
      };
    }),
  );
}

/** The record of a job that is signed off, on sheets of its own. */
export function recordSheet(
  flow: Flow,
  house: House,
  job: Job,
  pictures: ReadonlyMap<string, Uint8Array>,
): void {
  const { record, signedOff } = job;
  if (!record || signedOff === null) return;
  flow.sheet(msg('paper.title.record'));
  flow.heading(msg('paper.record.signed', { who: record.by, day: day(signedOff) }), '', 16);
  if (record.reason !== null) flow.paragraph(msg('paper.record.reason', { reason: record.reason }));
  permit(flow, job);
  if (record.built) built(flow, record.built, house);
  tested(flow, record);
  if (record.built) drawings(flow, record.built);
  photos(flow, job, pictures);
  flow.paragraph(msg('paper.record.defer'));
}
