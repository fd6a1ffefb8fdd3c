import type { CutFact, Judgement, Rule, RuleContext } from '../../pack.ts';
import { ENGINEERED } from '../../../structure/index.ts';
import { BORING } from '../../../structure/index.ts';
import { judge, limitNumbers, noNumbers } from './judge.ts';
import { capital, msg, q, type Text } from '../../../words/index.ts';

const WORD: Readonly<Record<CutFact['member'], Text>> = {
  stud: msg('rules.frame.stud'),
  joist: msg('rules.frame.joist'),
  'top-plate': msg('rules.frame.top-plate'),
  'bottom-plate': msg('rules.frame.bottom-plate'),
};

/** What is wrong with a cut in the frame by the rules of the structure; nothing when it holds. */
export function cutFault(
  { limits }: RuleContext['pack'],
  cut: CutFact,
):
  | {
      says: Text;
      need: number;
      have: number;
      unit: 'mm' | 'share';
      source: RuleContext['pack']['limits']['holeEdgeMm']['source'];
    }
  | undefined {
  const share = cut.cutMm / cut.depthMm;
  const over = (limit: { value: number; source: typeof limits.holeEdgeMm.source }, says: Text) =>
    share > limit.value + 1e-9
      ? { says, need: share, have: limit.value, unit: 'share' as const, source: limit.source }
      : undefined;
  const edge = (limit: { value: number; source: typeof limits.holeEdgeMm.source }) =>
    cut.edgeMm < limit.value - 1e-6
      ? {
          says: msg('rules.frame.near-edge'),
          need: limit.value,
          have: cut.edgeMm,
          unit: 'mm' as const,
          source: limit.source,
        }
      : undefined;
  switch (cut.member) {
    case 'stud':
      return cut.kind === 'notch'
        ? over(cut.bearing ? limits.studNotchBearingShare : limits.studNotchShare, msg('rules.frame.notch'))
        : (over(cut.bearing ? limits.studHoleBearingShare : limits.studHoleShare, msg('rules.frame.bore')) ??
            edge(limits.studHoleEdgeMm));
    case 'joist':
      if (cut.kind === 'notch' && cut.along === 'middle')
        return {
          says: msg('rules.frame.notch-middle'),
          need: share,
          have: 0,
          unit: 'share',
          source: limits.joistNotchShare.source,
        };
      return cut.kind === 'notch'
        ? over(
            cut.along === 'end' ? limits.joistEndNotchShare : limits.joistNotchShare,
            msg('rules.frame.notch'),
          )
        : (over(limits.joistHoleShare, msg('rules.frame.bore')) ?? edge(limits.joistHoleEdgeMm));
    case 'top-plate':
      return over(limits.plateCutShare, msg('rules.frame.tie'));
    case 'bottom-plate':
      return undefined;
  }
}

type Run = RuleContext['runs'][number];
type Cut = Run['cuts'][number];
const commonOf = (run: Run) => ({ mark: 'run' as const, subjects: [run.cableId] });

function judgeEngineered(run: Run, engineered: Cut): Judgement[] {
  const common = commonOf(run);
  return [
    judge('holes', {
      ...common,
      severity: 'stop',
      says: msg('rules.frame.engineered', { run: run.label, member: WORD[engineered.member] }),
      detail: msg('rules.frame.engineered-why'),
      sources: [ENGINEERED],
    }),
  ];
}

function judgeFault(run: Run, cut: Cut, fault: NonNullable<ReturnType<typeof cutFault>>): Judgement[] {
  const common = commonOf(run);
  return [
    judge('holes', {
      ...common,
      severity: 'fix',
      says: msg('rules.frame.bad-cut', {
        run: run.label,
        member: WORD[cut.member],
        fault: fault.says,
      }),
      detail: msg('rules.frame.cut-why', {
        cut: q.length(cut.cutMm),
        kind: cut.kind,
        depth: q.length(cut.depthMm),
        verdict:
          fault.unit === 'share'
            ? msg('rules.frame.share-verdict', {
                got: q.share(fault.need),
                most: q.share(fault.have),
              })
            : msg('rules.frame.edge-verdict', {
                got: q.length(fault.have),
                least: q.length(fault.need),
              }),
      }),
      because: { need: fault.need, have: fault.have, unit: fault.unit, sense: 'at-least' },
      sources: [fault.source],
    }),
  ];
}

