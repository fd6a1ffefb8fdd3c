import { msg } from '@elwand/core';
import { DRILL_KINDS, TO_NEXT_LEVEL, type DrillKind } from '@elwand/core/training';
import { Button, Popconfirm } from 'antd';
import { useCallback, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { useSay } from '../app/say.ts';
import { ToolsBar } from '../rules/ToolsBar.tsx';
import { DrillView } from './DrillView.tsx';
import { newSeed } from './new-seed.ts';
import { forgetDrills, keepDrill, keptDrill, type KeptDrill } from './practice-kept.ts';
import '../sums/sums.css';
import './practice.css';

type All = Readonly<Record<DrillKind, KeptDrill>>;
const allKept = (): All =>
  Object.fromEntries(DRILL_KINDS.map((k) => [k, keptDrill(k, newSeed())])) as Record<DrillKind, KeptDrill>;

function Line({ progress }: { readonly progress: KeptDrill['progress'] }) {
  const say = useSay();
  const { level, inARow, done } = progress;
  return (
    <span className="practice-line">
      {say(
        done === 0
          ? msg('screen.practice.never')
          : msg('screen.practice.in-a-row', { level: String(level), n: inARow, most: TO_NEXT_LEVEL }),
      )}
    </span>
  );
}

/** Drills with made-up houses, at one's own pace; how far one has come stays on the device. */
export function PracticePage() {
  const say = useSay();
  const { kind: asked } = useParams();
  const [all, setAll] = useState<All>(allKept);
  const kind = asked === undefined ? DRILL_KINDS[0] : DRILL_KINDS.find((k) => k === asked);
  const change = useCallback((of: DrillKind, to: KeptDrill) => {
    keepDrill(of, to);
    setAll((a) => ({ ...a, [of]: to }));
  }, []);
  if (!kind) return <Navigate to="/practice" replace />;
  const any = DRILL_KINDS.some((k) => all[k].progress.done > 0);
  return (
    <>
      <ToolsBar />
      <div className="sums">
        <nav className="sums-list practice-list" aria-label={say(msg('screen.practice.drills'))}>
          {DRILL_KINDS.map((k) => (
            <Link key={k} to={`/practice/${k}`} aria-current={k === kind ? 'page' : undefined}>
              {say(msg(`screen.practice.kind.${k}`))}
              <Line progress={all[k].progress} />
            </Link>
          ))}
          {any && (
            <Popconfirm
              title={say(msg('screen.practice.reset-ask'))}
              onConfirm={() => {
                forgetDrills();
                setAll(allKept());
              }}
            >
              <Button size="small" className="practice-reset">
                {say(msg('screen.practice.reset'))}
              </Button>
            </Popconfirm>
          )}
        </nav>
        <main className="practice">
          <DrillView key={kind} kind={kind} kept={all[kind]} onChange={change} />
        </main>
      </div>
    </>
  );
}
