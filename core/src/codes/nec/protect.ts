import type { RoomUse } from '../../document/index.ts';
import { published } from '../../findings/index.ts';
import type { CodePack, Need, OutletFacts, PlaceFacts } from '../pack.ts';
import {
  APPLIANCE_SINCE,
  ARC_FAULT_AMPS,
  ARC_FAULT_ROOMS,
  ARC_FAULT_SIMILAR,
  CORD_PATH_SINCE,
  COUNTER_SINCE,
  CRAWL_LIGHT_SINCE,
  DAMP_SINCE,
  GROUND_FAULT_SINCE,
  HARDWIRED_SINCE,
  NO_TAMPER_RESISTANT,
  OUTDOOR_OUTLET_AMPS,
  TAMPER_250_SINCE,
  TUB_SINCE,
  UP_TO_250_VOLTS_SINCE,
} from './tables/protection.ts';
import { anyOf, article, capital, msg, q, type Text } from '../../words/index.ts';

type Limits = CodePack['limits'];

/** 210.8(D): outlets of appliances that the code names, whatever the room. */
function applianceNeed({ appliance }: OutletFacts, edition: number): Need | undefined {
  if (!appliance) return undefined;
  const since = APPLIANCE_SINCE[appliance];
  if (since === undefined || edition < since) return undefined;
  return {
    needed: true,
    why: msg('rules.protect.appliance', { appliance: article(msg(`names.appliance.${appliance}`)), since }),
    source: published('NEC 210.8(D)', edition, 'fairly-sure'),
  };
}

function receptacleNeed(place: PlaceFacts, edition: number, limits: Limits): Need {
  const source = published('NEC 210.8(A)', edition);
  const yes = (why: Text, certainty: 'sure' | 'fairly-sure' = 'sure'): Need => ({
    needed: true,
    why,
    source: certainty === 'sure' ? source : published('NEC 210.8(A)', edition, certainty),
  });
  if (place.volts > 125 && edition < UP_TO_250_VOLTS_SINCE)
    return { needed: false, why: msg('rules.protect.only-125', { edition }), source };
  const since = GROUND_FAULT_SINCE[place.use];
  if (since !== undefined && edition >= since)
    return yes(msg('rules.protect.room', { where: msg(`names.in-room.${place.use}`) }));
  if (place.overCounter && edition >= COUNTER_SINCE) return yes(msg('rules.protect.counter'));
  const sinkMm = edition >= CORD_PATH_SINCE ? place.toSinkMm : place.toSinkStraightMm;
  const reach = limits.waterReachMm;
  if (sinkMm !== null && sinkMm <= reach.value)
    return {
      needed: true,
      why: msg('rules.protect.sink', { reach: q.distance(reach.value) }),
      source: reach.source,
    };
  if (place.toTub && place.toTub.mm <= reach.value && edition >= TUB_SINCE)
    return yes(msg('rules.protect.tub', { reach: q.distance(reach.value) }));
  if (place.moisture !== 'dry' && edition >= DAMP_SINCE)
    return yes(msg('rules.protect.damp-place', { moisture: place.moisture }));
  return { needed: false, why: msg('rules.protect.not-needed', { reach: q.distance(reach.value) }), source };
}

/** Does this outlet need ground-fault protection? 210.8(A) receptacles, (D) appliances, (C)/(E) crawl lights, (F) outdoors. */
export function groundFaultNeed(
  place: PlaceFacts,
  outlet: OutletFacts,
  edition: number,
  limits: Limits,
): Need {
  const named = applianceNeed(outlet, edition);
  if (named) return named;
  if (outlet.kind === 'receptacle') return receptacleNeed(place, edition, limits);
  if (outlet.kind === 'light' && place.use === 'crawl') {
    const source = published(edition >= 2020 ? 'NEC 210.8(C)' : 'NEC 210.8(E)', edition, 'fairly-sure');
    return edition >= CRAWL_LIGHT_SINCE
      ? { needed: true, why: msg('rules.protect.crawl-light'), source }
      : { needed: false, why: msg('rules.protect.crawl-light-not', { edition }), source };
  }
  const outdoor = published('NEC 210.8(F)', edition, 'fairly-sure');
  if (
    outlet.kind === 'appliance' &&
    edition >= (HARDWIRED_SINCE[place.use] ?? Number.POSITIVE_INFINITY) &&
    outlet.amps <= OUTDOOR_OUTLET_AMPS
  )
    return {
      needed: true,
      why: msg(place.use === 'garage' ? 'rules.protect.garage-outlet' : 'rules.protect.outdoor-outlet'),
      source: outdoor,
    };
  return {
    needed: false,
    why: outlet.kind === 'light' ? msg('rules.protect.light-not') : msg('rules.protect.appliance-not'),
    source:
      outlet.kind === 'light'
        ? published('NEC 210.8', edition)
        : published('NEC 210.8(D), (F)', edition, 'fairly-sure'),
  };
}

