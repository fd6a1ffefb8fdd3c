import {
  isBulky,
  boxModel,
  cubicInches,
  endText,
  partName,
  surveyBox,
  type BoxWiring,
  msg,
  type Text,
  allOf,
  apart,
} from '@elwand/core';
import { Button } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { useWork } from '../../workspace/work.ts';
import { NoPlan } from '../NoPlan.tsx';
import { BoxDiagram } from './BoxDiagram.tsx';
import '../marks.css';
import { useSay } from '../../app/say.ts';

const BenchDrawer = lazy(() => import('../bench/BenchDrawer.tsx').then((m) => ({ default: m.BenchDrawer })));

/** What crowds a box without counting in the code's figure: connectors, pigtails, deep devices. */
function crowding(box: BoxWiring): Text {
  const pigtails = box.after.splices.flatMap((j) => j.members).filter((m) => m.kind === 'pigtail').length;
  const bulky = box.point.devices.filter(isBulky).length;
  const parts = [
    box.after.splices.length > 0 ? msg('screen.wire.connectors', { count: box.after.splices.length }) : '',
    pigtails > 0 ? msg('screen.wire.pigtails', { pigtails }) : '',
    bulky > 0 ? msg('screen.wire.deep-devices', { bulky }) : '',
  ].filter((part) => part !== '');
  return parts.length === 0
    ? msg('screen.wire.nothing-else-crowds-it')
    : msg('screen.wire.dont-count-toward-fill-but', { parts: allOf(parts) });
}

/** What takes the room in a box, as one bar against what is there. */
function FillGauge({ box }: { readonly box: BoxWiring }) {
  const say = useSay();
  const { evaluation } = useWork();
  const feed = evaluation.chosen?.applied.feed.boxes.get(box.point.id);
  if (!feed) return null;
  const survey = surveyBox(feed);
  const fill = evaluation.pack.fill(survey.contents);
  const have = survey.volume?.cubicInches ?? null;
  const most = Math.max(fill.cubicInches, have ?? 0) * 1.06;
  return (
    <figure className="chart">
      <figcaption className="row">
        <h3>{say(msg('screen.wire.box-fill'))}</h3>
        <span className="measure">
          {say(
            have === null
              ? msg('screen.wire.needed-volume-not-known', { need: cubicInches(fill.cubicInches) })
              : msg('screen.wire.needed', { need: cubicInches(fill.cubicInches), have: cubicInches(have) }),
          )}
        </span>
        <span className="quiet">{say(boxModel(box.point.box.model)?.name ?? '')}</span>
      </figcaption>
      <svg
        viewBox="0 0 600 46"
        role="img"
        aria-label={fill.items.map((i) => `${say(i.what)} ${i.cubicInches}`).join(', ')}
      >
        {fill.items.map((item, i) => {
          const before = fill.items.slice(0, i).reduce((s, x) => s + x.cubicInches, 0);
          const x = (before / most) * 600;
          const w = (item.cubicInches / most) * 600;
          return (
            <g key={say(item.what)}>
              <rect x={x} y="4" width={w} height="20" fill="var(--boxwood-tint)" stroke="var(--ink)" />
              <text x={x + w / 2} y="18" textAnchor="middle" className="wire-text">
                {item.cubicInches.toFixed(2)}
              </text>
            </g>
          );
        })}
        {have !== null && (
          <g>
            <line
              x1={(have / most) * 600}
              x2={(have / most) * 600}
              y1="0"
              y2="30"
              stroke="var(--ink)"
              strokeWidth="3"
            />
            <text x={Math.min((have / most) * 600, 560)} y="43" textAnchor="middle" className="wire-text">
              {say(msg('screen.wire.box-ends', { have }))}
            </text>
          </g>
        )}
      </svg>
      <p className="muted">{say(crowding(box))}</p>
      <p className="muted">
        {fill.items.map((i) => `${say(i.what)} ${i.cubicInches.toFixed(2)}`).join(' · ')}
      </p>
    </figure>
  );
}

