import { SYMPTOMS, type Symptom } from '@elwand/core/bench';
import { z } from 'zod';
import { keptHere } from '../../state/kept-here.ts';

/** A reading by the key of its look. */
const KeptReading = z.object({
  look: z.string().max(400),
  values: z.array(z.number().nullable()).max(3),
  trips: z.array(z.string().max(120)).max(20),
});
export type KeptReading = z.infer<typeof KeptReading>;

const KeptFinding = z.object({
  taken: z.array(KeptReading).max(500),
  symptoms: z.array(z.enum(SYMPTOMS)).max(SYMPTOMS.length),
  /** Readings of the test sheet that are not to count, by their look. */
  left: z.array(z.string().max(400)).max(500),
});
/** A search for a fault that goes on. */
export type KeptFinding = z.infer<typeof KeptFinding>;
export const NEW_FINDING: KeptFinding = { taken: [], symptoms: [], left: [] };

/** Searches for faults that this device keeps. */
export const findings = keptHere<KeptFinding>('fault', (v) => KeptFinding.safeParse(v).data ?? null);

/** One more reading; a newer one of the same look takes its place. */
export const withReading = (finding: KeptFinding, reading: KeptReading): KeptFinding => ({
  ...finding,
  taken: [...finding.taken.filter((t) => t.look !== reading.look), reading],
});
/** Without a reading, wherever it came from. */
export const withoutReading = (finding: KeptFinding, look: string): KeptFinding => ({
  ...finding,
  taken: finding.taken.filter((t) => t.look !== look),
  left: [...finding.left.filter((l) => l !== look), look],
});
export const withSymptoms = (finding: KeptFinding, symptoms: readonly Symptom[]): KeptFinding => ({
  ...finding,
  symptoms: [...symptoms],
});
