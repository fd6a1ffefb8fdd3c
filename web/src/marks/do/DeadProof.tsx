import { deadState, ItemId, type DeadChain, type Reading, type Test, msg } from '@elwand/core';
import { Button } from 'antd';
import { useEffect, useRef } from 'react';
import { freshId } from '../../parts/ids.ts';
import { Keypad } from './Keypad.tsx';
import { useSay } from '../../app/say.ts';

export interface DeadProofProps {
  readonly chain: DeadChain;
  /** The chain's letter: its readings have codes with it on the printed sheet. */
  readonly letter: string;
  readonly readings: readonly Reading[];
  readonly planKey: string;
  readonly onReading: (reading: Reading) => void;
  /** Takes the chain's readings back, to prove it again after a pause. */
  readonly onAgain: () => void;
}

const newest = (readings: readonly Reading[], key: string): Reading | undefined =>
  readings.filter((r) => r.testKey === key).at(-1);

const reading = (test: Test, says: string, text: string, value: number | null, planKey: string): Reading => ({
  id: ItemId.parse(freshId('rd')),
  testKey: test.key,
  says,
  text,
  value,
  takenAt: new Date().toISOString(),
  planKey,
});

const linkState = (done: boolean, now: boolean): string => (now ? 'now' : done ? 'done' : 'later');

/** Proving a box dead as a chain: dead is only proved after the last known-live reading, and one live pair stops everything. */
export function DeadProof({ chain, letter, readings, planKey, onReading, onAgain }: DeadProofProps) {
  const say = useSay();
  const { state, next } = deadState(chain, readings);
  const row = useRef<HTMLDivElement>(null);
  useEffect(() => {
    row.current?.querySelector('[data-state="now"]')?.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, [next?.key]);
  return (
    <section className="stack" aria-label={say(msg('screen.do.test-dead', { point: chain.label }))}>
      <div className="dead-chain" ref={row}>
        {chain.links.map(({ test }, i) => {
          const r = newest(readings, test.key);
          const now = next?.key === test.key && state !== 'live';
          return (
            <div key={test.key} className="dead-link" data-state={linkState(r !== undefined && !now, now)}>
              {test.expect && <span className="quiet measure">{`${letter}${i + 1} `}</span>}
              {say(test.says)}
              <b>{r ? (test.expect ? `${r.text}${/^[\d.]+$/.test(r.text) ? ' V' : ''}` : '✓') : ''}</b>
            </div>
          );
        })}
      </div>
      {state === 'live' && (
        <div className="dead-live" role="alert">
          {say(msg('screen.do.it-is-live', { where: next?.says ?? '' }))}
        </div>
      )}
      {state === 'void' && (
        <p className="step-caution" role="alert">
          {say(msg('screen.do.the-meter-does-not-show'))}
        </p>
      )}
      {state === 'proved' && (
        <p role="status">
          <b>{say(msg('screen.do.tests-dead', { point: chain.label }))}</b>{' '}
          {say(msg('screen.do.test-it-again-after-a'))}
        </p>
      )}
      {state === 'open' && next && (
        <>
          <h3>{say(next.says)}</h3>
          {next.expect ? (
            <Keypad
              key={next.key}
              test={next}
              onRecord={(text, value) => onReading(reading(next, say(next.says), text, value, planKey))}
            />
          ) : (
            <Button
              type="primary"
              className="big-button"
              onClick={() => onReading(reading(next, say(next.says), 'off', 0, planKey))}
            >
              {say(msg('screen.do.the-breaker-is-off-and'))}
            </Button>
          )}
          {next.expect?.lowVolts === 0 && (
            <Button
              danger
              className="big-button"
              onClick={() => onReading(reading(next, say(next.says), 'live', null, planKey))}
            >
              {say(msg('screen.do.it-is-live-2'))}
            </Button>
          )}
          {next.expect && next.expect.lowVolts > 0 && newest(readings, next.key) && (
            <p className="field-error" role="alert">
              {say(
                msg('screen.do.that-does-not-look-live', { reading: newest(readings, next.key)?.text ?? '' }),
              )}
            </p>
          )}
        </>
      )}
      {state !== 'open' && <Button onClick={onAgain}>{say(msg('screen.do.start-the-test-over'))}</Button>}
    </section>
  );
}
