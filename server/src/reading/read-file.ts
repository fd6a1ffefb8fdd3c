import { randomUUID } from 'node:crypto';
import {
  parseFile,
  readParcels,
  type Filed,
  type House,
  type Job,
  type FiledPhoto,
  type FiledRevision,
  type ReadProblem,
} from '@elwand/core';
import { bareJpeg } from '../photos/bare-jpeg.ts';
import { presentForm, type Kind } from '../documents.ts';
import { pack, unpack } from '../packing.ts';

export interface PackedRevision {
  readonly version: number;
  readonly savedAt: string;
  readonly milestone: boolean;
  readonly packed: Uint8Array;
}
/** A document that was read and checked, ready to be written as it is. */
export interface PackedDocument {
  readonly id: string;
  readonly name: string;
  readonly signedOff: string | null;
  readonly text: string;
  readonly revisions: readonly PackedRevision[];
  /** The newest revision is this document: no new version is made of it. */
  readonly newestIsIt: boolean;
}
/** A picture that was read and checked, with nothing in it but the picture. */
export interface PackedPhoto {
  readonly of: { readonly kind: Kind; readonly id: string };
  readonly id: string;
  readonly jpeg: Uint8Array;
}
export interface PackedParcel {
  readonly house: PackedDocument;
  readonly jobs: readonly PackedDocument[];
  readonly photos: readonly PackedPhoto[];
  readonly copied: boolean;
  readonly bytes: number;
}
export type FileRead =
  | { readonly ok: true; readonly parcels: readonly PackedParcel[] }
  | {
      readonly ok: false;
      readonly problems: readonly ReadProblem[];
      /** It is not even JSON. */
      readonly unparsed: boolean;
    };

type Raw = Record<string, unknown>;

class Bad extends Error {
  readonly where: string;
  constructor(where: string, what: string) {
    super(what);
    this.where = where;
  }
}

/** New ids for what is here already: never made from the old one, so that no id grows by copying. */
const freshId = (kind: Kind): string => `${kind}-${randomUUID().replaceAll('-', '').slice(0, 12)}`;

interface Naming {
  readonly kind: Kind;
  readonly id: string;
  readonly houseId: string;
  /** The name of a copy; undefined keeps the one it has. */
  readonly name: string | undefined;
}

const renamed = (document: Raw, { kind, id, houseId, name }: Naming): Raw => ({
  ...document,
  id,
  ...(kind === 'job' ? { houseId } : {}),
  ...(name === undefined ? {} : { name }),
});

function packRevision(filed: FiledRevision, where: string, naming: Naming, changed: boolean): PackedRevision {
  const packed = Buffer.from(filed.gzip, 'base64');
  let raw: unknown;
  try {
    raw = JSON.parse(unpack(packed));
  } catch {
    throw new Bad(where, 'is damaged: it does not unpack to a document');
  }
  if (typeof raw !== 'object' || raw === null || (raw as Raw).id !== filed.id)
    throw new Bad(where, `is not a version of ${filed.kind} ${filed.id}`);
  return {
    version: filed.version,
    savedAt: filed.savedAt,
    milestone: filed.milestone,
    packed: changed ? pack(JSON.stringify(renamed(raw as Raw, { ...naming, name: undefined }))) : packed,
  };
}

function packDocument(
  filed: Filed<House> | Filed<Job>,
  history: readonly (readonly [FiledRevision, string])[],
  naming: Naming,
  changed: boolean,
): PackedDocument {
  const document = changed ? renamed(filed.document, naming) : filed.document;
  const text = JSON.stringify(document);
  const revisions = history
    .map(([revision, where]) => packRevision(revision, where, naming, changed))
    .sort((a, b) => a.version - b.version);
  const twice = revisions.find((r, i) => revisions[i - 1]?.version === r.version);
  if (twice) throw new Bad('revisions', `has version ${twice.version} of ${filed.id} twice`);
  const newest = revisions.at(-1);
  return {
    id: naming.id,
    name: naming.name ?? filed.name,
    signedOff: filed.signedOff,
    text,
    revisions,
    newestIsIt:
      newest !== undefined &&
      JSON.stringify(presentForm(naming.kind, JSON.parse(unpack(Buffer.from(newest.packed))) as Raw)) ===
        text,
  };
}

