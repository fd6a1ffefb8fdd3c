import { GAUGES, type CableType, type Gauge, type Metal } from '../../document/index.ts';
import { published, type Source, type Sourced } from '../../findings/index.ts';
import {
  adjustmentFactor,
  adjustmentSource,
  ambientFactor,
  ambientSource,
  ampacityOf,
  ampacityTable,
  METHOD_RATING,
  nextSizeSource,
  nextStandardSize,
  SMALL_CONDUCTOR,
  smallConductorSource,
} from './tables/ampacity.ts';
import { msg, q, type Text } from '../../words/index.ts';

export interface ConductorFacts {
  readonly gauge: Gauge;
  readonly metal: Metal;
  readonly type: CableType;
  /** Around the conductor where it is hottest, C. */
  readonly celsius: number;
  /** Current-carrying conductors together, its own included. */
  readonly carrying: number;
  /** More than one receptacle for plugged-in loads on the circuit: then no next size up. */
  readonly severalReceptacles: boolean;
}

export interface Ampacity {
  /** From the table, before correction and adjustment, A. */
  readonly table: number;
  readonly ambient: number;
  readonly adjustment: number;
  /** What is left, not over the terminals' column, A. */
  readonly amps: number;
  /** Largest breaker it may have, A: next standard size where allowed, never over the small-conductor limit. */
  readonly breaker: number;
  readonly nextSizeUp: boolean;
  readonly capped: boolean;
  readonly working: Text;
  readonly sources: readonly Source[];
}

/**
 * Ampacity of a conductor where it runs, and the largest breaker for it: column of its insulation, times the ambient factor,
 * times the factor for conductors together, at most the terminals' column; then next standard size only where allowed.
 * @returns undefined when the table has no such conductor (NEC 310.15, 240.4, 334.80, 110.14(C))
 */
export function ampacity(facts: ConductorFacts, edition: number): Ampacity | undefined {
  const { gauge, metal, type } = facts;
  const rating = METHOD_RATING[type];
  const table = ampacityOf(gauge, metal, rating.start);
  const final = ampacityOf(gauge, metal, rating.final);
  if (table === undefined || final === undefined) return undefined;
  const ambient = ambientFactor(facts.celsius, rating.start);
  const adjustment = adjustmentFactor(facts.carrying);
  const corrected = table * ambient * adjustment;
  const amps = Math.min(corrected, final);
  const up = nextStandardSize(amps) ?? amps;
  const nextSizeUp = !facts.severalReceptacles;
  const largest = nextSizeUp ? up : Math.floor(amps + 1e-9);
  const cap = SMALL_CONDUCTOR[metal][gauge];
  const breaker = Math.min(largest, cap ?? Number.POSITIVE_INFINITY);
  const sources: Source[] = [ampacityTable(edition, metal, gauge), rating.source];
  if (ambient !== 1) sources.push(ambientSource(edition));
  if (adjustment !== 1) sources.push(adjustmentSource(edition));
  if (cap !== undefined && cap <= largest) sources.push(smallConductorSource);
  else if (nextSizeUp && up > amps) sources.push(nextSizeSource);
  return {
    table,
    ambient,
    adjustment,
    amps,
    breaker,
    nextSizeUp: nextSizeUp && up > amps + 1e-9,
    capped: cap !== undefined && cap < largest,
    working: msg('rules.ampacity.working', {
      table,
      start: rating.start,
      ambient: q.number(ambient),
      adjustment: q.number(adjustment),
      corrected: q.number(corrected),
      final,
      terminals: rating.final,
    }),
    sources,
  };
}

/** The limit at 30 C, alone in the wall, as people know it: 240.4(D) to 10 AWG, the 60 C column above. */
export function breakerLimit(gauge: Gauge, metal: Metal, edition: number): Sourced<number> | undefined {
  const small = SMALL_CONDUCTOR[metal][gauge];
  if (small !== undefined) return { value: small, source: smallConductorSource };
  const value = ampacityOf(gauge, metal, 60);
  return value === undefined
    ? undefined
    : {
        value,
        source: published(
          `${edition >= 2020 ? 'NEC Table 310.16' : 'NEC Table 310.15(B)(16)'}, 60 °C column (334.80)`,
          edition,
          metal === 'Al' ? 'fairly-sure' : 'sure',
        ),
      };
}

/** Smallest conductor that a breaker may protect at 30 C, next standard size allowed where `next` says so. */
export function minimumGauge(amps: number, metal: Metal, edition: number, next = false): Gauge | undefined {
  return GAUGES.find((g) => {
    const limit = breakerLimit(g, metal, edition)?.value ?? 0;
    const up = next && SMALL_CONDUCTOR[metal][g] === undefined ? (nextStandardSize(limit) ?? limit) : limit;
    return up >= amps;
  });
}

/** Current-carrying conductors in one cable: the neutral of a multiwire circuit carries only the difference. */
export const carryingIn = (conductors: number, multiwire: boolean): number =>
  multiwire && conductors >= 3 ? conductors - 1 : conductors;
