import type { Amendment, House, Waiver } from '../../document/index.ts';
import type { Sourced } from '../../findings/index.ts';
import type { Amended, CodePack, Need } from '../pack.ts';
import { breakerLimit, minimumGauge } from './ampacity.ts';
import { boxFill } from './fill.ts';
import { arcFaultNeed, bathZoneNeed, groundFaultNeed, tamperNeed, weatherNeed } from './protect.ts';
import { RULES } from './rules/index.ts';
import {
  OHM_PER_KFT,
  RECEPTACLE_RATINGS,
  receptacleRatingSource,
  resistanceSource,
  TEMPERATURE_COEFFICIENT,
} from './tables/conductors.ts';
import { editionOf, isChecked, type Edition } from './tables/editions.ts';
import { SUPPORTS } from './tables/supports.ts';
import { inLimitRange, limitTitle, LIMITS } from './tables/limits.ts';
import { LIMIT_KEYS, type LimitKey } from '../terms.ts';
import { msg } from '../../words/index.ts';
import { unsurePack } from './unsure.ts';

const METERS_PER_KFT = 304.8;

/** The limits of an edition, changed where a local amendment says so; the last word on a limit wins. */
function limitsOf(
  edition: number,
  amendments: readonly Amendment[],
): { limits: CodePack['limits']; amended: Amended[] } {
  const amended: Amended[] = [];
  const of = (key: LimitKey): Sourced<number> => {
    const limit = LIMITS[key];
    const code = { value: limit.value(edition), source: limit.source(edition) };
    const change = amendments.findLast((a) => a.limit === key);
    if (!change || change.value === code.value || !inLimitRange(key, change.value)) return code;
    const looser = limit.tighter === 'less' ? change.value > code.value : change.value < code.value;
    amended.push({ limit: key, title: limitTitle(key), code, here: change.value, looser, note: change.note });
    return {
      value: change.value,
      source: {
        kind: 'local',
        note: looser ? msg('rules.local.looser-note', { note: change.note }) : change.note,
      },
    };
  };
  const entries = LIMIT_KEYS.map((key) => [key, of(key)] as const);
  return { limits: Object.fromEntries(entries) as Record<LimitKey, Sourced<number>>, amended };
}

/**
 * The US pack for one edition; the values are recalled from memory and say so.
 * @param amendments what the place has changed; unknown keys and values beyond their range change nothing and are told by a rule
 * @param waivers protection that the place does not ask for
 */
export function necPack(
  edition: Edition,
  amendments: readonly Amendment[] = [],
  waivers: readonly Waiver[] = [],
): CodePack {
  const { limits, amended } = limitsOf(edition, amendments);
  const unless = (what: Waiver['what'], need: Need): Need => {
    const waiver = need.needed && waivers.find((w) => w.what === what);
    return waiver
      ? {
          needed: false,
          why: msg('rules.protect.waived', { why: need.why, note: waiver.note }),
          source: { kind: 'local', note: waiver.note },
        }
      : need;
  };
  const pack: CodePack = {
    id: `nec-${edition}`,
    title: `NEC ${edition}`,
    edition,
    breakerLimit: (gauge, metal) => breakerLimit(gauge, metal, edition),
    minimumGauge: (amps, metal) => minimumGauge(amps, metal, edition),
    fill: (contents) => boxFill(contents, edition),
    resistance: (gauge, metal, celsius) => ({
      value:
        (OHM_PER_KFT[metal][gauge] / METERS_PER_KFT) * (1 + TEMPERATURE_COEFFICIENT[metal] * (celsius - 75)),
      source: resistanceSource,
    }),
    groundFault: (place, outlet) => unless('ground-fault', groundFaultNeed(place, outlet, edition, limits)),
    arcFault: (use, amps, poles = 1) => unless('arc-fault', arcFaultNeed(use, amps, poles, edition)),
    tamperResistant: (place) => tamperNeed(place, edition, limits),
    weatherResistant: (place) => weatherNeed(place, edition),
    bathZone: (place) => bathZoneNeed(place, edition, limits),
    receptacleRatings: (amps) => ({ value: RECEPTACLE_RATINGS[amps] ?? [], source: receptacleRatingSource }),
    support: (method) =>
      SUPPORTS[method] ?? {
        everyMm: limits.supportEveryMm.value,
        fromBoxMm: limits.supportFromBoxMm.value,
        source: limits.supportEveryMm.source,
      },
    limits,
    amended,
    rules: RULES,
  };
  return isChecked(edition) ? pack : unsurePack(pack);
}

const packs = new Map<House['code'], CodePack>();

/** The pack a house asks for, with its local amendments; one without amendments is made once. */
export function packFor(house: Pick<House, 'code' | 'amendments' | 'waivers'>): CodePack {
  const edition = editionOf(house.code);
  const { amendments, waivers = [] } = house;
  if (amendments.length + waivers.length > 0) return necPack(edition, amendments, waivers);
  const known = packs.get(house.code) ?? necPack(edition);
  packs.set(house.code, known);
  return known;
}
