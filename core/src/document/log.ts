import { z } from 'zod';
import { ItemId, JobId, PointId, RoomId, WallId } from './ids.ts';

/** What was done at the wall, step by step: the log of a job, and what is learned from it about how long things take. */

const At = z.number().min(-1e6).max(1e6);

/** Where something is cut or bored: on a wall from its left end, or on a ceiling in the plan of the house. */
export const CutPlace = z.union([
  z.object({ wallId: WallId, xMm: At, heightMm: At }),
  z.object({ roomId: RoomId, spot: z.object({ xMm: At, yMm: At }) }),
]);
export type CutPlace = Readonly<z.infer<typeof CutPlace>>;

/** What a step has changed in the house: it stays so, whatever the plan becomes. */
export const MadeAct = z.discriminatedUnion('act', [
  z.object({ act: z.enum(['cut', 'bore']), at: CutPlace }),
  /** A cable pulled from one box to another, by their ids; a panel counts as a box. */
  z.object({ act: z.literal('pull'), from: z.string().max(80), to: z.string().max(80) }),
  /** The cover of a box comes off; it is wired; it is put back as it was; it is closed. */
  z.object({ act: z.enum(['open', 'wire', 'restore', 'close']), point: PointId }),
  /** An opening that no plan uses any more is closed; a cable that none uses is taken out. */
  z.object({ act: z.literal('patch'), at: CutPlace }),
  z.object({ act: z.literal('take-out'), from: z.string().max(80), to: z.string().max(80) }),
]);
export type MadeAct = Readonly<z.infer<typeof MadeAct>>;

/** Kinds of work in which a person is fast or slow. */
export const PaceKind = z.enum([
  'prepare',
  'mark',
  'cut',
  'drill',
  'cable',
  'wire',
  'power',
  'test',
  'finish',
]);
export type PaceKind = z.infer<typeof PaceKind>;

const Minutes = z.number().min(0).max(10_000);

/** What a step was when it was done. */
const StepDone = z.object({
  /** What it was called. */
  says: z.string().max(600),
  does: z.array(MadeAct).max(300),
  /** Fingerprint of what else makes it this step: it is done again where that is another one by now. */
  same: z.string().max(20),
  /** Kind of work, and what the table of minutes says it takes; null where its time is not one's own. */
  pace: PaceKind.nullable(),
  tableMinutes: Minutes,
});

export const LogEntry = z.object({
  id: ItemId,
  stepKey: z.string().max(200),
  state: z.enum(['done', 'open']),
  reason: z.string().max(400),
  at: z.iso.datetime(),
  minutes: Minutes.nullable(),
  /** Left out in logs that were written before this was kept, and of steps that stay open. */
  did: StepDone.optional(),
});
export type LogEntry = z.infer<typeof LogEntry>;

/** A step that is being timed: since when, and what was on the clock before; stopped where there is no start. */
export const StepTimer = z.object({
  stepKey: z.string().max(200),
  startedAt: z.iso.datetime().nullable(),
  minutes: Minutes,
});
export type StepTimer = z.infer<typeof StepTimer>;

/** How long steps really took, from jobs that are signed off. */
export const PaceRecord = z.object({
  /** What was timed before this is forgotten. */
  since: z.iso.datetime().nullable(),
  samples: z
    .array(z.object({ jobId: JobId, pace: PaceKind, tableMinutes: Minutes, tookMinutes: Minutes }))
    .max(2000),
});
export type PaceRecord = z.infer<typeof PaceRecord>;

/** Something that was found otherwise than the plan had it. */
export const Surprise = z.object({
  id: ItemId,
  at: z.iso.datetime(),
  /** The step at which it came to light. */
  stepKey: z.string().max(200),
  says: z.string().trim().min(1).max(600),
});
export type Surprise = z.infer<typeof Surprise>;
