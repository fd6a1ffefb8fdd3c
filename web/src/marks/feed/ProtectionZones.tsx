import { feedTree, type BreakerId, type Evaluation, type Feed, type FeedNode, msg, row } from '@elwand/core';
import { hierarchy, tree } from 'd3-hierarchy';
import { useWork } from '../../workspace/work.ts';
import { useSay } from '../../app/say.ts';

const COLUMN = 108;
const ROW = 44;
const BOX = { w: 74, h: 26 };

/** Ground-fault is a frame all round, arc-fault a bar beneath: form first, so that gray tells them apart too. */
function Node({
  node,
  x,
  y,
  fresh,
}: {
  readonly node: FeedNode;
  readonly x: number;
  readonly y: number;
  readonly fresh: boolean;
}) {
  const say = useSay();
  const gf = node.groundFaultBy !== null;
  const af = node.arcFaultBy !== null;
  return (
    <g transform={`translate(${x} ${y})`}>
      {gf && (
        <rect
          x={-4}
          y={-BOX.h / 2 - 4}
          width={BOX.w + 8}
          height={BOX.h + 8}
          rx="5"
          fill="none"
          stroke="var(--action)"
          strokeWidth="2"
        />
      )}
      <rect
        x={0}
        y={-BOX.h / 2}
        width={BOX.w}
        height={BOX.h}
        rx="3"
        fill={fresh ? 'var(--new-tint)' : 'var(--sheet)'}
        stroke={fresh ? 'var(--new)' : 'var(--ink)'}
        strokeWidth={fresh ? 2.4 : 1.2}
      />
      {af && <rect x={4} y={BOX.h / 2 - 5} width={BOX.w - 8} height="3" fill="var(--ink)" />}
      <text x={BOX.w / 2} y="4" textAnchor="middle">
        {shortened(say(node.label))}
      </text>
    </g>
  );
}

/** As much of a name as the box takes. */
const shortened = (name: string): string => (name.length > 11 ? `${name.slice(0, 10)}…` : name);

const NONE: ReadonlySet<string> = new Set();

function Tree({
  feed,
  breakerId,
  title,
  fresh,
}: {
  readonly feed: Feed;
  readonly breakerId: BreakerId;
  readonly title: string;
  /** Points and cables of the plan. */
  readonly fresh: ReadonlySet<string>;
}) {
  const say = useSay();
  const root = feedTree(feed, breakerId);
  if (!root) return null;
  const laid = tree<FeedNode>().nodeSize([ROW, COLUMN])(hierarchy(root, (d) => [...d.children]));
  const nodes = laid.descendants();
  const top = Math.min(...nodes.map((n) => n.x)) - ROW / 2;
  const height = Math.max(...nodes.map((n) => n.x)) - top + ROW / 2;
  const width = Math.max(...nodes.map((n) => n.y)) + BOX.w + 12;
  const named = (kind: 'groundFaultBy' | 'arcFaultBy') =>
    nodes.filter((n) => n.data[kind] !== null).map((n) => n.data.label);
  const gf = named('groundFaultBy');
  const af = named('arcFaultBy');
  return (
    <figure className="chart">
      <figcaption>
        <b>{title}</b>{' '}
        <span className="muted">
          {say(
            msg('screen.feed.ground-fault-arc-fault', {
              gf: gf.length > 0 ? row(gf) : msg('screen.feed.nothing'),
              af: af.length > 0 ? row(af) : msg('screen.feed.nothing'),
            }),
          )}
        </span>
      </figcaption>
      <div
        style={{ overflowX: 'auto' }}
        role="group"
        tabIndex={0}
        aria-label={say(msg('screen.feed.drawn', { title }))}
      >
        <svg
          viewBox={`-6 ${top} ${width} ${height}`}
          style={{ width: `${Math.min(width, 900)}px`, maxWidth: 'none' }}
          className="zone-tree"
          role="img"
          aria-label={say(
            msg('screen.feed.ground-fault-protected-arc-fault', {
              title,
              root: root.label,
              gf: gf.length > 0 ? row(gf) : msg('screen.feed.nothing'),
              af: af.length > 0 ? row(af) : msg('screen.feed.nothing'),
            }),
          )}
        >
          {laid.links().map((l) => (
            <path
              key={l.target.data.id}
              className={`zone-cable${fresh.has(l.target.data.cable?.id ?? '') ? ' zone-new' : ''}`}
              d={`M${l.source.y + BOX.w} ${l.source.x}H${l.target.y - 16}V${l.target.x}H${l.target.y}`}
            />
          ))}
          {nodes.map((n) => (
            <Node key={n.data.id} node={n.data} x={n.y} y={n.x} fresh={fresh.has(n.data.id)} />
          ))}
        </svg>
      </div>
    </figure>
  );
}

/** What is protected by what on the circuit that the plan extends, before and with the new work. */
export function ProtectionZones() {
  const say = useSay();
  const { evaluation }: { evaluation: Evaluation } = useWork();
  const { chosen } = evaluation;
  const breaker = chosen?.option.taps[0]?.breaker;
  if (!chosen || !breaker) return null;
  return (
    <section className="stack" aria-label={say(msg('screen.feed.protection-zones'))}>
      <h3>
        {say(msg('screen.feed.what-protects-what-on-breaker', { breaker: breaker.number }))}{' '}
        <span className="muted">{say(msg('screen.feed.framed-ground-fault-bar-beneath'))}</span>
      </h3>
      <div className="zones">
        <Tree
          feed={evaluation.feed}
          breakerId={breaker.id}
          title={say(msg('screen.feed.now'))}
          fresh={NONE}
        />
        <Tree
          feed={chosen.applied.feed}
          breakerId={breaker.id}
          title={say(msg('screen.feed.with-the-new-work'))}
          fresh={chosen.applied.fresh}
        />
      </div>
    </section>
  );
}
