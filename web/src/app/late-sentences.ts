/**
 * Sentences that only few pages say. The build fills this in from the catalogs and leaves them out of the first load
 * (`web/catalogs.plugin.ts`); elsewhere every sentence is there from the start.
 */
export const sentences: Readonly<Record<string, unknown>> = {};
