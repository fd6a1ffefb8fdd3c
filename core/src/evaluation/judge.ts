import { packFor, type CodePack, type Judgement, type RuleContext } from '../codes/index.ts';
import {
  houseProblems,
  jobProblems,
  type Bundle,
  type Job,
  type Problem,
  type WallId,
  type WantId,
  type WallPosition,
} from '../document/index.ts';
import { buildFeed, type Feed } from '../feed/index.ts';
import {
  bySeverity,
  holdsUp,
  isChoiceOpen,
  worst,
  type Finding,
  type Mark,
  type Severity,
} from '../findings/index.ts';
import { marksOf, nextOf, type Marks, type Next } from './guidance.ts';
import { judgePlacements } from '../placement/place-wants.ts';
import { chosenOf, sheetOf, type Chosen, type Sheet } from './chosen.ts';
import {
  applyPlan,
  changeFindings,
  planJob,
  runFacts,
  toldApart,
  type Applied,
  type Option,
  type Planning,
  type PlanSetting,
} from '../planning/index.ts';
import { framesOf } from '../routing/index.ts';
import { judgeStrips } from '../lighting/index.ts';
import { faceFindings } from './face-findings.ts';
import { noWay } from './no-way.ts';
import {
  planOfHouse,
  withBothFaces,
  type Placement,
  type PlanOfHouse,
  type WallFrame,
} from '../structure/index.ts';
import { minutesOf, outageOf } from '../work/index.ts';
import { transferFindings } from '../placement/transfers.ts';
import type { Fault } from '../proof/index.ts';
import { proofFindings, UNPROVED } from './proof-findings.ts';
import { msg, row, capital, type Text } from '../words/index.ts';

export type { Chosen } from './chosen.ts';

export interface OptionView extends Option {
  readonly state: Severity;
  /** Something stops it that no choice for the whole job settles. */
  readonly blocked: boolean;
  /** What holds it up, worst first. */
  readonly open: readonly Pick<Finding, 'key' | 'severity' | 'says'>[];
  /** Everything that has to be bought for it, after the shelf. */
  readonly priceCents: number;
}

export interface Evaluation {
  /** What was worked out with: the house with each wall told to both of its faces. */
  readonly bundle: Bundle;
  /** The documents as they were given: what is kept. */
  readonly given: Bundle;
  readonly pack: CodePack;
  readonly plan: PlanOfHouse;
  readonly frames: ReadonlyMap<WallId, WallFrame>;
  readonly feed: Feed;
  readonly placements: ReadonlyMap<WantId, Placement>;
  readonly offers: ReadonlyMap<WantId, WallPosition>;
  readonly planning: Planning;
  readonly options: readonly OptionView[];
  readonly chosen: Chosen | null;
  readonly findings: readonly Finding[];
  readonly marks: Marks;
  readonly next: Next;
}

interface Base {
  readonly house: Bundle['house'];
  readonly pack: CodePack;
  readonly plan: PlanOfHouse;
  readonly frames: ReadonlyMap<WallId, WallFrame>;
  readonly feed: Feed;
  readonly standing: readonly Judgement[];
}

/** What the search for options needs to know; a worker starts from here. */
export function settingOf(bundle: Bundle): PlanSetting {
  const { house, pack, plan, frames, feed } = baseOf(withBothFaces(bundle.house));
  return { house, job: bundle.job, plan, frames, pack, feed };
}

const bases = new WeakMap<Bundle['house'], Base>();
const NOTHING: ReadonlySet<string> = new Set();

/** What depends on the house alone is worked out once for a house document and dropped whole with it. */
function baseOf(house: Bundle['house']): Base {
  const known = bases.get(house);
  if (known) return known;
  const pack = packFor(house);
  const plan = planOfHouse(house);
  const feed = buildFeed(house);
  const context: RuleContext = {
    house,
    stood: house,
    feed,
    plan,
    pack,
    touched: NOTHING,
    fresh: NOTHING,
    extended: NOTHING,
    boxMargin: 0,
    runs: [],
    replaced: NOTHING,
    added: NOTHING,
    moved: NOTHING,
    otherOptions: [],
  };
  const base: Base = {
    house,
    pack,
    plan,
    feed,
    frames: framesOf(house),
    standing: pack.rules.flatMap((r) => r.check(context)),
  };
  bases.set(house, base);
  return base;
}

/** Compares what the rules say of the planned house with what they say of it as it stands: new, worse, or already so. */
function withOrigins(after: readonly Judgement[], standing: readonly Judgement[]): Finding[] {
  const before = new Map(standing.map((j) => [j.key, j] as const));
  return after.map((j): Finding => {
    const old = before.get(j.key);
    if (j.origin) return { ...j, origin: j.origin };
    if (!old) return { ...j, origin: 'new' };
    const same =
      old.severity === j.severity &&
      old.because?.need === j.because?.need &&
      old.because?.have === j.because?.have;
    return { ...j, origin: same ? 'standing' : 'worse' };
  });
}

