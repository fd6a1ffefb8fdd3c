import { z } from 'zod';
import {
  BreakerId,
  CableId,
  House,
  ItemId,
  JobId,
  Job,
  PanelId,
  PointId,
  RoomId,
  WallId,
  WantId,
} from '../document/index.ts';
import { seeded } from '../units/seeded.ts';

/**
 * Documents that the schema takes and nobody would draw: values at their bounds, everything in one place, circles, ids that point
 * nowhere or twice. Drawn from the schema itself, so a new field is tried as soon as it exists.
 */
export interface Nastiness {
  /** Longest list; the schema's own limit is kept too. */
  readonly most: number;
  /** Share of numbers that sit at a bound of theirs. */
  readonly atBounds: number;
  /** Share of ids that come from the small pool, where they meet others. */
  readonly known: number;
}

const POOLED = new Map<z.core.$ZodType, string>([
  [RoomId, 'room'],
  [WallId, 'wall'],
  [PointId, 'point'],
  [CableId, 'cable'],
  [BreakerId, 'breaker'],
  [PanelId, 'panel'],
  [WantId, 'want'],
  [ItemId, 'item'],
  [JobId, 'job'],
]);
const WORDS = ['R1', 'é ½ "quoted" <b>', '=1+1', '__proto__', 'x'.repeat(120), '0', 'constructor', '長い'];

type Random = () => number;
const pick = <T>(list: readonly T[], random: Random): T => {
  const one = list[Math.floor(random() * list.length)];
  if (one === undefined) throw new Error('nothing to pick from');
  return one;
};

/** What the checks of a list, text or number say of its least and most. */
function boundsOf(
  schema: z.core.$ZodType,
  fallback: { min: number; max: number },
): { min: number; max: number } {
  let { min, max } = fallback;
  const def = schema._zod.def as { checks?: readonly z.core.$ZodCheck[] };
  for (const one of def.checks ?? []) {
    const check = one._zod.def as z.core.$ZodCheckDef & {
      minimum?: number;
      maximum?: number;
      value?: number;
      inclusive?: boolean;
    };
    if (check.check === 'min_length') min = check.minimum ?? min;
    if (check.check === 'max_length') max = check.maximum ?? max;
    if (check.check === 'greater_than') min = (check.value ?? min) + (check.inclusive ? 0 : 0.001);
    if (check.check === 'less_than') max = check.value ?? max;
  }
  return { min, max };
}

function numberOf(schema: z.core.$ZodType, random: Random, how: Nastiness): number {
  const { min, max } = boundsOf(schema, { min: -1e6, max: 1e6 });
  if (random() < how.atBounds) return pick([min, max], random);
  const value = min + random() * random() * (max - min);
  return (schema as z.ZodNumber).isInt ? Math.round(value) : value;
}

function textOf(schema: z.core.$ZodType, random: Random): string {
  const { format } = schema._zod.def as { format?: string };
  if (format === 'datetime') return '2026-11-28T10:00:00.000Z';
  if (format === 'date') return '2026-11-28';
  const { min, max } = boundsOf(schema, { min: 0, max: 200 });
  const text = pick(WORDS, random).slice(0, max);
  return text.trim().length >= min ? text : 'abc'.slice(0, Math.max(min, 3));
}

/** Draws a value that the schema takes. */
export function drawFrom(schema: z.core.$ZodType, random: Random, how: Nastiness): unknown {
  const pool = POOLED.get(schema);
  if (pool !== undefined)
    return random() < how.known
      ? `${pool}${Math.floor(random() * 4)}`
      : `${pool}-${Math.floor(random() * 1e6)}`;
  const def = (schema as z.core.$ZodTypes)._zod.def;
  const again = (inner: z.core.$ZodType) => drawFrom(inner, random, how);
  switch (def.type) {
    case 'object':
      return Object.fromEntries(
        Object.entries(def.shape)
          .map(([k, v]) => [k, again(v)] as const)
          .filter(([, v]) => v !== undefined),
      );
    case 'array': {
      const { min, max } = boundsOf(schema, { min: 0, max: how.most });
      const count = Math.min(max, Math.max(min, Math.floor(random() * (how.most + 1))));
      return Array.from({ length: count }, () => again(def.element));
    }
    case 'tuple':
      return def.items.map(again);
    case 'record':
      return Object.fromEntries(
        Array.from({ length: Math.floor(random() * 3) }, () => [
          `point${Math.floor(random() * 4)}`,
          again(def.valueType),
        ]),
      );
    case 'union':
      return again(pick(def.options, random));
    case 'nullable':
      return random() < 0.3 ? null : again(def.innerType);
    case 'optional':
      return random() < 0.4 ? undefined : again(def.innerType);
    case 'enum':
      return pick(Object.values(def.entries), random);
    case 'literal':
      return pick(def.values, random);
    case 'boolean':
      return random() < 0.5;
    case 'number':
      return numberOf(schema, random, how);
    case 'string':
      return textOf(schema, random);
    default:
      throw new Error(`no way to draw a ${def.type}`);
  }
}

/** A house and a job in it, as nasty as asked, the same for the same seed. */
export function nastyBundle(seed: number, how: Nastiness): { house: House; job: Job } {
  const random = seeded(seed).uniform;
  const house = House.parse({ ...(drawFrom(House, random, how) as object), id: 'nasty' });
  const job = Job.parse({ ...(drawFrom(Job, random, how) as object), id: 'nasty-job', houseId: 'nasty' });
  return { house, job };
}

/** The same document with some of its values drawn anew, list entries doubled (same id) or left out. */
function mutated(
  schema: z.core.$ZodType,
  value: unknown,
  random: Random,
  rate: number,
  how: Nastiness,
): unknown {
  const def = (schema as z.core.$ZodTypes)._zod.def;
  const inside = (inner: z.core.$ZodType, v: unknown) => mutated(inner, v, random, rate, how);
  if (random() < rate && !(def.type === 'object' || def.type === 'array'))
    return drawFrom(schema, random, how);
  switch (def.type) {
    case 'object':
      return Object.fromEntries(
        Object.entries(def.shape)
          .map(([k, v]) => [k, inside(v, (value as Record<string, unknown>)[k])] as const)
          .filter(([, v]) => v !== undefined),
      );
    case 'array': {
      const { min, max } = boundsOf(schema, { min: 0, max: 1e6 });
      const list = (value as unknown[]).flatMap((v) => {
        const one = inside(def.element, v);
        const luck = random();
        return luck < rate ? [] : luck < 2 * rate ? [one, inside(def.element, v)] : [one];
      });
      return list.length < min ? value : list.slice(0, max);
    }
    case 'nullable':
      return value === null ? null : inside(def.innerType, value);
    case 'optional':
      return value === undefined ? undefined : inside(def.innerType, value);
    default:
      return value;
  }
}

/** A sound house and job with a share of their values, at random, drawn anew from the schema. */
export function spoiledBundle(
  { house, job }: { house: House; job: Job },
  seed: number,
  rate: number,
  how: Nastiness,
): { house: House; job: Job } {
  const random = seeded(seed).uniform;
  return {
    house: House.parse({ ...(mutated(House, house, random, rate, how) as object), id: house.id }),
    job: Job.parse({ ...(mutated(Job, job, random, rate, how) as object), id: job.id, houseId: house.id }),
  };
}
