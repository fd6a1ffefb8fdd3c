import type { Gauge } from '../document/index.ts';

/**
 * The ground that a copper cable is made with: as large as its conductors to 10 AWG, then as the circuit that they carry asks
 * for (NEC Table 250.122, from memory).
 */
const GROUND_IN: Readonly<Record<Gauge, Gauge>> = {
  '14': '14',
  '12': '12',
  '10': '10',
  '8': '10',
  '6': '10',
  '4': '8',
};
export const groundIn = (gauge: Gauge): Gauge => GROUND_IN[gauge];
