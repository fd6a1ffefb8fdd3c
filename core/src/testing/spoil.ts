import { cablesByPoint, circuitsByCable } from '../document/index.ts';
import {
  groundsByMetal,
  type Conductor,
  type Splice,
  type SpliceMember,
  type Screw,
  type Wired,
} from '../network/index.ts';
import type { BoxDrawing, WiringPlan } from '../proof/index.ts';

/** Seeded mistakes in the wiring of a plan that is right: what the replays must find. */

export interface Spoiler {
  readonly name: string;
  /** The kinds of fault that may tell of it. */
  readonly told: readonly string[];
  /** Null where the plan has nothing to get wrong in this way. */
  readonly spoil: (plan: WiringPlan) => WiringPlan | null;
}

/** Changes the first box for which `change` gives another wiring. */
function inABox(plan: WiringPlan, change: (w: Wired, box: BoxDrawing) => Wired | null): WiringPlan | null {
  for (const [i, box] of plan.boxes.entries()) {
    const after = change(box.after, box);
    if (after) return { ...plan, boxes: plan.boxes.map((b, k) => (k === i ? { ...b, after } : b)) };
  }
  return null;
}

const changeJoin = (
  w: Wired,
  fits: (j: Splice) => boolean,
  to: (j: Splice) => Splice | null,
): Wired | null => {
  const found = w.splices.find(fits);
  const changed = found && to(found);
  return changed ? { ...w, splices: w.splices.map((j) => (j === found ? changed : j)) } : null;
};
const without = (j: Splice, drop: (m: SpliceMember) => boolean): Splice | null => {
  const members = j.members.filter((m) => !drop(m));
  return members.length < j.members.length && members.length > 1 ? { ...j, members } : null;
};

/** Only where no armor or tubing grounds beside the wires: there a forgotten ground is made up for. */
const wiresOnly =
  (spoil: Spoiler['spoil']): Spoiler['spoil'] =>
  (plan) =>
    plan.after.cables.some(groundsByMetal) ? null : spoil(plan);

/** Do the home runs of two breakers come together somewhere? */
const meeting = ({ after }: WiringPlan): boolean =>
  [...circuitsByCable(after).values()].some((breakers) => breakers.size > 1) ||
  [...cablesByPoint(after.cables).values()].some(
    (at) => new Set(at.flatMap((c) => [...(circuitsByCable(after).get(c.id) ?? [])])).size > 1,
  );

/** Every use of one screw is one of another, on splices and terminations both. */
function screwAs(w: Wired, from: readonly Screw[], to: (s: Screw) => Screw): Wired | null {
  let hit = false;
  const as = (s: Screw): Screw => {
    if (!from.includes(s)) return s;
    hit = true;
    return to(s);
  };
  const next: Wired = {
    ...w,
    splices: w.splices.map((j) => ({
      ...j,
      members: j.members.map((m) => (m.kind === 'pigtail' ? { ...m, to: as(m.to) } : m)),
    })),
    terminations: w.terminations.map((t) => ({ ...t, screw: as(t.screw) })),
  };
  return hit ? next : null;
}
const swapped =
  (pairs: readonly (readonly [Screw, Screw])[]) =>
  (w: Wired): Wired | null =>
    screwAs(w, pairs.flat(), (s) => {
      const pair = pairs.find(([a, b]) => a === s || b === s);
      return pair ? (pair[0] === s ? pair[1] : pair[0]) : s;
    });

const dropTermination =
  (screw: (s: Screw) => boolean) =>
  (w: Wired, box: BoxDrawing): Wired | null =>
    w.terminations.some((t) => screw(t.screw)) && box.isNew
      ? { ...w, terminations: w.terminations.filter((t) => !screw(t.screw)) }
      : null;

