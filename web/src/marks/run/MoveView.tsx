import type { Move } from '@elwand/core';
import { joistSheet, moveSheet } from '@elwand/core/sheets';
import { DrawingView } from '../../sheets/DrawingView.tsx';
import { useWidth } from '../../workspace/use-width.ts';
import { useWork } from '../../workspace/work.ts';

const MOST_PX = 170;

/** What one stands before for one piece of work: the wall or the joists, the hole and its dimensions. */
export function MoveView({ move }: { readonly move: Move }) {
  const { evaluation } = useWork();
  const [box, width] = useWidth<HTMLDivElement>(420);
  const drawing = moveSheet(evaluation, move) ?? joistSheet(evaluation, move);
  return (
    <div ref={box} className="move-picture">
      {drawing && <DrawingView drawing={drawing} width={width} mostPx={MOST_PX} />}
    </div>
  );
}
