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

interface Column {
  readonly name: Text;
  readonly share: number;
  readonly bold?: true;
}
/** A part of the record: its heading and a table; nothing where there are no rows. */
function part(
  flow: Flow,
  title: Text,
  note: Text,
  columns: readonly Column[],
  rows: readonly string[][],
): void {
  if (rows.length === 0) return;
  flow.heading(title, note, 20);
  table(
    flow,
    columns.map(({ name, share, bold }) => ({
      name: flow.say(name),
      share,
      ...(bold ? { words: NAME } : {}),
    })),
    rows,
  );
}

function circuitsBuilt(flow: Flow, { circuits }: BuiltRecord): void {
  const { say } = flow;
  part(
    flow,
    msg('paper.record.circuits'),
    '',
    [
      { name: msg('paper.number'), share: 18, bold: true },
      { name: msg('paper.rating'), share: 40 },
      { name: msg('paper.feeds'), share: 80 },
      { name: msg('paper.record.panel'), share: 45 },
    ],
    circuits.map((c) => [
      c.breaker,
      say(msg('paper.breaker', { amps: c.amps, poles: c.poles, protection: c.protection })),
      c.feeds,
      c.panel,
    ]),
  );
}

function cablesBuilt(flow: Flow, { cables }: BuiltRecord, { units }: Pick<House, 'units'>): void {
  const { say } = flow;
  part(
    flow,
    msg('paper.record.cables'),
    '',
    [
      { name: msg('paper.record.from'), share: 45, bold: true },
      { name: msg('paper.record.to'), share: 45, bold: true },
      { name: msg('paper.record.cable'), share: 45 },
      { name: msg('paper.record.ground'), share: 24 },
      { name: msg('paper.record.length'), share: 24 },
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

/** What a box needs and has, with the sums; empty where nobody knows what it needs. */
function fillText(flow: Flow, box: BuiltRecord['boxes'][number]): string {
  const { neededCubicInches: needed, availableCubicInches: available, sums } = box;
  if (needed === null) return '';
  const fill = msg('paper.record.fill-of', {
    needed: q.volume(needed),
    known: available === null ? 'no' : 'yes',
    available: q.volume(available ?? 0),
  });
  return [flow.say(fill), sums].join('. ');
}

function built(flow: Flow, record: BuiltRecord, house: Pick<House, 'units'>): void {
  circuitsBuilt(flow, record);
  cablesBuilt(flow, record, house);
  part(
    flow,
    msg('paper.record.boxes'),
    msg('paper.record.boxes-note'),
    [
      { name: msg('paper.record.box'), share: 24, bold: true },
      { name: msg('paper.place'), share: 48 },
      { name: msg('paper.record.holds'), share: 44 },
      { name: msg('paper.record.fill'), share: 67 },
    ],
    record.boxes.map((b) => [
      b.label,
      [b.place, b.box].filter((t) => t !== '').join('. '),
      b.devices.join('; '),
      fillText(flow, b),
    ]),
  );
  part(
    flow,
    msg('paper.record.checks'),
    '',
    [
      { name: msg('paper.record.check'), share: 118 },
      { name: msg('paper.record.source'), share: 65 },
    ],
    record.checks.map((c) => [c.says, c.source]),
  );
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
