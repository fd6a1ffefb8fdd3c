import { msg } from '@elwand/core';
import { wireText, type SeenBox } from '@elwand/core/reading';
import { useSay } from '../app/say.ts';
import { seatText } from '../marks/read/seat-text.ts';
import { starting } from '../marks/read/starting.ts';

/** The same as the picture of an open box: each wire and where it ends, each pigtail. */
export function BoxInWords({ box }: { readonly box: SeenBox }) {
  const say = useSay();
  return (
    <details>
      <summary>{say(msg('screen.practice.in-words'))}</summary>
      <ul>
        {box.cables.flatMap((c, cable) =>
          c.wires.map((w, wire) => (
            <li key={`${cable} ${wire}`}>
              {say(
                msg('screen.practice.wire-ends', {
                  wire: starting(wireText(box, { cable, wire })),
                  end: seatText(box, w.seat),
                }),
              )}
            </li>
          )),
        )}
        {box.pigtails.map((p, i) => (
          <li key={`p${i}`}>
            {say(
              msg('screen.practice.wire-ends', {
                wire: msg('screen.practice.pigtail', { n: p.splice }),
                end: seatText(box, p.to),
              }),
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
