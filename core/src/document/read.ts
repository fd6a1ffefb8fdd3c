import { z } from 'zod';
import {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  FiledRevision,
  MOST_HOUSES,
  MOST_JOBS,
  type BundleFile,
} from './bundle.ts';
import { HOUSE_FORMAT, HOUSE_VERSION, House } from './house.ts';
import { HouseId } from './ids.ts';
import { withFunctions } from './functions-upgrade.ts';
import { JOB_FORMAT, JOB_VERSION, Job } from './job.ts';
import { nearOrigin } from './origin.ts';
import { FiledPhoto, MOST_PHOTOS } from './photo.ts';
import { msg, type Text } from '../words/index.ts';

/** Where a problem is that belongs to no part of the file. */
const THE_FILE = msg('document.read.the-file');

export interface ReadProblem {
  /** JSON path such as `house.rooms[0].walls[2].lengthMm`, or the file. */
  readonly where: Text;
  readonly what: Text;
}
export type Read<T> = { ok: true; value: T } | { ok: false; problems: readonly ReadProblem[] };

type Upgrade = (document: Record<string, unknown>) => Record<string, unknown>;

type Json = Record<PropertyKey, unknown>;

/** Version 3 brought physical bounds. A number of an older document that lies beyond one is set to it; the rest stays as it is. */
function withinBounds(
  schema: z.ZodType,
  document: Record<string, unknown>,
  version: number,
): Record<string, unknown> {
  const parsed = schema.safeParse({ ...document, formatVersion: version });
  if (parsed.success) return document;
  const copy = structuredClone(document);
  for (const issue of parsed.error.issues) {
    if ((issue.code !== 'too_big' && issue.code !== 'too_small') || issue.origin !== 'number') continue;
    const bound = issue.code === 'too_big' ? issue.maximum : issue.minimum;
    const last = issue.path.at(-1);
    const holder = issue.path.slice(0, -1).reduce<unknown>((o, k) => (o as Json)[k], copy);
    if (last !== undefined) (holder as Json)[last] = Number(bound);
  }
  return copy;
}

/** One step per past version: the entry at 1 turns a version 1 document into version 2, and so on. */
const houseUpgrades: Readonly<Record<number, Upgrade>> = {
  1: (house) => ({ amendments: [], bannedMethods: [], atticCelsius: null, faultAmps: null, ...house }),
  2: (house) => withinBounds(House, nearOrigin(house), 3),
};
const jobUpgrades: Readonly<Record<number, Upgrade>> = {
  1: (job) => ({ method: null, rings: {}, clampsOutside: [], ...job }),
  2: (job) => job,
  3: (job) => withinBounds(Job, withFunctions(job), 4),
};
/** Version 2 may carry the history; a file of version 1 has none. */
const bundleUpgrades: Readonly<Record<number, Upgrade>> = { 1: (bundle) => bundle };

const pathOf = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (s, k) => (typeof k === 'number' ? `${s}[${k}]` : s === '' ? String(k) : `${s}.${String(k)}`),
    '',
  );

const fromZod = (error: z.ZodError, root: string): ReadProblem[] =>
  error.issues.slice(0, 12).map((i) => ({ where: pathOf([root, ...i.path]) || THE_FILE, what: i.message }));

const isRecord = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

const refuse = (where: Text, what: Text): Read<never> => ({ ok: false, problems: [{ where, what }] });

const tooNew = (where: Text, has: unknown, version: number): Read<never> =>
  refuse(where, msg('document.read.too-new', { has: String(has), version }));

/** Our documents are a dozen levels deep; what is far deeper is no document, and would break whoever walks it. */
const DEEPEST = 64;
function isTooDeep(raw: unknown): boolean {
  let level: unknown[] = [raw];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST) return true;
    level = level.flatMap((v): unknown[] => (typeof v === 'object' && v !== null ? Object.values(v) : []));
  }
  return false;
}

/**
 * Brings a document of an older version up to the present one, a step at a time.
 * @returns the document, or a problem when it is foreign or newer than this program
 */
export function upgradeDocument(
  raw: unknown,
  format: string,
  version: number,
  steps: Readonly<Record<number, Upgrade>>,
  where: Text,
): Read<Record<string, unknown>> {
  const no = (what: Text): Read<never> => refuse(where, what);
  if (!isRecord(raw)) return no(msg('document.read.no-object'));
  if (raw.format !== format)
    return no(
      typeof raw.format === 'string'
        ? msg('document.read.other-format', { format, says: raw.format.slice(0, 60) })
        : msg('document.read.no-format', { format }),
    );
  const has = raw.formatVersion;
  if (typeof has !== 'number' || !Number.isInteger(has) || has < 1)
    return no(msg('document.read.no-version'));
  if (has > version) return tooNew(where, has, version);
  let document = raw;
  for (let v = has; v < version; v++) {
    const step = steps[v];
    if (!step) return no(msg('document.read.no-upgrade', { from: v, to: v + 1 }));
    document = { ...step(document), formatVersion: v + 1 };
  }
  return { ok: true, value: document };
}

