import { published } from '../../../findings/index.ts';
import { msg } from '../../../words/index.ts';
import type { Judgement, Rule } from '../../pack.ts';
import { breakerName, circuitsOf, judge, noNumbers } from './judge.ts';

/** What the breaker of a circuit can be in its place in the panel. */

/** A tandem goes only where the panel allows one, and none is made that gives GFCI or AFCI protection (408.54, 110.3(B)). */
export const tandems: Rule = {
  id: 'tandem',
  title: msg('rules.panel.tandem-title'),
  about: msg('rules.panel.tandem-about'),
  numbers: noNumbers,
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit: { breaker }, extended }): Judgement[] => {
      if (!breaker.tandem || !extended) return [];
      const protects = breaker.protection !== 'none';
      return [
        judge('tandem', {
          severity: protects ? 'fix' : 'ok',
          mark: 'buy',
          subjects: [breaker.id],
          says: msg(protects ? 'rules.panel.tandem-protects' : 'rules.panel.tandem', {
            breaker: breakerName(breaker),
          }),
          detail: msg(protects ? 'rules.panel.tandem-protects-why' : 'rules.panel.tandem-why'),
          sources: [published('NEC 408.54, 110.3(B)', undefined, 'fairly-sure')],
        }),
      ];
    }),
};
