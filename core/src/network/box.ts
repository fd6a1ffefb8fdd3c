import type { Color, Conductor, Role } from './conductors.ts';
import type { Screw } from './devices.ts';
import { type Text } from '../words/index.ts';

/** What one end is made to: a conductor of a cable, a pigtail to a device, or a tail to the green screw of the metal box. */
export type SpliceMember =
  | { readonly kind: 'conductor'; readonly conductor: Conductor }
  | {
      readonly kind: 'pigtail';
      readonly color: Color;
      readonly to: Screw;
      /** Which device of the box, from 0. */
      readonly device: number;
    }
  | { readonly kind: 'box-tail' }
  /** A grounding wire of its own that was run to the box. */
  | { readonly kind: 'ground-run' }
  /** To another splice of the same role, where one connector does not hold all. */
  | { readonly kind: 'jumper'; readonly to: number };

export interface Splice {
  readonly n: number;
  readonly role: Role;
  readonly says: Text;
  readonly members: readonly SpliceMember[];
  readonly connector: string;
  readonly strip: Text;
  readonly isNew: boolean;
}

export interface Termination {
  readonly conductor: Conductor;
  readonly screw: Screw;
  /** Which device of the box, from 0. */
  readonly device: number;
}

/** What is made to what in one box. Conductors that are not named stay as they were found. */
export interface Wired {
  readonly splices: readonly Splice[];
  readonly terminations: readonly Termination[];
  /** Conductors that nothing here uses: each ends under a connector of its own. */
  readonly caps: readonly {
    readonly conductor: Conductor;
    readonly says: Text;
    readonly connector: string;
  }[];
}
