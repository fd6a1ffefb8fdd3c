import { plain } from '../../../units/index.ts';
import type { Judgement, Rule } from '../../pack.ts';
import { capital, judge, limitNumbers } from './judge.ts';

/** Wires are pulled through so many bends and no more: then there is a place to pull from. */
export const bends: Rule = {
  id: 'raceway-bends',
  title: 'Bends of a raceway',
  about:
    'All bends of a new raceway between two boxes, offsets at the boxes included: a full circle at most, else a conduit body or box to pull from stands between.',
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
            ? `${capital(run.label)} bends too often to be pulled`
            : `${capital(run.label)} bends by ${plain(run.bendDegrees, 0)}° in all`,
          detail: over
            ? `${pulls === 1 ? 'A conduit body or a box' : `${pulls} conduit bodies or boxes`} to pull from, about half way: it stays within reach.`
            : '',
          because: { need: run.bendDegrees, have: limit.value, unit: '°', sense: 'at-least' },
          sources: [limit.source],
        }),
      ];
    }),
};