export function readHouse(raw: unknown, where = 'house'): Read<House> {
  const up = upgradeDocument(raw, HOUSE_FORMAT, HOUSE_VERSION, houseUpgrades, where);
  if (!up.ok) return up;
  const parsed = House.safeParse(up.value);
  return parsed.success
    ? { ok: true, value: parsed.data }
    : { ok: false, problems: fromZod(parsed.error, where) };
}

export function readJob(raw: unknown, where = 'job'): Read<Job> {
  const up = upgradeDocument(raw, JOB_FORMAT, JOB_VERSION, jobUpgrades, where);
  if (!up.ok) return up;
  const parsed = Job.safeParse(up.value);
  return parsed.success
    ? { ok: true, value: parsed.data }
    : { ok: false, problems: fromZod(parsed.error, where) };
}

/** A document in a file: as this program reads it, or as it came when a newer program wrote it: carried, and never changed. */
export type Filed<T> = {
  readonly id: string;
  readonly name: string;
  readonly signedOff: string | null;
} & (
  | { readonly readable: true; readonly document: T }
  | { readonly readable: false; readonly document: Readonly<Record<string, unknown>> }
);
/** One house with what belongs to it, as it goes into and comes out of a file. */
export interface Parcel {
  readonly house: Filed<House>;
  readonly jobs: readonly Filed<Job>[];
  readonly revisions: readonly FiledRevision[];
  readonly photos: readonly FiledPhoto[];
}

/** Is this a document of a newer program, with an id under which it can be kept? */
const isNewer = (raw: unknown, format: string, version: number): raw is Record<string, unknown> =>
  isRecord(raw) &&
  raw.format === format &&
  typeof raw.formatVersion === 'number' &&
  raw.formatVersion > version &&
  HouseId.safeParse(raw.id).success;

function filed<T extends House | Job>(
  raw: unknown,
  format: string,
  version: number,
  read: (raw: unknown, where: string) => Read<T>,
  where: string,
): Read<Filed<T>> {
  const text = (v: unknown, otherwise: string): string =>
    typeof v === 'string' && v.trim() !== '' ? v.slice(0, 120) : otherwise;
  if (isNewer(raw, format, version))
    return {
      ok: true,
      value: {
        id: String(raw.id),
        name: text(raw.name, String(raw.id)),
        signedOff: typeof raw.signedOff === 'string' ? raw.signedOff.slice(0, 40) : null,
        document: raw,
        readable: false,
      },
    };
  const one = read(raw, where);
  if (!one.ok) return one;
  const { id, name } = one.value;
  const signedOff = 'signedOff' in one.value ? one.value.signedOff : null;
  return { ok: true, value: { id, name, signedOff, document: one.value, readable: true } };
}

const at = (root: string, where: string): string => (root === '' ? where : `${root}.${where}`);

function readParcel(bundle: Record<string, unknown>, root: string): Read<Parcel> {
  const house = filed(bundle.house, HOUSE_FORMAT, HOUSE_VERSION, readHouse, at(root, 'house'));
  if (!house.ok) return house;
  if (!Array.isArray(bundle.jobs)) return refuse(at(root, 'jobs'), msg('document.read.no-list'));
  if (bundle.jobs.length > MOST_JOBS)
    return refuse(
      at(root, 'jobs'),
      msg('document.read.too-many-jobs', { count: bundle.jobs.length, most: MOST_JOBS }),
    );
  const jobs: Filed<Job>[] = [];
  for (const [i, raw] of bundle.jobs.entries()) {
    const job = filed(raw, JOB_FORMAT, JOB_VERSION, readJob, at(root, `jobs[${i}]`));
    if (!job.ok) return job;
    jobs.push(job.value);
  }
  const twice = jobs.find((j, i) => jobs.findIndex((other) => other.id === j.id) !== i);
  if (twice) return refuse(at(root, 'jobs'), msg('document.read.same-id', { id: twice.id }));
  const revisions = z
    .array(FiledRevision)
    .max(20_000)
    .safeParse(bundle.revisions ?? []);
  if (!revisions.success) return { ok: false, problems: fromZod(revisions.error, at(root, 'revisions')) };
  const photos = z
    .array(FiledPhoto)
    .max(MOST_JOBS * MOST_PHOTOS)
    .safeParse(bundle.photos ?? []);
  if (!photos.success) return { ok: false, problems: fromZod(photos.error, at(root, 'photos')) };
  return { ok: true, value: { house: house.value, jobs, revisions: revisions.data, photos: photos.data } };
}

