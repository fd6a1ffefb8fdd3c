import { formatLength, type Evaluation } from '@elwand/core';

/** The strip as a list, for reading instead of looking. */
export function StripList({
  evaluation,
  roomId,
}: {
  readonly evaluation: Evaluation;
  readonly roomId: string;
}) {
  const { house, job } = evaluation.bundle;
  const L = (mm: number) => formatLength(mm, house.units, 'inches');
  const rows = [...house.points, ...job.wants].filter((p) => evaluation.plan.roomOf(p.at)?.id === roomId);
  return (
    <table className="plain-table">
      <caption className="visually-hidden">Points of this room</caption>
      <thead>
        <tr>
          <th>Point</th>
          <th>Wall</th>
          <th>From left corner</th>
          <th>Up</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((p) => (
          <tr key={p.id}>
            <td>
              {p.label}, {p.kind}
            </td>
            <td>{p.at.on === 'wall' ? evaluation.plan.lines.get(p.at.wallId)?.wall.name : p.at.on}</td>
            <td className="measure">{p.at.on === 'wall' ? L(p.at.xMm) : ''}</td>
            <td className="measure">{p.at.on === 'wall' ? L(p.at.heightMm) : ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