/** A conductor that is capped instead of landed. */
const capped =
  (role: string, onlyNew = true) =>
  (w: Wired): Wired | null => {
    const t = w.terminations.find((x) => x.conductor.role === role && (!onlyNew || x.conductor.isNew));
    if (t)
      return {
        ...w,
        terminations: w.terminations.filter((x) => x !== t),
        caps: [...w.caps, { conductor: t.conductor, says: '', connector: 'twist-2-3' }],
      };
    const j = w.splices.find((x) =>
      x.members.some(
        (m) => m.kind === 'conductor' && m.conductor.role === role && (!onlyNew || m.conductor.isNew),
      ),
    );
    const m = j?.members.find(
      (x) => x.kind === 'conductor' && x.conductor.role === role && (!onlyNew || x.conductor.isNew),
    );
    if (!j || m?.kind !== 'conductor') return null;
    return {
      ...w,
      splices: w.splices.map((x) => (x === j ? { ...j, members: j.members.filter((y) => y !== m) } : x)),
      caps: [...w.caps, { conductor: m.conductor, says: '', connector: 'twist-2-3' }],
    };
  };

/** Two splices made one. */
const joinedUp =
  (a: string, b: string) =>
  (w: Wired): Wired | null => {
    const one = w.splices.find((j) => j.role === a || (a === 'switched' && j.role.startsWith('switched')));
    const two = w.splices.find(
      (j) => j !== one && (j.role === b || (b === 'switched' && j.role.startsWith('switched'))),
    );
    return one && two
      ? {
          ...w,
          splices: w.splices
            .filter((j) => j !== two)
            .map((j) => (j === one ? { ...j, members: [...j.members, ...two.members] } : j)),
        }
      : null;
  };

/** Conductors of the first box that has some, re-identified or not. */
function marked(
  plan: WiringPlan,
  box: (b: BoxDrawing) => boolean,
  which: (c: Conductor) => boolean,
  remark: boolean,
): WiringPlan | null {
  const found = plan.boxes.find((b) => box(b) && b.cables.some((c) => c.conductors.some(which)));
  if (!found) return null;
  const cables = found.cables.map((c) => ({
    ...c,
    conductors: c.conductors.map((x) => (which(x) ? { ...x, remark } : x)),
  }));
  return { ...plan, boxes: plan.boxes.map((b) => (b === found ? { ...b, cables } : b)) };
}

const SMALLER: Record<string, string> = {
  'twist-4-5': 'twist-2-3',
  'lever-5': 'lever-3',
  'lever-3': 'lever-2',
};

