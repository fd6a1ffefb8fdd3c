/**
 * A chain of strip lighting as the ladder that it is: rails with resistance, and between them a small light for every cut. A light draws
 * nothing up to a threshold and from there on in step with the voltage, which makes the ladder linear; it is solved exactly.
 */

/** One node of the ladder and what lies between it and the next one. */
export interface Rung {
  /** Conductance of the lights at this node, against the threshold, S. */
  readonly light: number;
  /** Conductance of a lead to the driver, S; 0 where there is none. */
  readonly lead: number;
  /** Resistance to the next node, out and back together, ohm. */
  readonly ohm: number;
}

/** Lengths of copper that join nothing have some resistance, ohm: keeps the ladder solvable. */
const LEAST_OHM = 1e-6;

/**
 * Voltages at the rungs of a ladder, by elimination of its three diagonals.
 * @param volts of the driver
 * @param dark voltage below which no light draws anything
 */
export function ladderVolts(rungs: readonly Rung[], volts: number, dark: number): number[] {
  const n = rungs.length;
  const down: number[] = [];
  const right: number[] = [];
  const onward = rungs.map((r) => 1 / Math.max(r.ohm, LEAST_OHM));
  for (let i = 0; i < n; i++) {
    const { light = 0, lead = 0 } = rungs[i] ?? {};
    const [before, after] = [i > 0 ? (onward[i - 1] ?? 0) : 0, i < n - 1 ? (onward[i] ?? 0) : 0];
    const across = before + after + light + lead - (i > 0 ? before * (down[i - 1] ?? 0) : 0);
    const given = light * dark + lead * volts + (i > 0 ? before * (right[i - 1] ?? 0) : 0);
    down.push(after / across);
    right.push(given / across);
  }
  const out: number[] = [];
  for (let i = n - 1; i >= 0; i--) out[i] = (right[i] ?? 0) + (down[i] ?? 0) * (out[i + 1] ?? 0);
  return out;
}
