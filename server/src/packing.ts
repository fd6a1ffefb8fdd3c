import { gunzipSync, gzipSync } from 'node:zlib';
import { DOCUMENT_BYTES } from './limits.ts';

/** A document as it lies in the history. */
export const pack = (text: string): Buffer => gzipSync(text, { level: 9 });

/** The document again; a packed text that would be larger than any document is refused by zlib. */
export const unpack = (packed: Buffer): string =>
  gunzipSync(packed, { maxOutputLength: 2 * DOCUMENT_BYTES }).toString('utf8');
