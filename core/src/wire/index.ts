import type { DocumentChange, House, Job } from '../document/index.ts';

/** What crosses the wire between the server and whoever asks it, said once for both ends. Types only. */

export interface Saved<T> {
  readonly version: number;
  readonly updatedAt: string;
  readonly document: T;
}
export interface JobSummary {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly updatedAt: string;
  readonly signedOff: string | null;
}
export interface HouseSummary extends Omit<JobSummary, 'signedOff'> {
  readonly jobs: readonly JobSummary[];
}

export interface Revision {
  readonly version: number;
  readonly savedAt: string;
  /** A first or signed-off version: it is never thinned out. */
  readonly milestone: boolean;
  /** The first few differences from the version before that is still kept; none for the first one. */
  readonly changes: readonly DocumentChange[];
  readonly moreChanges: number;
}
export interface RevisionPage {
  readonly revisions: readonly Revision[];
  readonly total: number;
  /** Where the next page begins; null at the end. */
  readonly before: number | null;
  /** Size of the whole database, bytes. */
  readonly fileBytes: number;
}

export interface Binned {
  readonly kind: 'house' | 'job';
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly deletedAt: string;
  /** The house of a job, and whether that lies in the bin too. */
  readonly house: { readonly id: string; readonly name: string; readonly binned: boolean } | null;
  /** Names of the jobs that come back with a house. */
  readonly jobs: readonly string[];
}

export interface Backup {
  readonly name: string;
  readonly bytes: number;
  readonly madeAt: string;
}

export interface Imported {
  readonly houseId: string;
  readonly name: string;
  readonly jobs: readonly string[];
  /** True when a house with this id was here already: what came in is a copy with an id of its own. */
  readonly copied: boolean;
}

export interface PairedDevice {
  readonly id: string;
  readonly name: string;
  readonly pairedAt: string;
  readonly seenAt: string;
}
export interface Devices {
  readonly lan: boolean;
  /** Address of this machine on the house network; null without `--lan`. */
  readonly address: string | null;
  readonly devices: readonly PairedDevice[];
}
export interface PairingCode {
  readonly code: string;
  readonly address: string;
  readonly expiresAt: string;
  /** The address as a QR code, SVG. */
  readonly qr: string;
}

/** Where something is wrong, and what, as the API tells it. */
export interface ToldProblem {
  readonly where: string;
  readonly what: string;
}
/** An error as the API tells it (RFC 9457 problem+json). */
export interface ProblemBody {
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly problems?: readonly ToldProblem[];
  /** What is saved now, where somebody else saved in between. */
  readonly current?: Saved<House | Job>;
}
