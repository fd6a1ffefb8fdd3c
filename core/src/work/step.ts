import type { House, Job, PointId } from '../document/index.ts';
import type { Source } from '../findings/index.ts';
import type { CutIn, Option } from '../planning/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';
import type { BoxWiring } from '../wiring/index.ts';

export type Window = 'before' | 'off' | 'after';

export interface Step {
  readonly key: string;
  readonly title: string;
  readonly detail: string;
  readonly place: string;
  readonly kind: 'hold' | 'work' | 'prove-dead' | 'power' | 'test' | 'patch' | 'record';
  readonly window: Window;
  readonly minutes: number;
  readonly after: readonly string[];
  readonly tools: readonly string[];
  readonly cautions: readonly string[];
  /** What only the person there can see, with the rule behind it. */
  readonly checks: readonly { readonly says: string; readonly source: Source }[];
  /** Box whose dead chain or wiring this step belongs to. */
  readonly pointId: PointId | null;
  /** Days to let pass first: drying. */
  readonly waitDays: number;
  readonly by: 'you' | 'electrician';
}

export interface WorkInput {
  readonly house: House;
  readonly job: Job;
  readonly plan: PlanOfHouse;
  readonly option: Option;
  readonly boxes: readonly BoxWiring[];
  /** Cables that are cut into. */
  readonly cuts: readonly CutIn[];
  readonly darkLabels: readonly string[];
  /** Names of the boxes, new ones included, by point id. */
  readonly labels: ReadonlyMap<string, string>;
}