/**
 * Reads a file that carries one house or all of them, from parsed JSON. What does not hang together inside a house (a box
 * outside its wall, a cable to nowhere) is no reason to refuse it: the checks name it. Documents of a newer program are carried.
 */
export function readParcels(raw: unknown): Read<readonly Parcel[]> {
  if (isTooDeep(raw)) return refuse(THE_FILE, msg('document.read.too-deep', { most: DEEPEST }));
  if (!isRecord(raw) || raw.format !== ARCHIVE_FORMAT) {
    const up = upgradeDocument(raw, BUNDLE_FORMAT, BUNDLE_VERSION, bundleUpgrades, THE_FILE);
    if (!up.ok) return up;
    const parcel = readParcel(up.value, '');
    return parcel.ok ? { ok: true, value: [parcel.value] } : parcel;
  }
  const up = upgradeDocument(raw, ARCHIVE_FORMAT, ARCHIVE_VERSION, {}, THE_FILE);
  if (!up.ok) return up;
  const { bundles } = up.value;
  if (!Array.isArray(bundles)) return refuse('bundles', msg('document.read.no-list'));
  if (bundles.length > MOST_HOUSES)
    return refuse(
      'bundles',
      msg('document.read.too-many-houses', { count: bundles.length, most: MOST_HOUSES }),
    );
  const parcels: Parcel[] = [];
  for (const [i, one] of bundles.entries()) {
    const where = `bundles[${i}]`;
    const bundle = upgradeDocument(one, BUNDLE_FORMAT, BUNDLE_VERSION, bundleUpgrades, where);
    if (!bundle.ok) return bundle;
    const parcel = readParcel(bundle.value, where);
    if (!parcel.ok) return parcel;
    parcels.push(parcel.value);
  }
  return { ok: true, value: parcels };
}

/** Reads a bundle (house and jobs) from parsed JSON, to be worked with: a document of a newer program is refused here. */
export function readBundle(raw: unknown): Read<BundleFile> {
  if (isTooDeep(raw)) return refuse(THE_FILE, msg('document.read.too-deep', { most: DEEPEST }));
  const up = upgradeDocument(raw, BUNDLE_FORMAT, BUNDLE_VERSION, bundleUpgrades, THE_FILE);
  if (!up.ok) return up;
  const parcel = readParcel(up.value, '');
  if (!parcel.ok) return parcel;
  const { house, revisions, photos } = parcel.value;
  if (!house.readable) return tooNew('house', house.document.formatVersion, HOUSE_VERSION);
  const jobs: Job[] = [];
  for (const [i, job] of parcel.value.jobs.entries()) {
    if (!job.readable) return tooNew(`jobs[${i}]`, job.document.formatVersion, JOB_VERSION);
    jobs.push(job.document);
  }
  return {
    ok: true,
    value: {
      format: BUNDLE_FORMAT,
      formatVersion: BUNDLE_VERSION,
      house: house.document,
      jobs,
      ...(revisions.length > 0 ? { revisions: [...revisions] } : {}),
      ...(photos.length > 0 ? { photos: [...photos] } : {}),
    },
  };
}

/** Parses the text of a file; a truncated or foreign one is a problem with its place, never a throw. A byte-order mark is read over. */
export function parseFile(text: string): Read<unknown> {
  const plain = text.startsWith('\uFEFF') ? text.slice(1) : text;
  try {
    return { ok: true, value: JSON.parse(plain) as unknown };
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    const cut = /^\s*[{[]/.test(plain) && !/[}\]]\s*$/.test(plain);
    return refuse(THE_FILE, msg(cut ? 'document.read.cut-off' : 'document.read.no-json', { why }));
  }
}

/** Reads a bundle from the text of a file. */
export function readBundleText(text: string): Read<BundleFile> {
  const parsed = parseFile(text);
  return parsed.ok ? readBundle(parsed.value) : parsed;
}

type Carried = Readonly<Record<string, unknown>>;

/**
 * The text of an exported bundle: reading it again gives an equal bundle. Documents of a newer program go in as they are.
 * @param indent spaces a level; 0 for a large file
 */
export function writeBundle(
  house: House | Carried,
  jobs: readonly (Job | Carried)[],
  revisions: readonly FiledRevision[] = [],
  indent = 2,
  photos: readonly FiledPhoto[] = [],
): string {
  const history = {
    ...(revisions.length > 0 ? { revisions } : {}),
    ...(photos.length > 0 ? { photos } : {}),
  };
  return `${JSON.stringify({ format: BUNDLE_FORMAT, formatVersion: BUNDLE_VERSION, house, jobs, ...history }, null, indent)}\n`;
}
