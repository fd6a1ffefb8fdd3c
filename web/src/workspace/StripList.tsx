import { formatLength, type Evaluation, msg } from '@elwand/core';
import { useSay } from '../app/say.ts';

/** The strip as a list, for reading instead of looking. */
export function StripList({
  evaluation,
  roomId,
}: {
  readonly evaluation: Evaluation;
  readonly roomId: string;
}) {
  const say = useSay();
  const { house, job } = evaluation.bundle;
  const L = (mm: number) => formatLength(mm, house.units, 'inches');
  const rows = [...house.points, ...job.wants].filter((p) => evaluation.plan.roomOf(p.at)?.id === roomId);
  return (
    <table className="plain-table">
      <caption className="visually-hidden">{say(msg('screen.workspace.points-of-this-room'))}</caption>
      <thead>
        <tr>
          <th>{say(msg('screen.workspace.point'))}</th>
          <th>{say(msg('screen.workspace.wall'))}</th>
          <th>{say(msg('screen.workspace.from-left-corner'))}</th>
          <th>{say(msg('screen.workspace.up'))}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((p) => (
          <tr key={p.id}>
            <td>{say(msg('screen.strip.point', { label: p.label, kind: msg(`names.point.${p.kind}`) }))}</td>
            <td>
              {p.at.on === 'wall'
                ? evaluation.plan.lines.get(p.at.wallId)?.wall.name
                : say(msg(`names.where.${p.at.on}`))}
            </td>
            <td className="measure">{p.at.on === 'wall' ? L(p.at.xMm) : ''}</td>
            <td className="measure">{p.at.on === 'wall' ? L(p.at.heightMm) : ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