/** Mark 6: what goes to what, a box at a time, in the order in which power reaches them. */
export function WireMark() {
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const [chosenBox, setChosenBox] = useState<string | null>(null);
  const [onBench, setOnBench] = useState(false);
  const { chosen } = evaluation;
  const boxes = chosen?.boxes ?? [];
  const box = boxes.find((b) => b.point.id === chosenBox) ?? boxes[0];
  if (!chosen || !box) return <NoPlan />;
  return (
    <div className="section stack">
      <div className="row">
        <h2>{say(msg('screen.wire.boxes-that-are-touched'))}</h2>
        <span className="muted grow">{say(msg('screen.wire.in-the-order-in-which'))}</span>
        <Button onClick={() => setOnBench(true)}>{say(msg('screen.bench.open'))}</Button>
      </div>
      {onBench && (
        <Suspense fallback={null}>
          <BenchDrawer first={box.point.id} onClose={() => setOnBench(false)} />
        </Suspense>
      )}
      <div className="chain" role="group" aria-label={say(msg('screen.wire.boxes'))}>
        {boxes.map((b, i) => (
          <span key={b.point.id} style={{ display: 'contents' }}>
            {i > 0 && <span className={`chain-link${b.isNew ? ' chain-link-new' : ''}`} />}
            <button
              type="button"
              className={b.isNew ? 'chain-new' : undefined}
              aria-pressed={b.point.id === box.point.id}
              onClick={() => setChosenBox(b.point.id)}
            >
              <b>{b.point.label}</b>
              <br />
              <span className="quiet">
                {b.after.splices.length === 0
                  ? say(msg('screen.wire.no-splices'))
                  : say(msg('screen.wire.splices', { count: b.after.splices.length }))}
              </span>
            </button>
          </span>
        ))}
      </div>
      <div className="wire-pair">
        {box.before && (
          <section className="wire-card" aria-label={say(msg('screen.wire.before'))}>
            <h3>{say(msg('screen.wire.before-2', { point: box.point.label }))}</h3>
            <BoxDiagram
              box={box}
              when="before"
              title={say(msg('screen.wire.before-2', { point: box.point.label }))}
            />
          </section>
        )}
        <section className="wire-card" aria-label={say(msg('screen.wire.after'))}>
          <h3>
            {say(msg('screen.wire.after-2', { point: box.point.label }))}{' '}
            <span className="muted">
              {bundle.job.preferences.passPower === 'pigtails'
                ? say(msg('screen.wire.with-pigtails'))
                : say(msg('screen.wire.through-the-device'))}
            </span>
          </h3>
          <BoxDiagram
            box={box}
            when="after"
            title={say(msg('screen.wire.after-2', { point: box.point.label }))}
          />
        </section>
      </div>
      <FillGauge box={box} />
      <section aria-label={say(msg('screen.wire.splices-2'))}>
        <h3>
          {box.after.splices.length === 0
            ? say(msg('screen.wire.no-splices-every-conductor-goes'))
            : say(msg('screen.wire.make-splices', { count: box.after.splices.length }))}
        </h3>
        <ol className="joins">
          {box.after.splices.map((j) => (
            <li key={j.n}>
              <span className="move-n measure">{j.n}</span>
              <div>
                <b>{say(j.says)}</b>
                <p className="muted">{say(apart([partName(j.connector), j.strip]))}</p>
              </div>
            </li>
          ))}
          {box.after.terminations.map((t, i) => (
            <li key={`t${i}`}>
              <span className="move-n measure">→</span>
              <div>
                <b>
                  {say(
                    msg(t.conductor.remark ? 'screen.wire.to-reidentified' : 'screen.wire.to', {
                      color: msg(`names.color.${t.conductor.color}`),
                      end: endText(t.screw, t.device, box.point),
                    }),
                  )}
                </b>{' '}
                <span className="muted">
                  {say(
                    msg('screen.wire.from', {
                      where: box.cables.find((c) => c.cable.id === t.conductor.cableId)?.to ?? '',
                    }),
                  )}
                </span>
              </div>
            </li>
          ))}
          {box.after.caps.map((c, i) => (
            <li key={`c${i}`}>
              <span className="move-n measure">✕</span>
              <div>
                <b>{say(msg('screen.wire.cap-2', { says: c.says }))}</b>
                <p className="muted">{say(msg('screen.wire.on-its-end', { part: partName(c.connector) }))}</p>
              </div>
            </li>
          ))}
        </ol>
        {box.notes.map((n) => (
          <p key={say(n)} className="muted">
            {say(n)}
          </p>
        ))}
      </section>
    </div>
  );
}