function packPhotos(
  filed: readonly FiledPhoto[],
  houseId: string,
  named: ReadonlyMap<string, string>,
  root: string,
): PackedPhoto[] {
  const seen = new Set<string>();
  return filed.map((photo, i) => {
    const where = `${root}photos[${i}]`;
    const jobId = photo.jobId === undefined ? undefined : named.get(photo.jobId);
    if (photo.jobId !== undefined && jobId === undefined)
      throw new Bad(where, 'belongs to no job in this file');
    const of =
      jobId === undefined ? ({ kind: 'house', id: houseId } as const) : ({ kind: 'job', id: jobId } as const);
    if (seen.has(`${jobId ?? ''} ${photo.id}`)) throw new Bad(where, `is there twice: ${photo.id}`);
    seen.add(`${jobId ?? ''} ${photo.id}`);
    const jpeg = bareJpeg(Buffer.from(photo.jpeg, 'base64'));
    if (!jpeg) throw new Bad(where, 'is not a JPEG, or is cut off');
    return { of, id: photo.id, jpeg };
  });
}

/**
 * Reads and checks a whole file, and gives what is here already ids of its own. Runs apart from the server's own loop.
 * @param taken ids that houses and jobs here have, those in the bin included
 */
export function readFile(file: Uint8Array, taken: readonly string[]): FileRead {
  const parsed = parseFile(new TextDecoder('utf-8').decode(file));
  if (!parsed.ok) return { ...parsed, unparsed: true };
  const read = readParcels(parsed.value);
  if (!read.ok) return { ...read, unparsed: false };
  const used = new Set(taken);
  const many = read.value.length > 1;
  try {
    const parcels = read.value.map((parcel, n): PackedParcel => {
      const root = many ? `bundles[${n}].` : '';
      const copied = used.has(parcel.house.id);
      const houseId = copied ? freshId('house') : parcel.house.id;
      used.add(houseId);
      const historyOf = (kind: Kind, id: string) =>
        parcel.revisions.flatMap((r, i) =>
          r.kind === kind && r.id === id ? [[r, `${root}revisions[${i}]`] as const] : [],
        );
      const known = new Set([`house ${parcel.house.id}`, ...parcel.jobs.map((j) => `job ${j.id}`)]);
      const stray = parcel.revisions.findIndex((r) => !known.has(`${r.kind} ${r.id}`));
      if (stray >= 0) throw new Bad(`${root}revisions[${stray}]`, 'belongs to no document in this file');
      const house = packDocument(
        parcel.house,
        historyOf('house', parcel.house.id),
        {
          kind: 'house',
          id: houseId,
          houseId,
          name: copied ? `${parcel.house.name.slice(0, 113)} (copy)` : undefined,
        },
        copied,
      );
      const named = new Map<string, string>();
      const jobs = parcel.jobs.map((job) => {
        const jobTaken = used.has(job.id);
        const id = jobTaken ? freshId('job') : job.id;
        used.add(id);
        named.set(job.id, id);
        return packDocument(
          job,
          historyOf('job', job.id),
          { kind: 'job', id, houseId, name: undefined },
          copied || jobTaken || job.document.houseId !== houseId,
        );
      });
      const photos = packPhotos(parcel.photos, houseId, named, root);
      return { house, jobs, photos, copied, bytes: [house, ...jobs].reduce((s, d) => s + d.text.length, 0) };
    });
    return { ok: true, parcels };
  } catch (error) {
    if (error instanceof Bad)
      return { ok: false, problems: [{ where: error.where, what: error.message }], unparsed: false };
    throw error;
  }
}
