import { capital, msg, type Text } from '@elwand/core';

/** A name where it begins a line. */
export const starting = (what: Text): Text => msg('screen.read.starting', { what: capital(what) });
