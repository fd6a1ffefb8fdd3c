import { z } from 'zod';

/** Shapes of plugs by their standard designation (ANSI/NEMA WD 6), as they are asked for: what an appliance has on its cord. */
export const PlugKey = z.enum(['5-15', '5-20', '6-15', '6-20', '6-30', '6-50', '14-30', '14-50']);
export type PlugKey = z.infer<typeof PlugKey>;

/** What a plug asks of its receptacle and circuit. */
export interface Plug {
  readonly volts: 120 | 240;
  readonly amps: number;
  /** It takes a neutral beside two hots: 120 V and 240 V come through it. */
  readonly neutral: boolean;
}

/** ANSI/NEMA WD 6: the first number tells voltage and wires, the second the rating; from memory. */
const PLUGS: Readonly<Record<PlugKey, Plug>> = {
  '5-15': { volts: 120, amps: 15, neutral: true },
  '5-20': { volts: 120, amps: 20, neutral: true },
  '6-15': { volts: 240, amps: 15, neutral: false },
  '6-20': { volts: 240, amps: 20, neutral: false },
  '6-30': { volts: 240, amps: 30, neutral: false },
  '6-50': { volts: 240, amps: 50, neutral: false },
  '14-30': { volts: 240, amps: 30, neutral: true },
  '14-50': { volts: 240, amps: 50, neutral: true },
};
export const plugFacts = (key: PlugKey): Plug => PLUGS[key];
