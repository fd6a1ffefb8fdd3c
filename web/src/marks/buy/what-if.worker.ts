import { whatIf, type Bundle, type Otherwise } from '@elwand/core';
import { expose } from 'comlink';

const worker = { ask: (bundle: Bundle): Otherwise[] => whatIf(bundle) };
export type WhatIfWorker = typeof worker;
expose(worker);