/** What is notched has its plate in any case; how much stays of the wood is what there is to say. */
function judgeNotch(pack: RuleContext['pack'], run: Run, notch: Cut): Judgement[] {
  const common = commonOf(run);
  const { studNotchShare, studNotchBearingShare } = pack.limits;
  const most = notch.bearing ? studNotchBearingShare : studNotchShare;
  return [
    judge('holes', {
      ...common,
      severity: 'ok',
      says: msg('rules.frame.notched', { run: run.label, depth: q.length(notch.cutMm) }),
      detail: msg('rules.frame.notched-why'),
      because: {
        need: notch.cutMm / notch.depthMm,
        have: most.value,
        unit: 'share',
        sense: 'at-least',
      },
      sources: [most.source],
    }),
  ];
}

function judgeHoles(pack: RuleContext['pack'], run: Run): Judgement[] {
  const common = commonOf(run);
  const limit = pack.limits.holeEdgeMm;
  const holes = run.cuts.filter((c) => c.kind === 'hole');
  const plates = holes.filter((c) => c.edgeMm < limit.value - 0.01).length;
  const least = Math.min(...holes.map((c) => c.edgeMm));
  return [
    judge('holes', {
      ...common,
      severity: 'ok',
      says:
        plates > 0
          ? msg('rules.frame.plates', { run: run.label, plates })
          : msg('rules.frame.ok', { run: run.label }),
      detail: msg('rules.frame.ok-why', {
        holes: holes.length,
        least: q.length(least),
        limit: q.length(limit.value),
      }),
      because: { need: limit.value, have: least, unit: 'mm', sense: 'at-least' },
      sources: [limit.source],
    }),
  ];
}

/** What one run does to the framing: the worst of it. */
function judgeCuts(pack: RuleContext['pack'], run: Run): Judgement[] {
  const engineered = run.cuts.find((c) => c.engineered);
  if (engineered) return judgeEngineered(run, engineered);
  for (const cut of run.cuts) {
    const fault = cutFault(pack, cut);
    if (fault) return judgeFault(run, cut, fault);
  }
  const [notch] = run.cuts.filter((c) => c.kind === 'notch');
  return notch && run.cuts.every((c) => c.kind === 'notch')
    ? judgeNotch(pack, run, notch)
    : judgeHoles(pack, run);
}

/** Holes and notches of the new run: what stays of the wood, steel plates, and members that are never cut. */
export const cuts: Rule = {
  id: 'holes',
  title: msg('rules.frame.title'),
  about: msg('rules.frame.about'),
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
    'joistEndNotchShare',
    'plateCutShare',
  ),
  check: (context) =>
    context.runs.flatMap((run) => (run.cuts.length === 0 ? [] : judgeCuts(context.pack, run))),
};

/** Members that are more than one stud: how much there is to bore, and whether a drill and its bit get there. */
export const boring: Rule = {
  id: 'boring',
  title: msg('rules.frame.bore-title'),
  about: msg('rules.frame.bore-about'),
  numbers: noNumbers,
  check: (context) =>
    context.runs.flatMap((run): Judgement[] => {
      const common = { mark: 'run' as const, subjects: [run.cableId], sources: [BORING] };
      const tight = run.bores.find((b) => b.bitMostMm !== null && b.bitMostMm < b.bitLeastMm);
      if (tight)
        return [
          judge('boring', {
            ...common,
            severity: 'watch',
            says: msg('rules.frame.no-drill', { member: tight.through, run: run.label }),
            detail: msg('rules.frame.no-drill-why', {
              needed: q.length(tight.bitLeastMm),
              free: q.length(tight.bitMostMm ?? 0),
            }),
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
          says: msg('rules.frame.deepest', { run: run.label, wood: q.length(deep.woodMm) }),
          detail: msg('rules.frame.bit', {
            through: capital(deep.through),
            least: q.length(deep.bitLeastMm),
            nailer: nailer ? msg('rules.frame.nailer', { wall: wall ?? msg('rules.frame.wall') }) : '',
          }),
        }),
      ];
    }),
};