export const SPOILERS: readonly Spoiler[] = [
  {
    name: 'the tail to the metal box is forgotten',
    told: ['no ground', 'end lost', 'connector'],
    spoil: wiresOnly((p) =>
      inABox(p, (w, b) =>
        b.isNew
          ? changeJoin(
              w,
              (j) => j.role === 'ground',
              (j) => without(j, (m) => m.kind === 'box-tail'),
            )
          : null,
      ),
    ),
  },
  {
    name: 'the green screw of a new device is forgotten',
    told: ['no ground'],
    spoil: (p) =>
      inABox(p, (w, b) =>
        b.isNew
          ? (changeJoin(
              w,
              (j) => j.role === 'ground',
              (j) => without(j, (m) => m.kind === 'pigtail'),
            ) ?? dropTermination((s) => s === 'green')(w, b))
          : null,
      ),
  },
  {
    name: 'the ground of the new cable is left out of the splice at the tap',
    told: ['end lost'],
    spoil: (p) =>
      inABox(p, (w, b) =>
        b.isNew
          ? null
          : changeJoin(
              w,
              (j) => j.role === 'ground',
              (j) => without(j, (m) => m.kind === 'conductor' && m.conductor.isNew),
            ),
      ),
  },
  {
    name: 'hot and neutral of a receptacle swapped',
    told: ['not as wanted', 'works otherwise', 'meet'],
    spoil: (p) => inABox(p, swapped([['brass', 'silver']])),
  },
  {
    name: 'LINE and LOAD of a protecting device swapped',
    told: ['not protected', 'not as wanted', 'works otherwise', 'crosses protection', 'fed on LOAD'],
    spoil: (p) =>
      inABox(
        p,
        swapped([
          ['line brass', 'load brass'],
          ['line silver', 'load silver'],
        ]),
      ),
  },
  {
    name: 'the neutral behind a protecting device on its LINE',
    told: ['crosses protection'],
    spoil: (p) => inABox(p, (w) => screwAs(w, ['load silver'], () => 'line silver')),
  },
  {
    name: 'the hot behind a protecting device on its LINE',
    told: ['crosses protection', 'not protected'],
    spoil: (p) => inABox(p, (w) => screwAs(w, ['load brass'], () => 'line brass')),
  },
  {
    name: 'a new hot capped at the tap',
    told: ['not as wanted', 'works otherwise', 'capped at one end'],
    spoil: (p) => inABox(p, (w, b) => (b.isNew ? null : capped('hot')(w))),
  },
  {
    name: 'a new hot capped at the new box',
    told: ['not as wanted', 'works otherwise'],
    spoil: (p) => inABox(p, (w, b) => (b.isNew ? capped('hot')(w) : null)),
  },
  {
    name: 'a new neutral capped',
    told: ['not as wanted', 'works otherwise', 'no ground', 'crosses protection'],
    spoil: (p) => inABox(p, (w, b) => (b.isNew ? capped('neutral')(w) : null)),
  },
  {
    name: 'an existing hot capped at the tap',
    told: ['works otherwise', 'not as wanted'],
    spoil: (p) => inABox(p, (w, b) => (b.isNew ? null : capped('hot', false)(w))),
  },
  {
    name: 'an existing neutral capped at the tap',
    told: ['works otherwise', 'not as wanted', 'crosses protection'],
    spoil: (p) => inABox(p, (w, b) => (b.isNew ? null : capped('neutral', false)(w))),
  },
  {
    name: 'an existing ground capped at the tap',
    told: ['no ground'],
    // Where two home runs meet, the other one brings the ground back.
    spoil: wiresOnly((p) =>
      meeting(p) ? null : inABox(p, (w, b) => (b.isNew ? null : capped('ground', false)(w))),
    ),
  },
  {
    name: 'neutral and ground spliced together',
    told: ['meet'],
    spoil: (p) => inABox(p, joinedUp('neutral', 'ground')),
  },
  {
    name: 'hot and neutral spliced together',
    told: ['meet'],
    spoil: (p) => inABox(p, joinedUp('hot', 'neutral')),
  },
  {
    name: 'hot and ground spliced together',
    told: ['meet'],
    spoil: (p) => inABox(p, joinedUp('hot', 'ground')),
  },
  {
    name: 'a switched conductor spliced to the constant hot',
    told: ['works otherwise', 'not as wanted'],
    spoil: (p) => inABox(p, joinedUp('hot', 'switched')),
  },
  {
    name: 'a connector one size small',
    told: ['connector'],
    spoil: (p) =>
      inABox(p, (w) =>
        changeJoin(
          w,
          (j) => SMALLER[j.connector] !== undefined && j.members.length > 3,
          (j) => ({ ...j, connector: SMALLER[j.connector] ?? j.connector }),
        ),
      ),
  },
  {
    name: 'two conductors under one screw',
    told: ['two under a screw'],
    spoil: (p) =>
      inABox(p, (w) => {
        const j = w.splices.find(
          (x) =>
            x.members.filter((m) => m.kind === 'conductor').length >= 2 &&
            x.members.some(
              (m) =>
                m.kind === 'pigtail' && m.to !== 'brass' && m.to !== 'silver' && !m.to.includes(' lead '),
            ),
        );
        const to = j?.members.find((m) => m.kind === 'pigtail');
        if (!j || to?.kind !== 'pigtail') return null;
        return {
          ...w,
          splices: w.splices.filter((x) => x !== j),
          terminations: [
            ...w.terminations,
            ...j.members.flatMap((m) =>
              m.kind === 'conductor' ? [{ conductor: m.conductor, screw: to.to, device: to.device }] : [],
            ),
          ],
        };
      }),
  },
  {
    name: 'a conductor made up twice',
    told: ['end used twice'],
    spoil: (p) =>
      inABox(p, (w) => {
        const m = w.splices.flatMap((j) => j.members).find((x) => x.kind === 'conductor');
        return m?.kind === 'conductor'
          ? { ...w, caps: [...w.caps, { conductor: m.conductor, says: '', connector: 'twist-2-3' }] }
          : null;
      }),
  },
  {
    name: 'the white of a switch loop not re-identified',
    told: ['re-identified white'],
    spoil: (p) =>
      marked(
        p,
        () => true,
        (x) => x.remark,
        false,
      ),
  },
  {
    name: 'a white that is no hot re-identified',
    told: ['re-identified white'],
    spoil: (p) =>
      marked(
        p,
        (b) => b.isNew,
        (x) => x.color === 'white' && x.role === 'neutral',
        true,
      ),
  },
  {
    name: 'a light on the wrong switch of the box',
    told: ['works otherwise', 'not as wanted'],
    spoil: (p) =>
      inABox(p, (w) => {
        const outs = w.terminations.filter((t) => t.screw === 'other switch screw');
        const [a, b] = outs;
        if (!a || !b) return null;
        return {
          ...w,
          terminations: w.terminations.map((t) =>
            t === a ? { ...a, device: b.device } : t === b ? { ...b, device: a.device } : t,
          ),
        };
      }),
  },
  {
    name: 'the two sides of a switch both on the hot',
    told: ['not as wanted', 'works otherwise'],
    spoil: (p) =>
      inABox(p, (w, b) => (b.isNew ? screwAs(w, ['other switch screw'], () => 'switch screw') : null)),
  },
  {
    name: 'a lamp between its switched hot and the ground',
    told: ['not as wanted', 'works otherwise', 'meet', 'no ground'],
    spoil: (p) => inABox(p, swapped([['lamp lead white', 'green']])),
  },
  {
    name: 'motor and light of a fan swapped',
    told: ['not as wanted', 'works otherwise'],
    spoil: (p) => inABox(p, swapped([['fan lead black', 'light lead blue']])),
  },
  {
    name: 'one hot of a 240 V appliance capped',
    told: ['not as wanted', 'works otherwise'],
    spoil: (p) => inABox(p, (w, b) => (b.isNew ? capped('second-hot')(w) : null)),
  },
  {
    name: 'both hots of a 240 V circuit spliced together',
    told: ['meet'],
    spoil: (p) => inABox(p, joinedUp('hot', 'second-hot')),
  },
  {
    name: 'the jumper between two splices forgotten',
    told: ['works otherwise', 'no ground', 'not as wanted', 'crosses protection'],
    spoil: wiresOnly((p) =>
      inABox(p, (w) =>
        w.splices.some((j) => j.members.some((m) => m.kind === 'jumper'))
          ? {
              ...w,
              splices: w.splices.map((j) => ({
                ...j,
                members: j.members.filter((m) => m.kind !== 'jumper'),
              })),
            }
          : null,
      ),
    ),
  },
  {
    name: 'the drawing of before has a device on the wrong conductor',
    told: ['before is not what is there'],
    spoil: (p) => {
      for (const [i, b] of p.boxes.entries()) {
        const before =
          b.before &&
          swapped([
            ['brass', 'silver'],
            ['lamp lead black', 'lamp lead white'],
          ])(b.before);
        if (before) return { ...p, boxes: p.boxes.map((x, k) => (k === i ? { ...x, before } : x)) };
      }
      return null;
    },
  },
  {
    name: 'a plastic box put where the ground came through a metal one',
    told: ['no ground'],
    spoil: (p) => {
      const point = p.after.points.find(
        (x) =>
          !p.after.cables.some((c) => c.from.at === 'breaker' && c.from.breakerId === 'b3') &&
          p.boxes.some((b) => b.point.id === x.id && !b.isNew) &&
          p.after.cables.filter(
            (c) =>
              (c.ground === 'armor' || c.ground === 'tubing') &&
              [c.from, c.to].some((e) => e.at === 'point' && e.pointId === x.id),
          ).length > 1,
      );
      return point
        ? {
            ...p,
            after: {
              ...p.after,
              points: p.after.points.map((x) =>
                x === point ? { ...x, box: { ...x.box, metal: false, model: 'old-1g-20' } } : x,
              ),
            },
          }
        : null;
    },
  },
  {
    name: 'one device more than the box has gangs',
    told: ['no room for the devices'],
    spoil: (p) => {
      const box = p.boxes.find((b) =>
        p.after.points.some(
          (x) =>
            x.id === b.point.id &&
            x.devices.length === 1 &&
            x.box.gangs === 1 &&
            x.devices[0]?.kind !== 'blank',
        ),
      );
      return box
        ? {
            ...p,
            after: {
              ...p.after,
              points: p.after.points.map((x) =>
                x.id === box.point.id
                  ? { ...x, devices: [...x.devices, { kind: 'switch' as const, amps: 15, grounded: true }] }
                  : x,
              ),
            },
          }
        : null;
    },
  },
];
