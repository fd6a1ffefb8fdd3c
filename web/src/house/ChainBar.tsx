import {
  BreakerId,
  chained,
  GAUGES,
  allOf,
  msg,
  type CableType,
  type Evaluation,
  type Gauge,
  type Point,
} from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { useSay } from '../app/say.ts';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import type { SetHouse } from '../state/edit.ts';
import { sourcesFor } from './feed-edits.ts';
import { TYPES } from './words.ts';

/**
 * Boxes that nothing feeds yet, or those that were marked, onto one breaker in one go: as cable usually runs, all of it marked as
 * assumed until somebody looks.
 */
export function ChainBar({
  evaluation,
  marked,
  onHouse,
}: {
  readonly evaluation: Evaluation;
  readonly marked: readonly Point[];
  readonly onHouse: SetHouse;
}) {
  const say = useSay();
  const { house } = evaluation.bundle;
  const breakers = house.panels.flatMap((p) => p.breakers);
  const sources = sourcesFor(house, null).filter((s) => s.value.startsWith('b:'));
  const [breaker, setBreaker] = useState('');
  const [gauge, setGauge] = useState<Gauge | ''>('');
  const [type, setType] = useState<CableType>('NM-B');
  const unfed = new Set(evaluation.feed.unfed);
  const free = house.points.filter((p) => unfed.has(p.id));
  const meant = marked.length > 0 ? marked.filter((p) => unfed.has(p.id)) : free;
  const chosen = breakers.find((b) => b.id === breaker) ?? (breakers.length === 1 ? breakers[0] : undefined);
  if (free.length === 0 && marked.length === 0) return null;
  const names = allOf(meant.map((p) => p.label));
  return (
    <section className="chain-bar stack" aria-label={say(msg('screen.points.what-feeds-them'))}>
      <p>
        {meant.length === 0
          ? say(msg('screen.points.all-marked-are-fed'))
          : say(msg('screen.points.nothing-feeds', { names }))}
      </p>
      {meant.length > 0 && breakers.length === 0 && <p>{say(msg('screen.points.breaker-first'))}</p>}
      {meant.length > 0 && breakers.length > 0 && (
        <div className="row fields">
          <Choice
            label={say(msg('screen.points.all-on'))}
            value={chosen ? `b:${chosen.id}` : ''}
            width={220}
            options={[
              ...(chosen ? [] : [{ value: '', label: say(msg('screen.points.choose-a-breaker')) }]),
              ...sources,
            ]}
            onChange={(v) => setBreaker(v.slice(2))}
          />
          <Choice
            label={say(msg('screen.points.size-of-all'))}
            value={gauge}
            width={110}
            options={[
              { value: '', label: say(msg('screen.points.not-read')) },
              ...GAUGES.map((g) => ({ value: g, label: `${g} AWG` })),
            ]}
            onChange={setGauge}
          />
          <Choice
            label={say(msg('screen.points.kind-of-all'))}
            value={type}
            width={170}
            options={TYPES}
            onChange={setType}
          />
          <Button
            type="primary"
            disabled={!chosen}
            onClick={() =>
              chosen &&
              onHouse(
                (h) =>
                  chained(
                    h,
                    BreakerId.parse(chosen.id),
                    meant.map((p) => p.id),
                    { type, gauge: gauge === '' ? null : gauge },
                    () => freshId('c'),
                  ).house,
              )
            }
          >
            {say(msg('screen.points.chain-them', { count: meant.length }))}
          </Button>
        </div>
      )}
      <p className="quiet">{say(msg('screen.points.chain-about'))}</p>
    </section>
  );
}
