import { formatLength, percent } from '../../../units/index.ts';
import type { CutFact, Judgement, Rule, RuleContext } from '../../pack.ts';
import { ENGINEERED } from '../../../structure/index.ts';
import { BORING } from '../../../structure/index.ts';
import { capital, judge, limitNumbers, noNumbers } from './judge.ts';

const WORD: Readonly<Record<CutFact['member'], string>> = {
  stud: 'stud',
  joist: 'joist',
  'top-plate': 'top plate',
  'bottom-plate': 'bottom plate',
};

/** What is wrong with a cut in the frame by the rules of the structure; nothing when it holds. */
export function cutFault(
  { limits }: RuleContext['pack'],
  cut: CutFact,
):
  | {
      says: string;
      need: number;
      have: number;
      unit: 'mm' | 'share';
      source: RuleContext['pack']['limits']['holeEdgeMm']['source'];
    }
  | undefined {
  const share = cut.cutMm / cut.depthMm;
  const over = (limit: { value: number; source: typeof limits.holeEdgeMm.source }, says: string) =>
    share > limit.value + 1e-9
      ? { says, need: share, have: limit.value, unit: 'share' as const, source: limit.source }
      : undefined;
  const edge = (limit: { value: number; source: typeof limits.holeEdgeMm.source }) =>
    cut.edgeMm < limit.value - 1e-6
      ? {
          says: 'too near its edge',
          need: limit.value,
          have: cut.edgeMm,
          unit: 'mm' as const,
          source: limit.source,
        }
      : undefined;
  switch (cut.member) {
    case 'stud':
      return cut.kind === 'notch'
        ? over(cut.bearing ? limits.studNotchBearingShare : limits.studNotchShare, 'notched too deep')
        : (over(cut.bearing ? limits.studHoleBearingShare : limits.studHoleShare, 'bored too wide') ??
            edge(limits.studHoleEdgeMm));
    case 'joist':
      return cut.kind === 'notch'
        ? over(limits.joistNotchShare, 'notched too deep')
        : (over(limits.joistHoleShare, 'bored too wide') ?? edge(limits.joistHoleEdgeMm));
    case 'top-plate':
      return over(limits.plateCutShare, 'cut so far that it needs a tie');
    case 'bottom-plate':
      return undefined;
  }
}

/** Holes and notches of the new run: what stays of the wood, steel plates, and members that are never cut. */
export const cuts: Rule = {
  id: 'holes',
  title: 'Holes and notches in the frame',
  about:
    'Each hole of the run: 1-1/4 in to the nearer face or a steel plate; its share of stud, joist or plate; distance from the edge. Trusses, I-joists and glued timber are not cut but as their maker says.',
  numbers: limitNumbers(
    'holeEdgeMm',
    'studHoleShare',
    'studHoleBearingShare',
    'studHoleEdgeMm',
    'studNotchShare',
    'studNotchBearingShare',
    'joistHoleShare',
    'joistHoleEdgeMm',
    'joistNotchShare',
    'plateCutShare',
  ),
  check: (context) =>
    context.runs.flatMap((run): Judgement[] => {
      if (run.cuts.length === 0) return [];
      const L = (mm: number) => formatLength(mm, context.house.units, 'inches');
      const common = { mark: 'run' as const, subjects: [run.cableId] };
      const engineered = run.cuts.find((c) => c.engineered);
      if (engineered)
        return [
          judge('holes', {
            ...common,
            severity: 'stop',
            says: `${run.label} would cut an engineered ${WORD[engineered.member]}`,
            detail:
              'Trusses, I-joists and glued timber are cut only as their maker or a design professional says.',
            sources: [ENGINEERED],
          }),
        ];
      for (const cut of run.cuts) {
        const fault = cutFault(context.pack, cut);
        if (fault)
          return [
            judge('holes', {
              ...common,
              severity: 'fix',
              says: `A ${WORD[cut.member]} on ${run.label} is ${fault.says}`,
              detail: `${L(cut.cutMm)} ${cut.kind} in ${L(cut.depthMm)}; ${fault.unit === 'share' ? `${percent(fault.need, 0)} of it, ${percent(fault.have, 0)} allowed` : `${L(fault.have)} to the edge, ${L(fault.need)} needed`}.`,
              because: { need: fault.need, have: fault.have, unit: fault.unit, sense: 'at-least' },
              sources: [fault.source],
            }),
          ];
      }
      const limit = context.pack.limits.holeEdgeMm;
      const plates = run.cuts.filter((c) => c.edgeMm < limit.value - 0.01).length;
      const least = Math.min(...run.cuts.map((c) => c.edgeMm));
      return [
        judge('holes', {
          ...common,
          severity: 'ok',
          says:
            plates > 0
              ? `${run.label}: ${plates} hole${plates === 1 ? ' gets' : 's get'} a steel plate`
              : `${run.label}: all holes keep their distance`,
          detail: `${run.cuts.length} hole${run.cuts.length === 1 ? '' : 's'}, ${L(least)} of wood to the nearer face at the tightest, ${L(limit.value)} asked without a plate.`,
          because: { need: limit.value, have: least, unit: 'mm', sense: 'at-least' },
          sources: [limit.source],
        }),
      ];
    }),
};

/** Members that are more than one stud: how much there is to bore, and whether a drill and its bit get there. */
export const boring: Rule = {
  id: 'boring',
  title: 'Wood to bore, and the bit for it',
  about:
    'Double plates, nailer boards over walls along the joists, doubled corner studs: how much there is to bore, how long the bit must be and what fits between the studs.',
  numbers: noNumbers,
  check: (context) =>
    context.runs.flatMap((run): Judgement[] => {
      const L = (mm: number) => formatLength(mm, context.house.units, 'inches');
      const common = { mark: 'run' as const, subjects: [run.cableId], sources: [BORING] };
      const tight = run.bores.find((b) => b.bitMostMm !== null && b.bitMostMm < b.bitLeastMm);
      if (tight)
        return [
          judge('boring', {
            ...common,
            severity: 'watch',
            says: `No drill fits into the bay beside a ${tight.through} on ${run.label}`,
            detail: `${L(tight.bitLeastMm)} of bit needed, ${L(tight.bitMostMm ?? 0)} free beside the drill: a flexible bit from the box hole, or another way.`,
            because: { need: tight.bitLeastMm, have: tight.bitMostMm, unit: 'mm', sense: 'at-least' },
          }),
        ];
      const [first, ...others] = run.bores;
      if (!first) return [];
      const deep = others.reduce((most, b) => (b.woodMm > most.woodMm + 1e-6 ? b : most), first);
      const nailer = run.bores.find((b) => b.nailer);
      const wall = nailer && context.plan.lines.get(nailer.wallId)?.wall.name.toLowerCase();
      return [
        judge('boring', {
          ...common,
          severity: 'ok',
          says: `${L(deep.woodMm)} of wood is the most to bore on ${run.label}`,
          detail: `${capital(deep.through)}: a bit of ${L(deep.bitLeastMm)} or longer.${nailer ? ` A nailer board for the ceiling lies on the plates of the ${wall ?? 'wall'}: the joists run along it.` : ''}`,
        }),
      ];
    }),
};