/** Does an outlet of this room need arc-fault protection? 210.12, 120 V single-phase circuits only. */
export function arcFaultNeed(use: RoomUse, amps: number, poles: 1 | 2, edition: number): Need {
  const source = published(
    edition >= 2023 ? 'NEC 210.12(B), (E)' : edition >= 2017 ? 'NEC 210.12(A), (D)' : 'NEC 210.12(A), (B)',
    edition,
    edition >= 2023 ? 'fairly-sure' : 'sure',
  );
  if (poles === 2) return { needed: false, why: msg('rules.protect.arc-240'), source };
  const listed = ARC_FAULT_AMPS(edition);
  if (!listed.includes(amps))
    return { needed: false, why: msg('rules.protect.arc-amps', { amps: anyOf(listed) }), source };
  if (ARC_FAULT_SIMILAR.has(use))
    return {
      needed: true,
      why: msg('rules.protect.arc-similar', { room: article(msg(`names.room.${use}`)) }),
      source,
    };
  return ARC_FAULT_ROOMS.has(use)
    ? {
        needed: true,
        why: msg('rules.protect.arc-listed', { room: capital(article(msg(`names.room.${use}`))) }),
        source,
      }
    : {
        needed: false,
        why: msg('rules.protect.arc-not-listed', { room: capital(article(msg(`names.room.${use}`))) }),
        source,
      };
}

export function tamperNeed(place: PlaceFacts, edition: number, limits: Limits): Need {
  const source = published('NEC 406.12', edition, edition >= 2020 ? 'fairly-sure' : 'sure');
  const no = (why: Text): Need => ({ needed: false, why, source });
  if (place.volts > 125 && edition < TAMPER_250_SINCE) return no(msg('rules.protect.only-125', { edition }));
  if (place.heightMm > limits.tamperHeightMm.value)
    return no(msg('rules.protect.tamper-high', { height: q.distance(limits.tamperHeightMm.value) }));
  if (NO_TAMPER_RESISTANT.has(place.use))
    return no(msg('rules.protect.tamper-not', { where: msg(`names.in-room.${place.use}`) }));
  return { needed: true, why: msg('rules.protect.tamper'), source };
}

export function weatherNeed(place: PlaceFacts, edition: number): Need {
  switch (place.moisture) {
    case 'dry':
      return { needed: false, why: msg('rules.protect.dry'), source: published('NEC 406.9', edition) };
    case 'damp':
      return {
        needed: true,
        why: msg('rules.protect.damp'),
        source: published('NEC 406.9(A)', edition),
      };
    case 'wet':
      return {
        needed: true,
        why: msg('rules.protect.wet'),
        source: published('NEC 406.9(B)(1)', edition),
      };
  }
}

/** 406.9(C): no receptacle in, over, or (from 2020) within 3 ft sideways and 8 ft above a tub or shower. */
export function bathZoneNeed(place: PlaceFacts, edition: number, limits: Limits): Need {
  const { value, source } = limits.bathZoneMm;
  const height = limits.bathZoneHeightMm.value;
  const { toTub } = place;
  const inZone = toTub !== null && toTub.asideMm <= value - 1e-6 && toTub.aboveRimMm <= height;
  const over = toTub !== null && toTub.asideMm <= 1e-6;
  return inZone || over
    ? {
        needed: true,
        why:
          edition >= 2020
            ? msg('rules.protect.bath-zone', { aside: q.distance(value), above: q.distance(height) })
            : msg('rules.protect.over-tub'),
        source,
      }
    : { needed: false, why: msg('rules.protect.clear-of-tub'), source };
}
