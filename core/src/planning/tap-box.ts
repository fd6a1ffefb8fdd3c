import { boxModel, replacements, ringFor } from '../catalog/index.ts';
import { surveyBox, type CodePack } from '../codes/index.ts';
import type { BoxFeed } from '../feed/index.ts';
import { groundsByMetal } from '../network/index.ts';
import { msg, q } from '../words/index.ts';
import type { TapReason } from './candidate.ts';
import { ask, FROM, good, no, work } from './tap-reasons.ts';

/** Whether a box has room for the cables that come to it, and what can be done where it has not. */

/** Time to take a box out and put a larger old-work one in. */
export const REPLACE_BOX_MINUTES = 40;
/** The same with an opening that is cut a gang wider: common practice. */
const WIDER_BOX_MINUTES = 60;

/** New cables of so many conductors and a ground that fit in a box volume, from none to four. */
function cablesThatFit(
  survey: ReturnType<typeof surveyBox>,
  pack: CodePack,
  conductors: number,
  there: number,
): number {
  let n = 0;
  while (n < MOST_CABLES && filled(survey, pack, conductors, n + 1) <= there + 1e-9) n++;
  return n;
}
const MOST_CABLES = 4;

function filled(
  survey: ReturnType<typeof surveyBox>,
  pack: CodePack,
  conductors: number,
  cables: number,
): number {
  const gauge = (Object.keys(survey.contents.conductors)[0] ?? '14') as '14' | '12' | '10';
  return pack.fill({
    ...survey.contents,
    conductors: {
      ...survey.contents.conductors,
      [gauge]: (survey.contents.conductors[gauge] ?? 0) + conductors * cables,
    },
    grounds: survey.contents.grounds + cables,
    largestGround: survey.contents.largestGround ?? gauge,
  }).cubicInches;
}

/**
 * Room for one more cable; and for how many, in this box or in the largest that can take its place.
 * @param open the framing is seen there
 */
export function roomInBox(
  box: BoxFeed,
  pack: CodePack,
  conductors: number,
  open: boolean,
): { reasons: TapReason[]; most: number } {
  const survey = surveyBox(box);
  if (!survey.volume) return { reasons: [ask(msg('planning.tap.box-unknown'), FROM.look)], most: 1 };
  if (survey.missing.includes('gauge'))
    return { reasons: [ask(msg('planning.tap.conductors-unread'), FROM.look)], most: 1 };
  if (pack.fill(survey.contents).bySize)
    return {
      most: 0,
      reasons: [no(msg('planning.tap.by-size'), FROM.large)],
    };
  const { cubicInches: there } = survey.volume;
  const needed = filled(survey, pack, conductors, 1);
  const model = boxModel(box.point.box.model);
  // An extension ring gives room as well as another box does.
  const ring = box.point.box.extras?.ringCubicInches ? undefined : ringFor(model);
  const metalFed = box.cables.some((c) => groundsByMetal(c.cable));
  const { gangs } = box.point.box;
  const asWide = Math.max(
    there,
    there + (ring?.volumeCubicInches ?? 0),
    ...replacements(model, gangs, metalFed, open).map((b) => b.volumeCubicInches),
  );
  // A box that is one gang wider, with a blank beside the device, gives room as well; a round hole takes nothing wider.
  const wider = model?.id.includes('round') ? [] : replacements(model, gangs + 1, metalFed, open);
  const largest = Math.max(asWide, ...wider.map((b) => b.volumeCubicInches));
  const most = cablesThatFit(survey, pack, conductors, largest);
  if (needed <= there + 1e-9)
    return {
      most: Math.max(1, cablesThatFit(survey, pack, conductors, there)),
      reasons: [
        good(msg('planning.tap.fill', { needed: q.volume(needed), available: q.volume(there) }), FROM.fill),
      ],
    };
  return {
    most,
    reasons: [
      most > 0
        ? work(
            msg(needed <= asWide + 1e-9 ? 'planning.tap.too-small' : 'planning.tap.too-small-wider', {
              needed: q.volume(needed),
              available: q.volume(there),
            }),
            needed <= asWide + 1e-9 ? REPLACE_BOX_MINUTES : WIDER_BOX_MINUTES,
            FROM.fill,
          )
        : no(msg('planning.tap.full', { needed: q.volume(needed) }), FROM.fill),
    ],
  };
}
