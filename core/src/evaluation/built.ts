import { boxModel } from '../catalog/index.ts';
import { isAtPoint, type BuiltRecord, type CableEnd, type House, type PointId } from '../document/index.ts';
import { sourceLine, type Source } from '../findings/index.ts';
import { placeText, planOfHouse } from '../structure/index.ts';
import { msg, row, speaker, type Text } from '../words/index.ts';
import type { Evaluation } from './judge.ts';

/** What was built, in words and numbers: the part of the record that outlives the plan. */

const LONGEST = 600;
const MOST_CHECKS = 2000;

/** A plan as it went into the house. */
export interface Built {
  readonly evaluation: Evaluation;
  /** The house with the plan in it. */
  readonly house: House;
  /** The id that something of the plan has there. */
  readonly idOf: (planned: string) => string;
  /** A text about the plan with the names that its points have there. */
  readonly named: (text: string) => string;
}

/** The articles a check goes by; what is common practice where there is none. */
function cited(sources: readonly Source[]): Text {
  const articles = sources.filter((s) => s.kind === 'published');
  return row((articles.length > 0 ? articles : sources).map(sourceLine));
}

const endText = ({ points, panels }: House, end: CableEnd): Text =>
  end.at === 'point'
    ? (points.find((p) => p.id === end.pointId)?.label ?? '?')
    : msg('evaluation.record.breaker', {
        number: panels.flatMap((p) => p.breakers).find((b) => b.id === end.breakerId)?.number ?? '?',
      });

/** Circuits, cables, boxes with their fill, and every check that was in order. */
export function builtOf({ evaluation, house, idOf, named }: Built): BuiltRecord {
  const { chosen, findings, given } = evaluation;
  const say = speaker(house.units);
  const told = (text: Text): string => say(text).slice(0, LONGEST);
  const none: BuiltRecord = { circuits: [], cables: [], boxes: [], checks: [] };
  if (!chosen) return none;
  const plan = planOfHouse(house);
  const stood = new Set<string>(given.house.cables.map((c) => c.id));
  const fills = new Map(
    findings.flatMap((f) => (f.rule === 'box-fill' ? f.subjects.map((s) => [idOf(s), f] as const) : [])),
  );
  const ids = new Set<string>(chosen.boxes.map((b) => idOf(b.point.id)));
  const isTouched = (id: PointId): boolean => ids.has(id);
  const fresh = house.cables.filter((c) => !stood.has(c.id));
  const off = new Set<string>(chosen.power.breakers.map(idOf));
  for (const c of fresh) for (const e of [c.from, c.to]) if (e.at === 'breaker') off.add(e.breakerId);
  return {
    circuits: house.panels.flatMap((p) =>
      p.breakers
        .filter((b) => off.has(b.id))
        .map((b) => ({
          panel: p.label,
          breaker: b.number,
          amps: b.amps,
          poles: b.poles,
          protection: b.protection,
          feeds: b.label,
        })),
    ),
    cables: fresh.map((c) => ({
      from: told(endText(house, c.from)),
      to: told(endText(house, c.to)),
      method: c.type,
      gauge: c.gauge,
      conductors: c.conductors,
      ground: c.ground,
      lengthMm: c.lengthMm,
    })),
    boxes: house.points
      .filter((p) => isTouched(p.id) || fresh.some((c) => isAtPoint(c, p.id)))
      .map((p) => {
        const fill = fills.get(p.id);
        return {
          label: p.label,
          place: told(placeText(plan, p)),
          box: told(boxModel(p.box.model)?.name ?? ''),
          devices: p.devices.map((d) =>
            told(msg('evaluation.record.device', { device: msg(`names.device.${d.kind}`), amps: d.amps })),
          ),
          neededCubicInches: fill?.because?.need ?? null,
          availableCubicInches: fill?.because?.have ?? null,
          sums: fill ? told(fill.detail) : '',
        };
      }),
    checks: findings
      .filter((f) => f.severity === 'ok' && f.origin === 'new')
      .slice(0, MOST_CHECKS)
      .map((f) => ({
        rule: f.rule,
        says: named(told(f.says)).slice(0, LONGEST),
        source: told(cited(f.sources)),
      })),
  };
}
