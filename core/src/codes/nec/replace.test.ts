import { describe, expect, it } from '@jest/globals';
import { OUTLET, placeOf } from '../../testing/build.ts';
import { necPack } from './pack.ts';
import { EDITIONS } from './tables/editions.ts';
import { replacement } from './replace.ts';

const at = (
  use: Parameters<typeof placeOf>[0],
  grounded: boolean,
  edition: (typeof EDITIONS)[number] = 2023,
) => replacement(necPack(edition), placeOf(use), OUTLET, grounded, 15);

describe('replacing a receptacle, NEC 406.4(D) (from memory)', () => {
  it('with a ground: the grounding type, and nothing else', () =>
    expect(at('bedroom', true).kinds.map((k) => k.kind)).toEqual(['grounding']));
  it('without one: three ways, where no ground-fault protection is asked', () =>
    expect(at('bedroom', false).kinds.map((k) => k.kind)).toEqual([
      'nongrounding',
      'gfci-no-ground',
      'protected-no-ground',
    ]));
  it('without one in a bath: two-slot is no longer one of them', () =>
    expect(at('bath', false).kinds.map((k) => k.kind)).toEqual(['gfci-no-ground', 'protected-no-ground']));
  it('asks for what the place asks today, in every edition', () => {
    for (const e of EDITIONS) {
      expect(at('bedroom', true, e)).toMatchObject({
        groundFault: false,
        arcFault: true,
        tamper: true,
        weather: false,
      });
      expect(at('bath', true, e)).toMatchObject({ groundFault: true, arcFault: false, tamper: true });
      expect(at('outdoor', true, e)).toMatchObject({ groundFault: true, arcFault: false, weather: true });
    }
  });
  it('every demand names its part of the section', () => {
    const refs = at('outdoor', false).reasons.map((r) => (r.source.kind === 'published' ? r.source.ref : ''));
    expect(refs).toEqual(['NEC 406.4(D)(2)', 'NEC 406.4(D)(3)', 'NEC 406.4(D)(5)', 'NEC 406.4(D)(6)']);
  });
});
