import { create as qrOf } from 'qrcode';
import { allOf, holdsUp, msg, speaker, tripBill, type Evaluation, type House, type Say } from '@elwand/core';
import type { PaperSheet, PaperSize } from '@elwand/core/sheets';
import { boxSheets } from './box-sheets.ts';
import { Flow, type Head } from './flow.ts';
import { jobSheet } from './job-sheet.ts';
import {
  billSheet,
  directory,
  lookSheet,
  needsElectrician,
  panelSheet,
  shoppingList,
  templates,
} from './lists.ts';
import { Pen } from './pen.ts';
import { recordSheet } from './record-sheet.ts';
import { testSheet } from './test-sheet.ts';

export interface PaperRequest {
  readonly evaluation: Evaluation;
  readonly sheets: readonly PaperSheet[];
  readonly page: PaperSize;
  /** Pictures of the job, JPEG, by their id; left out, there are none. */
  readonly photos?: ReadonlyMap<string, Uint8Array>;
  /** When it is printed. */
  readonly at: Date;
  /** Version of the job; null where nobody keeps one. */
  readonly version: number | null;
  /** Address that opens the job; null where there is none. */
  readonly address: string | null;
}

/** Squares of a code that a phone reads. */
function codeOf(address: string): readonly (readonly boolean[])[] {
  const { size, data } = qrOf(address, { errorCorrectionLevel: 'M' }).modules;
  return Array.from({ length: size }, (_, i) =>
    Array.from({ length: size }, (_, k) => Boolean(data[i * size + k])),
  );
}

const DAY = new Intl.DateTimeFormat('en-US', { dateStyle: 'medium', timeZone: 'UTC' });

function headOf({ evaluation, at, version, address }: PaperRequest, say: Say): Head {
  const { house, job } = evaluation.bundle;
  const off = evaluation.chosen?.power.breakers ?? [];
  const breakers = house.panels.flatMap((p) => p.breakers).filter((b) => off.includes(b.id));
  return {
    house: house.name,
    job: job.name,
    circuit: breakers.map((b) => say(msg('paper.circuit-of', { number: b.number, amps: b.amps }))).join('; '),
    version,
    printed: DAY.format(at),
    open: evaluation.findings.filter(holdsUp).map((f) => f.says),
    warning:
      job.signedOff !== null
        ? msg('paper.warning-record')
        : breakers.length > 0
          ? msg('paper.warning', { n: breakers.length, breakers: allOf(breakers.map((b) => b.number)) })
          : msg('paper.warning-main'),
    code: address === null ? null : codeOf(address),
  };
}

/**
 * The sheets of a job as one PDF, black on white.
 * @throws RangeError when nothing that was asked for can be printed: without a plan there is the panel directory and nothing else
 */
export async function paper(request: PaperRequest): Promise<Uint8Array> {
  const { evaluation, sheets, page, at } = request;
  const { house, job } = evaluation.bundle;
  const say = speaker(house.units);
  const pen = new Pen(page, `${house.name}: ${job.name}`, at);
  const flow = new Flow(pen, say, headOf(request, say));
  const asked = new Set(sheets);
  const { chosen } = evaluation;
  if (chosen) {
    // Boxes and tests go on where the steps end.
    if (asked.has('job')) jobSheet(flow, evaluation, chosen, asked.has('boxes'));
    if (asked.has('boxes')) boxSheets(flow, evaluation, chosen, !asked.has('job'));
    if (asked.has('tests')) testSheet(flow, chosen, !asked.has('boxes') && !asked.has('job'));
    if (asked.has('shopping')) shoppingList(flow, evaluation, chosen);
    if (asked.has('panel') && (needsElectrician(chosen) || asked.size === 1)) panelSheet(flow, chosen);
    if (asked.has('template')) templates(flow, chosen);
  }
  if (asked.has('record')) recordSheet(flow, house, job, request.photos ?? new Map());
  if (asked.has('directory')) directory(flow, house);
  if (asked.has('look')) lookSheet(flow, evaluation, asked.size === 1);
  if (pen.doc.bufferedPageRange().count === 0) throw new RangeError('there is no plan to print');
  flow.finish();
  return pen.bytes();
}

/** One shopping trip for several jobs of a house. */
export interface TripRequest {
  readonly house: House;
  readonly evaluations: readonly Evaluation[];
  readonly page: PaperSize;
  readonly at: Date;
}

/**
 * The shopping list of several jobs as one PDF: each part once, with the jobs that it is for.
 * @throws RangeError when none of them has a plan
 */
export async function tripPaper({ house, evaluations, page, at }: TripRequest): Promise<Uint8Array> {
  const going = evaluations.flatMap((e) =>
    e.chosen ? [{ job: e.bundle.job, needed: e.chosen.bill.needed }] : [],
  );
  if (going.length === 0) throw new RangeError('there is no plan to shop for');
  const say = speaker(house.units);
  const jobs = allOf(going.map((g) => g.job.name));
  const pen = new Pen(page, `${house.name}: ${say(msg('paper.title.shopping'))}`, at);
  const flow = new Flow(pen, say, {
    house: house.name,
    job: say(jobs),
    circuit: '',
    version: null,
    printed: DAY.format(at),
    open: evaluations.flatMap((e) =>
      e.findings
        .filter(holdsUp)
        .map((f) => msg('paper.open-of-job', { job: e.bundle.job.name, says: f.says })),
    ),
    warning: msg('paper.warning-trip'),
    code: null,
  });
  billSheet(flow, tripBill(house, going), house);
  flow.finish();
  return pen.bytes();
}
