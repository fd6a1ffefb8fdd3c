import type { Judgement, Rule } from '../../pack.ts';
import { judge, limitNumbers } from './judge.ts';
import { capital, msg, q } from '../../../words/index.ts';

/** Wires are pulled through so many bends and no more: then there is a place to pull from. */
export const bends: Rule = {
  id: 'raceway-bends',
  title: msg('rules.bends.title'),
  about: msg('rules.bends.about'),
  numbers: limitNumbers('bendDegrees'),
  check: (context) =>
    context.runs.flatMap((run): Judgement[] => {
      if (run.bendDegrees === null) return [];
      const limit = context.pack.limits.bendDegrees;
      const over = run.bendDegrees > limit.value;
      const pulls = Math.ceil(run.bendDegrees / limit.value) - 1;
      return [
        judge('raceway-bends', {
          severity: over ? 'fix' : 'ok',
          mark: 'run',
          subjects: [run.cableId],
          says: over
            ? msg('rules.bends.over', { run: capital(run.label) })
            : msg('rules.bends.ok', { run: capital(run.label), degrees: q.degrees(run.bendDegrees) }),
          detail: over ? msg('rules.bends.pull-points', { pulls }) : '',
          because: { need: run.bendDegrees, have: limit.value, unit: '°', sense: 'at-least' },
          sources: [limit.source],
        }),
      ];
    }),
};
