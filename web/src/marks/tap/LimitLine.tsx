/** A level that a chart is read against: a line across, its name at the right. Full is a rule's end, dashed is advice. */
export function LimitLine({
  from,
  to,
  y,
  label,
  advice = false,
}: {
  readonly from: number;
  readonly to: number;
  readonly y: number;
  readonly label: string;
  readonly advice?: boolean;
}) {
  return (
    <>
      <line
        x1={from}
        x2={to}
        y1={y}
        y2={y}
        stroke={advice ? 'var(--settle)' : 'var(--stop)'}
        strokeWidth={advice ? 1.2 : 1.6}
        strokeDasharray={advice ? '5 4' : undefined}
      />
      <text x={to + 6} y={y + 4} className="chart-text">
        {label}
      </text>
    </>
  );
}