/** Contradictions told one by one; a survey with more of them needs another look as a whole. */
const TOLD_PROBLEMS = 60;

const PROBLEM_MARK = { wall: 'site', want: 'want', rest: 'feed' } as const satisfies Record<
  Problem['of'],
  Mark
>;

function integrityFindings(bundle: Bundle): Finding[] {
  const problems = [...houseProblems(bundle.house), ...jobProblems(bundle)];
  const more = problems.length - TOLD_PROBLEMS;
  const rest: Problem = {
    of: 'rest',
    where: msg('evaluation.the-survey'),
    what: msg('evaluation.more-problems', { more }),
    subjects: [],
  };
  return [...problems.slice(0, TOLD_PROBLEMS), ...(more > 0 ? [rest] : [])].map((p, i) => ({
    rule: 'integrity',
    key: `integrity:${p.subjects[0] ?? ''}:${i}`,
    severity: 'fix',
    origin: 'new',
    mark: PROBLEM_MARK[p.of],
    subjects: p.subjects,
    says: msg('evaluation.problem', { where: capital(p.where), what: p.what }),
    detail: msg('evaluation.contradiction'),
    sources: [],
    remedies: [],
  }));
}

const overrideText = ({ basis, reason }: Job['overrides'][number]): Text =>
  basis ? msg('findings.overridden', { basis: msg(`findings.basis.${basis}`), reason }) : reason;

/** A person's own decision against a finding: it stays listed, with the reason, and holds nothing up. A stop cannot be overridden. */
function withOverrides(findings: readonly Finding[], job: Job): Finding[] {
  return findings.map((f) => {
    const over = job.overrides.find(
      (o) => o.rule === f.rule && (o.subject === '' || f.subjects.includes(o.subject)),
    );
    return over && f.severity !== 'stop' && f.severity !== 'ok'
      ? { ...f, origin: 'standing', overridden: overrideText(over) }
      : f;
  });
}

/** What the rules see of the house once an option is carried out. */
export function contextOf(
  base: Pick<Base, 'house' | 'pack' | 'plan' | 'frames'>,
  applied: Applied,
  job: Job,
  option: Option,
  options: readonly Option[],
): RuleContext {
  const labels = new Map(applied.house.points.map((p) => [p.id as string, p.label] as const));
  return {
    house: applied.house,
    stood: base.house,
    feed: applied.feed,
    plan: base.plan,
    pack: base.pack,
    touched: applied.touched,
    fresh: applied.fresh,
    extended: applied.extended,
    boxMargin: job.preferences.boxMarginCubicInches,
    runs: runFacts(base.house, base.plan, base.frames, option.legs, labels),
    replaced: new Set<string>([...applied.protectedAt, ...applied.putIn.replaced]),
    added: new Set<string>(applied.putIn.added),
    moved: applied.moved,
    otherOptions: options
      .filter((o) => o.taps.every((t) => !option.taps.some((own) => own.pointId === t.pointId)))
      .map((o) => ({
        key: o.key,
        says: msg('evaluation.tap-instead', { points: row(o.taps.map((t) => t.label)) }),
      })),
  };
}

function rulesFor(
  base: Base,
  applied: Applied,
  job: Job,
  option: Option,
  options: readonly Option[],
): Finding[] {
  const context = contextOf(base, applied, job, option, options);
  return withOrigins(
    base.pack.rules.flatMap((r) => r.check(context)),
    base.standing,
  );
}

/** Minutes of an option by its own steps. */
export function workMinutes(setting: PlanSetting, option: Option): number {
  const applied = applyPlan(setting, option.legs, setting.feed);
  return minutesOf(sheetOf(setting, setting.job, option, applied).steps);
}

/** What the steps of an option come to: they are the one clock. */
const clockOf = ({ steps, power }: Sheet, job: Job, { visits }: Option): Clock => {
  const minutes = minutesOf(steps);
  const evenings = Math.max(1, Math.ceil(minutes / job.preferences.eveningMinutes));
  return { minutes, outageMinutes: outageOf(steps), dark: power.dark, visits: { ...visits, evenings } };
};
type Clock = Pick<Option, 'minutes' | 'outageMinutes' | 'dark' | 'visits'>;
const sameClock = ({ minutes, outageMinutes, dark, visits }: Option): Clock => ({
  minutes,
  outageMinutes,
  dark,
  visits,
});

function chooseOption(options: readonly Option[], job: Job): Option | undefined {
  return options.find((o) => o.key === job.option) ?? options[0];
}

const optionView = (option: Option, findings: readonly Finding[], priceCents: number): OptionView => {
  const holding = findings.filter(holdsUp).sort(bySeverity);
  return {
    ...option,
    priceCents,
    state: worst(holding),
    blocked: holding.some((f) => f.severity === 'stop' && !isChoiceOpen(f)),
    open: holding.map(({ key, severity, says }) => ({ key, severity, says })),
  };
};

