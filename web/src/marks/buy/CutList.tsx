import { apart, formatLength, msg, q, type Bill, type House } from '@elwand/core';
import { useSay } from '../../app/say.ts';

/** What is cut from which roll, or from which piece at hand. */
export function CutList({ cuts, units }: { readonly cuts: Bill['cuts']; readonly units: House['units'] }) {
  const say = useSay();
  return (
    <section aria-label={say(msg('screen.buy.cut-list'))}>
      <h3>{say(msg('screen.buy.cut-list'))}</h3>
      {cuts.map((c, i) => (
        <p key={i}>
          {say(
            msg('screen.buy.cut', {
              roll: c.roll.name,
              pieces: apart(
                c.pieces.map((p) => msg('screen.buy.piece', { label: p.label, length: q.cable(p.lengthMm) })),
              ),
            }),
          )}{' '}
          <span className="muted">
            {say(msg('screen.buy.left-over', { left: formatLength(c.leftMm, units) }))}
          </span>
        </p>
      ))}
    </section>
  );
}
