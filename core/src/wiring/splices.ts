import { MOST_IN_CONNECTOR } from '../catalog/index.ts';
import { nthOf, type Job, type Point } from '../document/index.ts';
import { endWords } from './words.ts';
import type { Conductor, Join, JoinMember, Role } from '../network/index.ts';
import { isLoose } from './leads.ts';

/** What decides how conductors are made up in a box. */
export interface Making {
  readonly job: Job;
  readonly point: Point;
  readonly labelOf: (cableId: string) => string;
  /** Conductors of more than one gauge meet here. */
  readonly mixed: boolean;
}

const roleWords = (role: Role): string =>
  role === 'hot'
    ? 'constant hot'
    : role === 'second-hot'
      ? 'the other hot'
      : role.startsWith('switched')
        ? `switched hot${nthOf(role) > 1 ? ` of switch ${nthOf(role)}` : ''}`
        : role;

/** Levers where conductors are short or gauges differ; else as the person likes. */
const takesLever = ({ job, point, mixed }: Making): boolean =>
  job.preferences.connector === 'lever' || point.condition === 'short-conductors' || mixed;

export function connectorFor(count: number, making: Making): string {
  if (takesLever(making)) return count <= 2 ? 'lever-2' : count <= 3 ? 'lever-3' : 'lever-5';
  return count <= 3 ? 'twist-2-3' : 'twist-4-5';
}

function memberWords(m: JoinMember, making: Making): string {
  switch (m.kind) {
    case 'conductor':
      return `${m.conductor.colour} ${making.labelOf(m.conductor.cableId)}`;
    case 'pigtail':
      return `${isLoose(m.to) ? '' : 'pigtail to '}${endWords(m.to, m.device, making.point)}`;
    case 'box-tail':
      return 'pigtail to the green screw of the box';
    case 'jumper':
      return `jumper to splice ${m.to}`;
  }
}

/** Members in as many connectors as they need: each takes five ends, a jumper counts at both. */
function shared(members: readonly JoinMember[], first: number): JoinMember[][] {
  if (members.length <= MOST_IN_CONNECTOR) return [[...members]];
  const out: JoinMember[][] = [];
  const left = [...members];
  while (left.length > 0) {
    const back: JoinMember[] = out.length > 0 ? [{ kind: 'jumper', to: first + out.length - 1 }] : [];
    const last = left.length + back.length <= MOST_IN_CONNECTOR;
    const taken = left.splice(0, MOST_IN_CONNECTOR - back.length - (last ? 0 : 1));
    const on: JoinMember[] = last ? [] : [{ kind: 'jumper', to: first + out.length + 1 }];
    out.push([...taken, ...back, ...on]);
  }
  return out;
}

/** One group of ends as splices, numbered from `first`. */
export function spliced(role: Role, members: readonly JoinMember[], first: number, making: Making): Join[] {
  const lever = takesLever(making) && !making.mixed;
  return shared(members, first).map((group, i): Join => ({
    n: first + i,
    role,
    members: group,
    says: `${roleWords(role)}: ${group.map((m) => memberWords(m, making)).join(', ')}`,
    connector: connectorFor(group.length, making),
    strip: lever ? 'strip to the gauge on the connector' : 'strip 1/2 in, pull each one to test',
    isNew: group.some((m) => m.kind === 'conductor' && m.conductor.isNew),
  }));
}

export const capWords = (c: Conductor, making: Making): string =>
  `${c.colour} ${making.labelOf(c.cableId)}: ${roleWords(c.role)}, ${c.role === 'neutral' ? 'kept for what may need it later' : 'not used here'}`;