interface Judged {
  readonly option: Option;
  readonly applied: Applied;
  readonly sheet: Sheet;
  readonly findings: readonly Finding[];
  readonly view: OptionView;
}

/** An option that runs into a stop is no option: it comes last, and says so. Protection still to be chosen speaks against none. */
const stopsLast = (a: { view: OptionView }, b: { view: OptionView }): number =>
  Number(a.view.blocked) - Number(b.view.blocked);

/** Replays an option; null where that is done elsewhere and has not been answered yet. */
export type Prover = (
  bundle: Bundle,
  option: Option,
  applied: Applied,
  sheet: Sheet,
) => readonly Fault[] | null;

export interface Judging {
  /** What believes the plans, or does not. */
  readonly prove: Prover;
  /** Options that were searched elsewhere (a worker); left out, they are searched here. */
  readonly planned?: Planning | undefined;
  /** The last evaluation, while something is being dragged: only the chosen option is judged anew, the others keep the verdict they had until the drop. */
  readonly before?: Evaluation | undefined;
}

/** What every option of one evaluation is judged by. */
interface Round {
  readonly bundle: Bundle;
  readonly base: Base;
  readonly setting: PlanSetting;
  readonly planning: Planning;
  readonly prove: Prover;
}

/** One option carried out, replayed and put before the rules. */
function judgeOption({ bundle, base, setting, planning, prove }: Round, found: Option): Judged {
  const { job } = bundle;
  const applied = applyPlan(setting, found.legs, base.feed);
  const sheet = sheetOf(base, job, found, applied);
  const option: Option = { ...found, ...clockOf(sheet, job, found) };
  const faults = prove(bundle, option, applied, sheet);
  const findings = [
    ...rulesFor(base, applied, job, option, planning.options),
    ...(faults === null ? [UNPROVED] : proofFindings(faults)),
  ];
  const view = optionView(option, withOverrides(findings, job), sheet.bill.totalCents);
  return { option, applied, sheet, findings, view };
}

/** What is to be said of the documents as they were given: of faces, changes and strips. */
const givenFindings = (base: Base, given: Bundle, chosen: Evaluation['chosen']): Finding[] => [
  ...faceFindings(given.house, given.job, chosen?.option.legs ?? []),
  ...changeFindings(base.house, base.feed, given.job),
  ...judgeStrips(given.house, given.job),
];

/**
 * Everything the screens show for one house and one job. The same input gives the same output. An option that was not
 * replayed is never OK.
 */
export function judge(given: Bundle, how: Judging): Evaluation {
  const { prove, planned, before } = how;
  // What a signed-off job wanted stands in the house by now: it is not planned a second time.
  const { wants, changes = [], strips = [] } = given.job;
  const bundle: Bundle = { ...given, house: withBothFaces(given.house) };
  if (given.job.signedOff !== null && wants.length + changes.length + strips.length > 0) {
    const done = judge(
      { house: given.house, job: { ...given.job, wants: [], changes: [], strips: [] } },
      { prove },
    );
    return { ...done, bundle, given };
  }
  const base = baseOf(bundle.house);
  const { job } = bundle;
  const { pack, plan, frames, feed } = base;
  const setting = settingOf(bundle);
  const planning = planned ?? planJob(setting);
  const kept = new Map((before?.options ?? []).map((o) => [o.key, o] as const));
  const judged = (found: Option) => judgeOption({ bundle, base, setting, planning, prove }, found);
  const views = planning.options.map((found) => {
    const last = kept.get(found.key);
    return last && found.key !== before?.chosen?.option.key
      ? { option: found, view: { ...last, ...found, ...sameClock(last) } }
      : judged(found);
  });
  const viewed = views.sort(stopsLast);
  const choice = chooseOption(
    viewed.map((v) => v.option),
    job,
  );
  const found = viewed.find((v) => v.option === choice);
  const own = found && ('applied' in found ? found : judged(found.option));
  const chosen = own ? chosenOf(base, own.option, own.applied, own.sheet) : null;
  const { placements, offers, findings: placeFindings } = judgePlacements(setting, own?.applied.house.points);
  const findings = withOverrides(
    [
      ...noWay(setting, bundle, planning),
      ...integrityFindings(given),
      ...placeFindings,
      ...givenFindings(base, given, chosen),
      ...(chosen ? transferFindings(setting, chosen.option) : []),
      ...(own?.findings ?? withOrigins(base.standing, base.standing)),
    ],
    job,
  ).sort(bySeverity);
  return {
    bundle,
    given,
    pack,
    plan,
    frames,
    feed,
    placements,
    planning,
    chosen,
    findings,
    offers,
    options: toldApart(viewed.map((v) => v.view)),
    marks: marksOf(findings),
    next: nextOf(bundle, findings, chosen?.steps ?? null),
  };
}
