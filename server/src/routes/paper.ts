import {
  isPaperSize,
  PAPER_SHEETS,
  PAPER_SIZES,
  sheetsNamed,
  type PaperSheet,
  type PaperSize,
} from '@elwand/core/sheets';
import { Router, type RequestHandler, type Response } from 'express';
import { Problem } from '../problem.ts';
import { photosOf } from '../photos/photos.ts';
import type { Printer } from '../printing/printer.ts';
import type { Store } from '../store.ts';
import { idOf } from './asked.ts';

/** What is asked for by name; those that people take to the job where nothing is. */
function sheetsOf(asked: unknown): readonly PaperSheet[] {
  const sheets = sheetsNamed(typeof asked === 'string' && asked !== '' ? asked : undefined);
  if (!('unknown' in sheets)) return sheets;
  const { unknown } = sheets;
  throw new Problem(
    400,
    'No such sheet',
    `There is no sheet "${unknown}". Known: ${PAPER_SHEETS.join(', ')}.`,
    [{ where: 'sheets', what: `"${unknown}" is no sheet` }],
  );
}

function pageOf(asked: unknown): PaperSize {
  if (asked === undefined) return 'letter';
  if (typeof asked === 'string' && isPaperSize(asked)) return asked;
  throw new Problem(400, 'No such paper', `Paper is ${Object.keys(PAPER_SIZES).join(' or ')}.`, [
    { where: 'page', what: 'is no paper size' },
  ]);
}

/** Jobs by name, each once: as many as go on one trip. */
function jobsNamed(asked: unknown): string[] {
  const ids = typeof asked === 'string' ? [...new Set(asked.split(',').filter(Boolean))] : [];
  if (ids.length > 0 && ids.length <= MOST_ON_A_TRIP) return ids;
  throw new Problem(400, 'Which jobs?', `Name one to ${MOST_ON_A_TRIP} jobs, with commas between.`, [
    { where: 'jobs', what: ids.length === 0 ? 'names no job' : 'names too many' },
  ]);
}
const MOST_ON_A_TRIP = 20;

const send = (response: Response, name: string, bytes: Uint8Array) =>
  response
    .set('Content-Disposition', `inline; filename="${name}.pdf"`)
    .type('application/pdf')
    .send(Buffer.from(bytes));

/**
 * The sheets of a job as a PDF, and the shopping list of several.
 * @param address where a phone in the house reaches Elwand; undefined where only this machine does
 */
export function paperRoutes(
  store: Store,
  printer: Printer,
  heavy: RequestHandler,
  address: string | undefined,
): Router {
  const routes = Router();
  routes.get('/jobs/:id/sheets.pdf', heavy, async (request, response) => {
    const { page, sheets } = request.query;
    const { document: job, version } = await store.job(idOf(request));
    const { document: house } = await store.house(job.houseId);
    const asked = sheetsOf(sheets);
    const bytes = await printer.run({
      house,
      job,
      sheets: asked,
      photos: asked.includes('record') ? await photosOf(job.id) : new Map(),
      page: pageOf(page),
      at: store.now().toISOString(),
      version,
      address: `${address ?? `${request.protocol}://${request.get('host') ?? 'localhost'}`}/houses/${house.id}/jobs/${job.id}/do`,
    });
    if (!bytes)
      throw new Problem(
        409,
        'Nothing to print',
        'There is no plan yet. Choose what is wanted and an option first; the panel directory prints without one.',
      );
    send(response, job.id, bytes);
  });
  routes.get('/houses/:id/shopping.pdf', heavy, async (request, response) => {
    const { document: house } = await store.house(idOf(request));
    const ids = jobsNamed(request.query.jobs);
    const jobs = (await Promise.all(ids.map((id) => store.job(id)))).map((j) => j.document);
    const stranger = jobs.find((j) => j.houseId !== house.id);
    if (stranger)
      throw new Problem(400, 'Not of this house', `The job "${stranger.name}" belongs to another house.`, [
        { where: 'jobs', what: `"${stranger.id}" is of another house` },
      ]);
    const bytes = await printer.run({
      house,
      jobs,
      page: pageOf(request.query.page),
      at: store.now().toISOString(),
    });
    if (!bytes)
      throw new Problem(
        409,
        'Nothing to print',
        'None of these jobs has a plan yet: there is nothing to buy.',
      );
    send(response, `${house.id}-shopping`, bytes);
  });
  return routes;
}
