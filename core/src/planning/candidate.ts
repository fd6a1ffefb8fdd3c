import type {
  Breaker,
  Cable,
  CableId,
  PanelId,
  Point,
  PointId,
  Position,
  SwitchKey,
  Want,
} from '../document/index.ts';
import type { Source } from '../findings/index.ts';
import { type Text } from '../words/index.ts';

/** Why a box can or cannot feed what is wanted. `no` rules it out, `ask` needs a look, `work` costs extra, `good` speaks for it. */
export interface TapReason {
  readonly kind: 'no' | 'ask' | 'work' | 'good';
  readonly says: Text;
  readonly minutes: number;
  /** The rule or the practice behind it. */
  readonly source: Source;
}

/** A cable that could be cut into, the boxes at its ends in the order of power, and where it would be cut. */
export interface CutIn {
  readonly cable: Cable;
  /** Null where it comes from the breaker itself. */
  readonly from: Point | null;
  readonly to: Point;
  /** What its first end is called: that box, or the breaker. */
  readonly fromLabel: Text;
  readonly at: Position;
}

export interface Candidate {
  /** The box; or the panel's id where a new circuit starts. */
  readonly pointId: PointId;
  /** Where the new cable starts; null when it was never measured. */
  readonly at: Position | null;
  /** Set when it is a cable that has to be cut into. */
  readonly cut: CutIn | null;
  /** A new circuit from a panel instead of a box that is there. */
  readonly atPanel: boolean;
  /** New cables that the box, or the largest that can take its place, has room for. */
  readonly most: number;
  readonly label: Text;
  readonly breaker: Breaker | null;
  readonly reasons: readonly TapReason[];
  readonly usable: boolean;
  /** Work that the box itself costs, minutes. */
  readonly minutes: number;
}

/** A group of wants that hang on the same conductor: always live, or on one switch; and on the same box where that is asked. */
export interface WantGroup {
  readonly control:
    | { readonly by: 'always' }
    | {
        readonly by: 'switch';
        readonly pointId: PointId;
        readonly nths: readonly number[];
        /** What is hot at all times is needed as well. */
        readonly hotToo: boolean;
      };
  /** 240 V between two hots, or 120 V. */
  readonly volts: 120 | 240;
  /** A neutral beside two hots. */
  readonly neutral: boolean;
  readonly wants: readonly Want[];
  /** The switch in the only box that their switch works together with; null where there is none. */
  readonly partner: SwitchKey | null;
  /** The only box, panel or cable that may feed it; null leaves it to the search. */
  readonly only: PointId | PanelId | CableId | null;
}
