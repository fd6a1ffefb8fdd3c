import { msg, type Text } from '@elwand/core';
import {
  askText,
  deviceText,
  isEntered,
  seenScrews,
  wireText,
  type Ask,
  type BoxAsk,
  type BoxReading,
  type SeenBox,
  type WireAt,
} from '@elwand/core/reading';
import { Button } from 'antd';
import { useState } from 'react';
import { useSay } from '../../app/say.ts';
import { Choice } from '../../parts/Choice.tsx';
import type { BoxAnswer } from './read.worker.ts';
import { addReading, removeReading } from './read-edits.ts';

interface Editing {
  readonly box: SeenBox;
  readonly onChange: (box: SeenBox) => void;
}

const taken = (ask: BoxAsk, shows: boolean): BoxReading => ({ ...ask, shows });

/** What a reading may show: live or dead, else yes or no. */
const showsText = (what: BoxAsk['what'], shows: boolean): Text =>
  what === 'live'
    ? msg(shows ? 'screen.read.live' : 'screen.read.dead')
    : msg(shows ? 'screen.read.yes' : 'screen.read.no');

function Answers({ ask, onAnswer }: { readonly ask: BoxAsk; readonly onAnswer: (shows: boolean) => void }) {
  const say = useSay();
  return (
    <div className="asking-answers">
      {[true, false].map((shows) => (
        <Button key={String(shows)} size="large" onClick={() => onAnswer(shows)}>
          {say(showsText(ask.what, shows))}
        </Button>
      ))}
    </div>
  );
}

/** The one look or reading that settles most. */
export function Next({
  box,
  answer,
  busy,
  onChange,
}: Editing & { readonly answer: BoxAnswer; readonly busy: boolean }) {
  const say = useSay();
  const { cannot, next } = answer;
  const ask: Ask | null =
    cannot?.why === 'look-first' ? { what: 'look', at: cannot.at } : (next?.ask ?? null);
  const bare = cannot ? -1 : box.devices.findIndex((d, i) => seenScrews(d).length > 0 && !isEntered(box, i));
  return (
    <section className="asking" aria-live="polite" aria-busy={busy}>
      <h3>{say(msg('screen.read.next'))}</h3>
      {cannot?.why === 'look-first' && <p>{say(msg('screen.read.look-first', { count: cannot.unseen }))}</p>}
      {cannot?.why === 'empty' && <p>{say(msg('screen.read.begin'))}</p>}
      {cannot?.why === 'nothing-agrees' && <p role="alert">{say(msg('reading.cannot.nothing-agrees'))}</p>}
      {bare >= 0 && <p>{say(msg('screen.read.enter-device', { device: deviceText(box, bare) }))}</p>}
      {ask ? <p>{say(askText(box, ask))}</p> : answer.told && <p>{say(msg('screen.read.nothing-more'))}</p>}
      {ask && ask.what !== 'look' && !busy && (
        <Answers ask={ask} onAnswer={(shows) => onChange(addReading(box, taken(ask, shows)))} />
      )}
      {busy && <p className="quiet">{say(msg('screen.read.reckoning'))}</p>}
    </section>
  );
}

type Kind = 'live-on' | 'live-off' | 'apart-on' | 'apart-off' | 'follows' | 'joined';
const KINDS: readonly { readonly value: Kind; readonly label: Text }[] = (
  ['live-on', 'live-off', 'apart-on', 'apart-off', 'follows', 'joined'] as const
).map((value) => ({ value, label: msg(`screen.read.kind.${value}`) }));
const askOf = (kind: Kind, at: WireAt): BoxAsk => {
  if (kind === 'follows' || kind === 'joined') return { what: kind, at };
  return { what: 'live', at, breaker: kind.endsWith('off') ? 'off' : 'on', apart: kind.startsWith('apart') };
};

/** Readings that were taken, and a form for any other. */
export function Readings({ box, onChange }: Editing) {
  const say = useSay();
  const [kind, setKind] = useState<Kind>('live-on');
  const [wire, setWire] = useState('0 0');
  const wires = box.cables.flatMap((c, cable) =>
    c.wires.map((_, i) => ({ value: `${cable} ${i}`, label: wireText(box, { cable, wire: i }) })),
  );
  const [cable = 0, nth = 0] = (wires.some((w) => w.value === wire) ? wire : '0 0').split(' ').map(Number);
  const ask = askOf(kind, { cable, wire: nth });
  return (
    <details className="read-part" open={box.readings.length > 0}>
      <summary>{say(msg('screen.read.readings', { count: box.readings.length }))}</summary>
      <ul className="read-told">
        {box.readings.map((r, i) => (
          <li key={i}>
            <span className="grow">{say(askText(box, r))}</span>
            <b>{say(showsText(r.what, r.shows))}</b>
            <Button
              size="small"
              aria-label={say(msg('screen.read.remove-reading', { n: i + 1 }))}
              onClick={() => onChange(removeReading(box, i))}
            >
              ✕
            </Button>
          </li>
        ))}
      </ul>
      {wires.length > 0 && (
        <>
          <div className="row fields">
            <Choice
              label={say(msg('screen.read.another'))}
              value={kind}
              width={260}
              options={KINDS}
              onChange={setKind}
            />
            <Choice
              label={say(msg('screen.read.wire'))}
              value={`${cable} ${nth}`}
              width={190}
              options={wires}
              onChange={setWire}
            />
          </div>
          <Answers ask={ask} onAnswer={(shows) => onChange(addReading(box, taken(ask, shows)))} />
        </>
      )}
    </details>
  );
}
