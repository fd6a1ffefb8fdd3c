import { nanoid } from 'nanoid';

/** Fresh ids for new things; the core has no randomness of its own. */
export const freshId = (prefix: string): string => `${prefix}-${nanoid(8)}`;
