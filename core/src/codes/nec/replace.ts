import { published, type Source } from '../../findings/index.ts';
import type { CodePack, OutletFacts, PlaceFacts } from '../pack.ts';
import { msg, type Text } from '../../words/index.ts';

/** Ways to put a new receptacle where an old one was. */
export interface Replacement {
  /** One of these kinds, any of them lawful. */
  readonly kinds: readonly {
    readonly kind: 'grounding' | 'nongrounding' | 'gfci-no-ground' | 'protected-no-ground';
    readonly says: Text;
  }[];
  readonly groundFault: boolean;
  readonly arcFault: boolean;
  readonly tamper: boolean;
  readonly weather: boolean;
  readonly reasons: readonly { readonly says: Text; readonly source: Source }[];
}

/**
 * What a receptacle that replaces another must be (NEC 406.4(D)). The 6 ft exception of the arc-fault rule does not help here.
 * @param grounded a ground is there, or has been brought by a lawful way
 */
export function replacement(
  pack: CodePack,
  place: PlaceFacts,
  outlet: OutletFacts,
  grounded: boolean,
  circuitAmps: number,
): Replacement {
  const gf = pack.groundFault(place, outlet);
  const af = pack.arcFault(place.use, circuitAmps);
  const tamper = pack.tamperResistant(place);
  const weather = pack.weatherResistant(place);
  const noGround = published('NEC 406.4(D)(2)', pack.edition);
  const kinds: Replacement['kinds'] = grounded
    ? [{ kind: 'grounding', says: msg('rules.replace.grounding') }]
    : [
        // Where ground-fault protection is needed anyway, a bare two-slot one is no longer lawful.
        ...(gf.needed ? [] : [{ kind: 'nongrounding' as const, says: msg('rules.replace.two-slot') }]),
        {
          kind: 'gfci-no-ground',
          says: msg('rules.replace.gfci-no-ground'),
        },
        {
          kind: 'protected-no-ground',
          says: msg('rules.replace.protected-no-ground'),
        },
      ];
  return {
    kinds,
    groundFault: gf.needed,
    arcFault: af.needed,
    tamper: tamper.needed,
    weather: weather.needed,
    reasons: [
      grounded
        ? { says: msg('rules.replace.has-ground'), source: published('NEC 406.4(D)(1)', pack.edition) }
        : { says: msg('rules.replace.no-ground'), source: noGround },
      ...(gf.needed ? [{ says: gf.why, source: published('NEC 406.4(D)(3)', pack.edition) }] : []),
      ...(af.needed ? [{ says: af.why, source: published('NEC 406.4(D)(4)', pack.edition) }] : []),
      ...(tamper.needed ? [{ says: tamper.why, source: published('NEC 406.4(D)(5)', pack.edition) }] : []),
      ...(weather.needed ? [{ says: weather.why, source: published('NEC 406.4(D)(6)', pack.edition) }] : []),
    ],
  };
}
