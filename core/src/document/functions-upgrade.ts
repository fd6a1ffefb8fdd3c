import { z } from 'zod';

/** Jobs of version 3 told what a wanted box holds in a dozen fields of their own; from version 4 on it is one list of functions. */

type Json = Record<string, unknown>;

/** Carried over as it is: the schema of the version that is read into judges it. */
const kept = z.unknown().optional();
const text = z.string().optional();
const OldWant = z.looseObject({
  kind: z.string(),
  gangs: z.number(),
  beside: z.array(z.string()).optional(),
  devices: z.array(z.string()).optional(),
  half: kept,
  lightNth: kept,
  motor: kept,
  plug: kept,
  volts: kept,
  weightKg: kept,
});
const OldChange = z.looseObject({
  kind: text,
  device: text,
  devices: z.array(z.string()).optional(),
  weightKg: kept,
});

/** Only what is there: a key without a value is no key in a file. */
const given = (fields: Json): Json =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));

function want(raw: unknown): unknown {
  const old = OldWant.safeParse(raw);
  if (!old.success) return raw;
  const { gangs, beside, devices, half, lightNth, motor, plug, volts, weightKg, ...rest } = old.data;
  const kinds = Array.from({ length: Math.min(3, Math.max(1, Math.trunc(gangs))) }, (_, i) =>
    i === 0 ? rest.kind : (beside?.[i - 1] ?? rest.kind),
  );
  // The device that was named for a gang counted only where it was of the kind of that gang.
  const fits = (device: string, kind: string): boolean =>
    kind === 'switch' ? /^(switch|dimmer|fan-control)/.test(device) : device.startsWith(kind);
  return {
    ...rest,
    devices: kinds.map((kind, i) => {
      const device = devices?.[i];
      return given({
        kind: device !== undefined && fits(device, kind) ? device : kind,
        ...(kind === 'receptacle' ? { plug, volts, ...(half === true ? { tab: 'broken' } : {}) } : {}),
        ...(kind === 'appliance' ? { volts } : {}),
        ...(kind === 'fan' ? { lightNth, motor } : {}),
        ...(kind === 'fan' || kind === 'luminaire' ? { weightKg } : {}),
      });
    }),
  };
}

function change(raw: unknown): unknown {
  const old = OldChange.safeParse(raw);
  if (!old.success) return raw;
  const { device, devices, weightKg, ...rest } = old.data;
  return given({
    ...rest,
    ...(device === undefined ? {} : { device: given({ kind: device, weightKg }) }),
    devices: devices?.map((kind) => ({ kind })),
  });
}

/** A job of version 3 with its wants and changes as lists of functions; what cannot be read is left as it is, for the reader to name. */
export function withFunctions(job: Json): Json {
  const { wants, changes } = job;
  return {
    ...job,
    ...(Array.isArray(wants) ? { wants: wants.map(want) } : {}),
    ...(Array.isArray(changes) ? { changes: changes.map(change) } : {}),
  };
}
