import { MOST_IN_CONNECTOR } from '../catalog/index.ts';
import { nthOf, type Job, type Point } from '../document/index.ts';
import { endText } from './words.ts';
import type { Conductor, Splice, SpliceMember, Role } from '../network/index.ts';
import { isLoose } from './leads.ts';
import { msg, row, type Text } from '../words/index.ts';

/** What decides how conductors are made up in a box. */
export interface Making {
  readonly job: Job;
  readonly point: Point;
  readonly labelOf: (cableId: string) => Text;
  /** Conductors of more than one gauge meet here. */
  readonly mixed: boolean;
}

const roleText = (role: Role): Text => {
  if (role === 'hot') return msg('wiring.always-hot');
  if (role === 'second-hot') return msg('wiring.other-hot');
  if (isSwitched(role)) {
    const n = nthOf(role);
    return n > 1 ? msg('wiring.switched-of', { n }) : msg('wiring.switched');
  }
  return msg(`wiring.role.${role}`);
};
const isSwitched = (role: Role): role is Extract<Role, `switched:${string}`> => role.startsWith('switched');

/** A conductor by its color and where its cable goes. */
const conductorText = (c: Conductor, making: Making): Text =>
  msg('wiring.conductor', { color: msg(`names.color.${c.color}`), cable: making.labelOf(c.cableId) });

/** Levers where conductors are short or gauges differ; else as the person likes. */
const takesLever = ({ job, point, mixed }: Making): boolean =>
  job.preferences.connector === 'lever' || point.condition === 'short-conductors' || mixed;

export function connectorFor(count: number, making: Making): string {
  if (takesLever(making)) return count <= 2 ? 'lever-2' : count <= 3 ? 'lever-3' : 'lever-5';
  return count <= 3 ? 'twist-2-3' : 'twist-4-5';
}

function memberText(m: SpliceMember, making: Making): Text {
  switch (m.kind) {
    case 'conductor':
      return conductorText(m.conductor, making);
    case 'pigtail': {
      const end = endText(m.to, m.device, making.point);
      return isLoose(m.to) ? end : msg('wiring.pigtail', { end });
    }
    case 'box-tail':
      return msg('wiring.pigtail-box');
    case 'ground-run':
      return msg('wiring.ground-run');
    case 'jumper':
      return msg('wiring.jumper', { n: m.to });
  }
}

/** Members in as many connectors as they need: each takes five ends, a jumper counts at both. */
function shared(members: readonly SpliceMember[], first: number): SpliceMember[][] {
  if (members.length <= MOST_IN_CONNECTOR) return [[...members]];
  const out: SpliceMember[][] = [];
  const left = [...members];
  while (left.length > 0) {
    const back: SpliceMember[] = out.length > 0 ? [{ kind: 'jumper', to: first + out.length - 1 }] : [];
    const last = left.length + back.length <= MOST_IN_CONNECTOR;
    const taken = left.splice(0, MOST_IN_CONNECTOR - back.length - (last ? 0 : 1));
    const on: SpliceMember[] = last ? [] : [{ kind: 'jumper', to: first + out.length + 1 }];
    out.push([...taken, ...back, ...on]);
  }
  return out;
}

/** One group of ends as splices, numbered from `first`. */
export function spliced(
  role: Role,
  members: readonly SpliceMember[],
  first: number,
  making: Making,
): Splice[] {
  const lever = takesLever(making) && !making.mixed;
  return shared(members, first).map((group, i): Splice => ({
    n: first + i,
    role,
    members: group,
    says: msg('wiring.splice', {
      role: roleText(role),
      members: row(group.map((m) => memberText(m, making))),
    }),
    connector: connectorFor(group.length, making),
    strip: lever ? msg('wiring.strip-gauge') : msg('wiring.strip-half'),
    isNew: group.some((m) => m.kind === 'conductor' && m.conductor.isNew),
  }));
}

/** A conductor that nothing uses, and why it is there. */
export const capText = (c: Conductor, making: Making): Text =>
  msg('wiring.cap', {
    conductor: conductorText(c, making),
    role: roleText(c.role),
    use: c.role === 'neutral' ? msg('wiring.kept') : msg('wiring.not-used'),
  });
