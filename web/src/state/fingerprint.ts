import { hash } from 'ohash';

/**
 * Tells a document as it looks once it has been through the wire: fields without a value are gone, the order of fields says
 * nothing. What was sent is remembered by it, since the server may have it although its answer never came.
 */
export const fingerprint = (document: unknown): string => hash(JSON.parse(JSON.stringify(document)));
