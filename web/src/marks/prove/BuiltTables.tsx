import { formatLength, msg, q, type BuiltRecord, type House } from '@elwand/core';
import { useSay } from '../../app/say.ts';

/** What was built, as the record keeps it: cables and boxes with their fill; what was checked is folded away. */
export function BuiltTables({
  built: { cables, boxes, checks },
  house,
}: {
  readonly built: BuiltRecord;
  readonly house: House;
}) {
  const say = useSay();
  return (
    <>
      {cables.length > 0 && (
        <section aria-label={say(msg('screen.prove.built-cables'))}>
          <h3>{say(msg('screen.prove.built-cables'))}</h3>
          <ul className="built">
            {cables.map((c) => (
              <li key={`${c.from}-${c.to}`}>
                {say(
                  msg('screen.prove.built-cable', {
                    from: c.from,
                    to: c.to,
                    cable: `${c.method} ${c.gauge ?? ''}-${c.conductors}`,
                  }),
                )}
                {c.lengthMm !== null && `, ${formatLength(c.lengthMm, house.units)}`}
              </li>
            ))}
          </ul>
        </section>
      )}
      {boxes.length > 0 && (
        <section aria-label={say(msg('screen.prove.built-boxes'))}>
          <h3>{say(msg('screen.prove.built-boxes'))}</h3>
          <div style={{ overflowX: 'auto' }}>
            <table className="plain-table">
              <thead>
                <tr>
                  <th>{say(msg('screen.prove.built-box'))}</th>
                  <th>{say(msg('screen.prove.built-place'))}</th>
                  <th>{say(msg('screen.prove.built-holds'))}</th>
                  <th>{say(msg('screen.prove.built-fill'))}</th>
                </tr>
              </thead>
              <tbody>
                {boxes.map((b) => (
                  <tr key={b.label}>
                    <th scope="row">{b.label}</th>
                    <td>
                      {b.place}
                      <div className="quiet">{b.box}</div>
                    </td>
                    <td>{b.devices.join('; ')}</td>
                    <td>
                      {b.neededCubicInches !== null &&
                        say(
                          msg('screen.prove.built-fill-of', {
                            needed: q.volume(b.neededCubicInches),
                            known: b.availableCubicInches === null ? 'no' : 'yes',
                            available: q.volume(b.availableCubicInches ?? 0),
                          }),
                        )}
                      <div className="quiet">{b.sums}</div>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      )}
      {checks.length > 0 && (
        <details>
          <summary>{say(msg('screen.prove.built-checks', { count: checks.length }))}</summary>
          <ul className="built">
            {checks.map((c) => (
              <li key={`${c.rule}:${c.says}`}>
                {c.says} <span className="quiet">{c.source}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
