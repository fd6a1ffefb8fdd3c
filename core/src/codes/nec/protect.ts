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
  NO_TAMPER_RESISTANT,
  OUTDOOR_OUTLET_AMPS,
  OUTDOOR_OUTLET_SINCE,
  TAMPER_250_SINCE,
  TUB_SINCE,
  UP_TO_250_VOLTS_SINCE,
} from './tables/protection.ts';

type Limits = CodePack['limits'];
const roomWords = (use: RoomUse): string =>
  use.includes('-') ? `${use.replace('-', ' (')})` : use === 'outdoor' ? 'place outdoors' : use;
const article = (words: string): string => `${/^[aeiou]/.test(words) ? 'an' : 'a'} ${words}`;

/** 210.8(D): outlets of appliances that the code names, whatever the room. */
function applianceNeed({ appliance }: OutletFacts, edition: number): Need | undefined {
  if (!appliance) return undefined;
  const since = APPLIANCE_SINCE[appliance];
  if (since === undefined || edition < since) return undefined;
  return {
    needed: true,
    why: `The outlet of ${article(appliance.replace('-', ' '))} needs it since ${since}.`,
    source: published('NEC 210.8(D)', edition, 'fairly-sure'),
  };
}

function receptacleNeed(place: PlaceFacts, edition: number, limits: Limits): Need {
  const source = published('NEC 210.8(A)', edition);
  const yes = (why: string, certainty: 'sure' | 'fairly-sure' = 'sure'): Need => ({
    needed: true,
    why,
    source: certainty === 'sure' ? source : published('NEC 210.8(A)', edition, certainty),
  });
  if (place.volts > 125 && edition < UP_TO_250_VOLTS_SINCE)
    return { needed: false, why: `Only 125 V receptacles are listed in ${edition}.`, source };
  const since = GROUND_FAULT_SINCE[place.use];
  if (since !== undefined && edition >= since)
    return yes(`Receptacles in ${article(roomWords(place.use))} need it.`);
  if (place.overCounter && edition >= COUNTER_SINCE) return yes('It serves a kitchen counter.');
  const sinkMm = edition >= CORD_PATH_SINCE ? place.toSinkMm : place.toSinkStraightMm;
  const reach = limits.waterReachMm;
  if (sinkMm !== null && sinkMm <= reach.value)
    return { needed: true, why: 'It stands within 6 ft of a sink.', source: reach.source };
  if (place.toTub && place.toTub.mm <= reach.value && edition >= TUB_SINCE)
    return yes('It stands within 6 ft of a tub or shower.');
  if (place.moisture !== 'dry' && edition >= DAMP_SINCE) return yes(`The place is ${place.moisture}.`);
  return { needed: false, why: 'Neither the room nor water within 6 ft asks for it.', source };
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
      ? { needed: true, why: 'Lights in a crawl space need it.', source }
      : { needed: false, why: `Lights in a crawl space are not listed in ${edition}.`, source };
  }
  const outdoor = published('NEC 210.8(F)', edition, 'fairly-sure');
  if (
    outlet.kind === 'appliance' &&
    place.use === 'outdoor' &&
    edition >= OUTDOOR_OUTLET_SINCE &&
    outlet.amps <= OUTDOOR_OUTLET_AMPS
  )
    return { needed: true, why: 'Outlets outdoors need it, lighting aside.', source: outdoor };
  return {
    needed: false,
    why:
      outlet.kind === 'light'
        ? 'Lighting outlets are not listed here.'
        : 'This appliance is not one of those listed.',
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
  if (poles === 2) return { needed: false, why: 'Only 120 V circuits are listed.', source };
  const listed = ARC_FAULT_AMPS(edition);
  if (!listed.includes(amps))
    return { needed: false, why: `Only circuits of ${listed.join(', ')} A are listed.`, source };
  if (ARC_FAULT_SIMILAR.has(use))
    return {
      needed: true,
      why: `We read a ${use.replace('-', ' ')} as a room similar to those listed; your inspector may not.`,
      source,
    };
  return ARC_FAULT_ROOMS.has(use)
    ? { needed: true, why: `A ${use} is one of the rooms listed.`, source }
    : { needed: false, why: `A ${use.replace('-', ' ')} is not one of the rooms listed.`, source };
}

export function tamperNeed(place: PlaceFacts, edition: number, limits: Limits): Need {
  const source = published('NEC 406.12', edition, edition >= 2020 ? 'fairly-sure' : 'sure');
  const no = (why: string): Need => ({ needed: false, why, source });
  if (place.volts > 125 && edition < TAMPER_250_SINCE)
    return no(`Only 125 V receptacles are listed in ${edition}.`);
  if (place.heightMm > limits.tamperHeightMm.value) return no('It is higher than 5 ft 6 in.');
  if (NO_TAMPER_RESISTANT.has(place.use))
    return no(`${place.use === 'attic' ? 'An attic' : 'A crawl space'} is not listed.`);
  return { needed: true, why: 'Receptacles in dwellings are tamper-resistant.', source };
}

export function weatherNeed(place: PlaceFacts, edition: number): Need {
  switch (place.moisture) {
    case 'dry':
      return { needed: false, why: 'The place is dry.', source: published('NEC 406.9', edition) };
    case 'damp':
      return {
        needed: true,
        why: 'Damp: weather-resistant, under a cover that is tight when closed.',
        source: published('NEC 406.9(A)', edition),
      };
    case 'wet':
      return {
        needed: true,
        why: 'Wet: weather-resistant, under an extra-duty in-use cover.',
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
            ? 'It is in the zone 3 ft beside and 8 ft above a tub or shower.'
            : 'It is over a tub or shower.',
        source,
      }
    : { needed: false, why: 'It is clear of tub and shower.', source };
}
