import type { CodePack } from '../codes/index.ts';
import {
  BreakerId,
  derivedId,
  plugFacts,
  plugOf,
  PointId,
  type Breaker,
  type House,
  type Panel,
  type Want,
} from '../document/index.ts';
import { practice, published } from '../findings/index.ts';
import { isContinuous } from '../load/index.ts';
import type { Candidate, TapReason, WantGroup } from './candidate.ts';
import { msg, type Text } from '../words/index.ts';

/** Breakers for new branch circuits, A: NEC 240.6(A), as far as small appliances go. */
const SIZES: readonly number[] = [15, 20, 25, 30, 35, 40, 45, 50];
/** An ordinary new circuit is a 20 A one: common practice. */
const USUAL_AMPS = 20;
/** Opening the panel, a breaker, its connections and closing it: common practice. */
const PANEL_MINUTES = 90;
/** A single breaker out and a tandem for both circuits in: common practice. */
const TANDEM_MINUTES = 15;

/** Spaces that breakers take in a panel; the second half of a tandem takes none. */
const spacesUsed = (panel: Panel): number => panel.breakers.reduce((s, b) => s + (b.tandem ? 0 : b.poles), 0);

/** What loads come to together, A: what runs three hours and more counts with its factor. */
const countedAmps = (loads: Want['loads'], volts: number, factor: number): number =>
  loads.reduce((s, l) => s + (l.voltAmperes / volts) * (isContinuous(l) ? factor : 1), 0);

/** The breaker that a new circuit for these wants would get; its id tells that it is not there yet. */
function newBreaker(panel: Panel, group: WantGroup, factor: number, taken: number): Breaker {
  const poles = group.volts === 240 ? 2 : 1;
  const needed = countedAmps(
    group.wants.flatMap((w) => w.loads),
    group.volts,
    factor,
  );
  // The plug says what its circuit is: a receptacle of 30 A hangs on 30 A.
  const keys = group.wants.flatMap((w) => plugOf(w) ?? []);
  const plugs = keys.map((key) => plugFacts(key).amps);
  const least = plugs.length > 0 ? Math.max(...plugs) : group.volts === 240 ? 15 : USUAL_AMPS;
  const highest = Math.max(
    0,
    ...panel.breakers.map((b) => Number.parseInt(b.number, 10)).filter((n) => Number.isFinite(n)),
  );
  return {
    id: BreakerId.parse(derivedId('new-breaker', panel.id, group.volts, ...keys.slice(0, 1))),
    number: String(highest + 1 + taken),
    amps: SIZES.find((a) => a >= Math.max(needed, least) - 1e-9) ?? 50,
    poles,
    protection: 'none',
    label: group.wants
      .map((w) => w.label)
      .join(', ')
      .slice(0, 120),
    restriction: 'none',
    multiwire: false,
    proved: true,
  };
}

/** What runs through the plug of a want, against what the plug is for. */
const overPlug = (group: WantGroup, factor: number): boolean =>
  group.wants.some((w) => {
    const plug = plugOf(w);
    if (plug === undefined) return false;
    const { volts, amps } = plugFacts(plug);
    return countedAmps(w.loads, volts, factor) > amps + 1e-9;
  });

/**
 * A panel as the start of a new circuit: a competitor of every box.
 * @param taken spaces that circuits for the groups before this one may take
 */
export function panelCandidate(
  house: House,
  pack: CodePack,
  panel: Panel,
  group: WantGroup,
  taken: number,
): Candidate {
  const reasons: TapReason[] = [];
  const no = (says: Text, source: TapReason['source']) =>
    reasons.push({ kind: 'no', says, minutes: 0, source });
  const factor = pack.limits.continuousFactor.value;
  const free = panel.spaces === undefined ? null : panel.spaces - spacesUsed(panel);
  const made = newBreaker(panel, group, factor, taken);
  // A full panel may take a tandem where one single breaker stands: its label says how many.
  const tandem =
    free !== null && made.poles === 1 && free < 1 + taken && (panel.tandems ?? 0) > taken - Math.max(0, free);
  const breaker: Breaker = tandem ? { ...made, tandem: true } : made;
  if (overPlug(group, factor))
    no(msg('planning.new-circuit.over-plug'), published('NEC 210.21(B)(1), 210.23'));
  const spaces = practice(msg('planning.new-circuit.space-practice'));
  if (group.control.by === 'switch')
    no(msg('planning.new-circuit.switched'), practice(msg('planning.new-circuit.panel-practice')));
  if (group.only !== null && group.only !== (panel.id as string))
    no(msg('planning.tap.elsewhere'), practice(msg('planning.tap.from-asked')));
  if (!panel.at || panel.at.on === 'somewhere')
    no(msg('planning.new-circuit.unmeasured'), practice(msg('planning.tap.from-measured')));
  if (tandem)
    reasons.push({
      kind: 'work',
      says: msg('planning.new-circuit.tandem'),
      minutes: TANDEM_MINUTES,
      source: published('NEC 408.54', undefined, 'fairly-sure'),
    });
  else if (free !== null && free < breaker.poles)
    no(msg('planning.new-circuit.full', { used: spacesUsed(panel), spaces: panel.spaces ?? 0 }), spaces);
  else if (free === null)
    reasons.push({ kind: 'ask', says: msg('planning.new-circuit.count'), minutes: 10, source: spaces });
  else
    reasons.push({
      kind: 'good',
      says: msg('planning.new-circuit.free', { free }),
      minutes: 0,
      source: spaces,
    });
  reasons.push({
    kind: 'work',
    says: msg('planning.new-circuit.work', { amps: breaker.amps, who: house.panelWorkBy }),
    minutes: PANEL_MINUTES,
    source: published('NEC 210.11, 240.4'),
  });
  return {
    pointId: PointId.parse(panel.id),
    label: msg('planning.new-circuit.label', { panel: panel.label }),
    breaker,
    reasons,
    at: panel.at ?? null,
    cut: null,
    most: 4,
    atPanel: true,
    usable: !reasons.some((r) => r.kind === 'no'),
    minutes: reasons.reduce((s, r) => s + r.minutes, 0),
  };
}
