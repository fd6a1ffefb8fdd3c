import { msg, sourceLine, type Text } from '@elwand/core';
import {
  cableText,
  colorText,
  contradictionText,
  deviceText,
  howText,
  wrongText,
  type Agreed,
  type SeenBox,
  type Wrong,
} from '@elwand/core/reading';
import { useSay } from '../../app/say.ts';
import { starting } from './starting.ts';
import type { BoxAnswer } from './read.worker.ts';

function Line<T extends string>({
  what,
  of,
  name,
  inner,
}: {
  readonly what?: Text;
  readonly of: Agreed<T>;
  readonly name: (is: T) => Text;
  readonly inner?: boolean;
}) {
  const say = useSay();
  return (
    <li className={inner ? 'read-inner' : undefined}>
      <span>
        {what !== undefined && <>{say(starting(what))}: </>}
        <span className={of.how === 'certain' ? 'read-certain' : undefined}>
          {say(what === undefined ? starting(name(of.is)) : name(of.is))}
        </span>
      </span>
      <span className="quiet">{say(howText(of, name))}</span>
    </li>
  );
}

/** What is certain, likely or open in the box, wire by wire. */
export function Told({ box, answer }: { readonly box: SeenBox; readonly answer: BoxAnswer }) {
  const say = useSay();
  const { told } = answer;
  if (!told) return null;
  return (
    <section className="read-part" aria-label={say(msg('screen.read.told'))}>
      <h3>{say(msg('screen.read.told'))}</h3>
      <ul className="read-told">
        <Line of={told.place} name={(p) => msg(`reading.place.${p}`)} />
        <Line of={told.circuits} name={(c) => msg(`reading.circuits.${c}`)} />
        {told.devices.map((d, i) => (
          <Line key={i} what={deviceText(box, i)} of={d} name={(g) => msg(`reading.gets.${g}`)} />
        ))}
        {told.line.map((l, i) =>
          l.is === 'no' ? null : (
            <Line key={`l${i}`} what={deviceText(box, i)} of={l} name={(x) => msg(`reading.line.${x}`)} />
          ),
        )}
        {told.cables.map((c, i) => [
          <Line key={`c${i}`} what={cableText(box, i)} of={c} name={(d) => msg(`reading.does.${d}`)} />,
          ...told.wires
            .filter((w) => w.at.cable === i)
            .map((w) => (
              <Line
                key={`w${i}-${w.at.wire}`}
                inner
                what={colorText(box, w.at)}
                of={w}
                name={(r) => msg(`reading.role.${r}`)}
              />
            )),
        ])}
      </ul>
      <p className="muted">{say(msg('screen.read.how-sure', { count: answer.left }))}</p>
    </section>
  );
}

const CLASS: Readonly<Record<Wrong['weight'], string | undefined>> = {
  stop: 'read-stop',
  fix: 'read-fix',
  know: undefined,
};

/** What is wrong in the box already, and where the survey says otherwise. */
export function WrongList({ box, answer }: { readonly box: SeenBox; readonly answer: BoxAnswer }) {
  const say = useSay();
  if (answer.wrong.length + answer.against.length === 0) return null;
  return (
    <section className="read-part" aria-label={say(msg('screen.read.wrong'))}>
      <h3>{say(msg('screen.read.wrong'))}</h3>
      <ul className="read-wrong">
        {answer.wrong.map((w, i) => (
          <li key={i} className={CLASS[w.weight]}>
            <b>{say(msg(`screen.read.weight.${w.weight}`))}</b> {say(wrongText(box, w))}
            <br />
            <span className="quiet">
              {w.how === 'likely' && <>{say(msg('reading.how.likely'))} · </>}
              {say(sourceLine(w.source))}
            </span>
          </li>
        ))}
        {answer.against.map((c) => (
          <li key={c.cable.id} className="read-fix">
            <b>{say(msg('screen.read.weight.survey'))}</b> {say(contradictionText(box, c))}
          </li>
        ))}
      </ul>
    </section>
  );
}
