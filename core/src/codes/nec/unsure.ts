import type { Source, Sourced } from '../../findings/index.ts';
import type { CodePack, Need } from '../pack.ts';

const unsure = (source: Source): Source =>
  source.kind === 'published' ? { ...source, certainty: 'unsure' } : source;
const value = <T extends Sourced<unknown> | Need>(v: T): T => ({ ...v, source: unsure(v.source) });

/** The pack of an edition that nobody has compared with its tables: the same values, each published source marked unsure. */
export function unsurePack(pack: CodePack): CodePack {
  return {
    ...pack,
    breakerLimit: (...of) => {
      const limit = pack.breakerLimit(...of);
      return limit && value(limit);
    },
    fill: (contents) => {
      const fill = pack.fill(contents);
      return { ...fill, source: unsure(fill.source) };
    },
    resistance: (...of) => value(pack.resistance(...of)),
    groundFault: (...of) => value(pack.groundFault(...of)),
    arcFault: (...of) => value(pack.arcFault(...of)),
    tamperResistant: (place) => value(pack.tamperResistant(place)),
    weatherResistant: (place) => value(pack.weatherResistant(place)),
    bathZone: (place) => value(pack.bathZone(place)),
    receptacleRatings: (amps) => value(pack.receptacleRatings(amps)),
    support: (method) => {
      const support = pack.support(method);
      return { ...support, source: unsure(support.source) };
    },
    limits: Object.fromEntries(
      Object.entries(pack.limits).map(([key, limit]) => [key, value(limit)]),
    ) as unknown as CodePack['limits'],
    rules: pack.rules.map((rule) => ({
      ...rule,
      numbers: (p) => rule.numbers(p).map((n) => ({ ...n, source: unsure(n.source) })),
      check: (context) => rule.check(context).map((j) => ({ ...j, sources: j.sources.map(unsure) })),
    })),
  };
}
