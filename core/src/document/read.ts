import { z } from 'zod';
import { BUNDLE_FORMAT, BUNDLE_VERSION, BundleFile, JOB_FORMAT, JOB_VERSION, Job } from './job.ts';
import { HOUSE_FORMAT, HOUSE_VERSION, House } from './house.ts';
import { houseProblems, jobProblems } from './integrity.ts';

export interface ReadProblem {
  /** JSON path such as `house.rooms[0].walls[2].lengthMm`, or `the file`. */
  readonly where: string;
  readonly what: string;
}
export type Read<T> = { ok: true; value: T } | { ok: false; problems: readonly ReadProblem[] };

type Upgrade = (document: Record<string, unknown>) => Record<string, unknown>;

/** One step per past version: the entry at 1 turns a version 1 document into version 2, and so on. */
export const houseUpgrades: Readonly<Record<number, Upgrade>> = {
  1: (house) => ({ amendments: [], bannedMethods: [], atticCelsius: null, faultAmps: null, ...house }),
};
export const jobUpgrades: Readonly<Record<number, Upgrade>> = {
  1: (job) => ({ method: null, rings: {}, clampsOutside: [], ...job }),
};

const pathOf = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (s, k) => (typeof k === 'number' ? `${s}[${k}]` : s === '' ? String(k) : `${s}.${String(k)}`),
    '',
  );

const fromZod = (error: z.ZodError, root: string): ReadProblem[] =>
  error.issues.slice(0, 12).map((i) => ({ where: pathOf([root, ...i.path]) || 'the file', what: i.message }));

const isRecord = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

/**
 * Brings a document of an older version up to the present one, a step at a time.
 * @returns the document, or a problem when it is foreign or newer than this program
 */
export function upgradeDocument(
  raw: unknown,
  format: string,
  version: number,
  steps: Readonly<Record<number, Upgrade>>,
  where: string,
): Read<Record<string, unknown>> {
  const no = (what: string): Read<never> => ({ ok: false, problems: [{ where, what }] });
  if (!isRecord(raw)) return no('is not an object');
  if (raw.format !== format)
    return no(`is not an ${format} document (its "format" says ${JSON.stringify(raw.format) ?? 'nothing'})`);
  const has = raw.formatVersion;
  if (typeof has !== 'number' || !Number.isInteger(has) || has < 1) return no('has no whole "formatVersion"');
  if (has > version)
    return no(`is version ${has}; this program knows up to version ${version}. Update Elwand and try again`);
  let document = raw;
  for (let v = has; v < version; v++) {
    const step = steps[v];
    if (!step) return no(`is version ${v}, and there is no way from it to version ${v + 1}`);
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

/** Reads a bundle (house and jobs) from parsed JSON. Ids that point nowhere are problems here: nothing half-true gets in. */
export function readBundle(raw: unknown): Read<BundleFile> {
  const up = upgradeDocument(raw, BUNDLE_FORMAT, BUNDLE_VERSION, {}, 'the file');
  if (!up.ok) return up;
  const house = readHouse(up.value.house);
  if (!house.ok) return house;
  if (!Array.isArray(up.value.jobs))
    return { ok: false, problems: [{ where: 'jobs', what: 'is not a list' }] };
  const jobs: Job[] = [];
  for (const [i, one] of up.value.jobs.entries()) {
    const job = readJob(one, `jobs[${i}]`);
    if (!job.ok) return job;
    jobs.push(job.value);
  }
  const broken = [
    ...houseProblems(house.value),
    ...jobs.flatMap((job) => jobProblems({ house: house.value, job })),
  ];
  if (broken.length > 0)
    return { ok: false, problems: broken.slice(0, 12).map(({ where, what }) => ({ where, what })) };
  return {
    ok: true,
    value: { format: BUNDLE_FORMAT, formatVersion: BUNDLE_VERSION, house: house.value, jobs },
  };
}

/** Reads a bundle from the text of a file; a truncated or foreign file is a problem with its place, never a throw. */
export function readBundleText(text: string): Read<BundleFile> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    const cut = /^\s*[{[]/.test(text) && !/[}\]]\s*$/.test(text);
    return {
      ok: false,
      problems: [
        { where: 'the file', what: cut ? `ends too early: it is cut off (${why})` : `is not JSON (${why})` },
      ],
    };
  }
  return readBundle(raw);
}

/** The text of an exported bundle: reading it again gives an equal bundle. */
export function writeBundle(house: House, jobs: readonly Job[]): string {
  return `${JSON.stringify({ format: BUNDLE_FORMAT, formatVersion: BUNDLE_VERSION, house, jobs }, null, 2)}\n`;
}
