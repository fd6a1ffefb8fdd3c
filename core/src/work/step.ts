import type {
  BreakerId,
  Change,
  CutPlace,
  House,
  Job,
  PaceKind,
  Point,
  PointId,
  WallId,
} from '../document/index.ts';
import type { Feed } from '../feed/index.ts';
import type { Source } from '../findings/index.ts';
import type { CutIn, Option } from '../planning/index.ts';
import type { OperationKind } from '../routing/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';
import type { BoxWiring } from '../wiring/index.ts';
import { type Tool, type Text } from '../words/index.ts';

export type { CutPlace } from '../document/index.ts';

/** What dries before a step: compound under the tape, a thin coat of it, the last coat before primer, primer, paint. */
export type Coat = 'tape' | 'thin' | 'last' | 'primer' | 'paint';

export type Window = 'before' | 'off' | 'after';

/** What a step does to the house, beside its words: what the order of the work is checked by. */
export type Act =
  | { readonly act: 'off' | 'on' | 'panel'; readonly breakers: readonly BreakerId[] }
  /** A box that is there is tested dead: in the slots of an outlet that stays closed, or at the wires themselves. */
  | { readonly act: 'prove'; readonly point: PointId; readonly through: 'slots' | 'wires' }
  /** The cover of a box comes off; it is wired; put back as it was; closed; what hangs in it is tested live. */
  | { readonly act: 'open' | 'wire' | 'restore' | 'close' | 'test'; readonly point: PointId }
  | { readonly act: 'cut' | 'bore'; readonly at: CutPlace }
  /** The cable of a run, by its number from 1, with the boxes that it joins. */
  | { readonly act: 'pull'; readonly leg: number; readonly from: string; readonly to: string }
  /** What an earlier plan left behind: an opening is closed, a cable taken out. */
  | { readonly act: 'patch'; readonly at: CutPlace }
  | { readonly act: 'take-out'; readonly from: string; readonly to: string }
  /** Strip lighting is cut, put up, given its driver, and tested when it is lit. */
  | { readonly act: 'strip'; readonly what: 'cut' | 'mount' | 'driver' | 'test'; readonly strip: string };

export interface Step {
  readonly key: string;
  readonly title: Text;
  readonly detail: Text;
  readonly place: Text;
  readonly kind: 'hold' | 'work' | 'prove-dead' | 'power' | 'test' | 'patch' | 'record';
  readonly window: Window;
  readonly minutes: number;
  readonly after: readonly string[];
  readonly tools: readonly Tool[];
  readonly cautions: readonly Text[];
  /** What only the person there can see, with the rule behind it. */
  readonly checks: readonly { readonly says: Text; readonly source: Source }[];
  /** Box whose dead chain or wiring this step belongs to. */
  readonly pointId: PointId | null;
  /** Days to let pass first: drying. */
  readonly waitDays: number;
  /** What has to dry before it, to the hour where the weather of the room is known; null where nothing does. */
  readonly dries: Coat | null;
  readonly by: 'you' | 'electrician';
  readonly does: readonly Act[];
  /** What else makes it this step and no other: it is done again once that has changed. Names that people give are not in it. */
  readonly same: string;
  /** The kind of work it is, for how fast somebody is at it; null where its time is not their own. */
  readonly pace: PaceKind | null;
  /** Kinds of work on the way of a cable, with the wall they are on: what may turn out not to go. */
  readonly ways: readonly { readonly op: OperationKind; readonly wallId: WallId | null }[];
  /** Minutes that the table gives, before what is known of this person's pace. */
  readonly tableMinutes: number;
}

export interface WorkInput {
  readonly house: House;
  readonly job: Job;
  readonly plan: PlanOfHouse;
  readonly option: Option;
  readonly boxes: readonly BoxWiring[];
  /** Changes of what is there: what is asked for, and what that brings with it. */
  readonly changes: readonly Change[];
  /** Cables that are cut into. */
  readonly cuts: readonly CutIn[];
  /** What feeds what, as the house stands. */
  readonly feed: Feed;
  /** The points with the plan in them. */
  readonly after: readonly Point[];
  /** Names of the boxes, new ones included, by point id. */
  readonly labels: ReadonlyMap<string, string>;
}
