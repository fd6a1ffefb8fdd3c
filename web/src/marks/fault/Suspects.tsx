import { chance, msg, type House } from '@elwand/core';
import {
  dangerOf,
  dangerText,
  lookText,
  remedyText,
  suspectText,
  valuesText,
  type Suspected,
} from '@elwand/core/bench';
import { useSay } from '../../app/say.ts';
import type { FaultAnswer } from './fault.worker.ts';

/** Suspects that are shown; the rest is less likely than all of them. */
const SHOWN = 5;
/** Less likely than this a suspect is not told. */
const HARDLY = 0.005;

function Suspect({
  house,
  suspect,
  first,
  read,
  told,
}: {
  readonly house: House;
  readonly suspect: Suspected;
  readonly first: boolean;
  /** Has anything been read? */
  readonly read: boolean;
  /** Is its reason told by another one already? */
  readonly told: boolean;
}) {
  const say = useSay();
  const { faults, alike, because } = suspect;
  const danger = dangerOf(faults);
  return (
    <li className={danger === null ? undefined : `fault-${danger}`}>
      <div className="fault-head">
        <b className="measure">{chance(suspect.chance)}</b>
        <span className="grow">{say(suspectText(house, faults))}</span>
      </div>
      <div
        className="fault-bar"
        aria-hidden="true"
        style={{ width: `${Math.max(1, suspect.chance * 100)}%` }}
      />
      {read && because && !told && (
        <p>
          {say(
            msg('bench.because', {
              look: lookText(house, because.taken.look),
              read: valuesText(because.taken.look.what, because.taken.shown.values),
              right: valuesText(because.taken.look.what, because.right),
            }),
          )}
        </p>
      )}
      {alike.length > 0 && (
        <details>
          <summary>{say(msg('screen.fault.alike', { count: alike.length }))}</summary>
          <ul>
            {alike.map((f, i) => (
              <li key={i}>{say(suspectText(house, f))}</li>
            ))}
          </ul>
        </details>
      )}
      {danger !== null && (
        <details open={first && read}>
          <summary>{say(dangerText(danger))}</summary>
          {faults.map((f, i) => (
            <p key={i}>{say(remedyText(f))}</p>
          ))}
        </details>
      )}
    </li>
  );
}

/** What may be wrong, the likeliest first. */
export function Suspects({
  house,
  answer,
  busy,
}: {
  readonly house: House;
  readonly answer: FaultAnswer;
  readonly busy: boolean;
}) {
  const say = useSay();
  const { suspects, callNow, unexplained } = answer.diagnosis;
  const read = answer.taken.length > 0;
  const shown = suspects.filter((s, i) => i === 0 || s.chance >= HARDLY).slice(0, SHOWN);
  return (
    <section aria-label={say(msg('screen.fault.suspects'))} aria-busy={busy} className="stack">
      {callNow && (
        <p className="fault-call" role="alert">
          {say(msg('bench.call-now'))}
        </p>
      )}
      <h3>{say(msg(read ? 'screen.fault.suspects' : 'screen.fault.suspects-before'))}</h3>
      {read && unexplained && (
        <p className="step-caution" role="alert">
          {say(msg('screen.fault.unexplained'))}
        </p>
      )}
      <ol className="fault-list">
        {shown.map((s, i) => (
          <Suspect
            key={JSON.stringify(s.faults)}
            house={house}
            suspect={s}
            first={i === 0}
            read={read}
            told={shown.slice(0, i).some((o) => o.because?.taken.look.key === s.because?.taken.look.key)}
          />
        ))}
      </ol>
      {suspects.length > shown.length && (
        <p className="quiet">{say(msg('screen.fault.more', { count: suspects.length - shown.length }))}</p>
      )}
      <p className="muted">{say(msg('screen.fault.how-sure'))}</p>
    </section>
  );
}
