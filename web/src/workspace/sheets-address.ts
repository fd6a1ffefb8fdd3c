import type { House, JobId } from '@elwand/core';
import { PAPER_SHEETS, USUAL_SHEETS, type PaperSheet, type PaperSize } from '@elwand/core/sheets';

/** The paper that a house of those units has. */
export const pageOf = (units: House['units']): PaperSize => (units === 'metric' ? 'a4' : 'letter');

/** Where the server prints sheets of a job; the same sheets have the same address, so that what is kept of them is found again. */
export const sheetsAddress = (job: JobId, sheets: readonly PaperSheet[], page: PaperSize): string =>
  `/api/jobs/${job}/sheets.pdf?sheets=${PAPER_SHEETS.filter((s) => sheets.includes(s)).join(',')}&page=${page}`;

/** Has the usual sheets printed once, for this device to keep; where it keeps nothing, nothing is asked. */
export async function keepSheets(job: JobId, units: House['units']): Promise<void> {
  if (!navigator.serviceWorker?.controller) return;
  await fetch(sheetsAddress(job, USUAL_SHEETS, pageOf(units))).catch(() => undefined);
}
