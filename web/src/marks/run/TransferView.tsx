import type { HoleTransfer } from '@elwand/core';
import { transferSheet } from '@elwand/core/sheets';
import { DrawingView } from '../../sheets/DrawingView.tsx';
import { useWidth } from '../../workspace/use-width.ts';
import { useWork } from '../../workspace/work.ts';

/** Both sides of a hole that is found from above or below, on one measure. */
export function TransferView({ transfer }: { readonly transfer: HoleTransfer }) {
  const { evaluation } = useWork();
  const [box, width] = useWidth<HTMLDivElement>(520);
  const drawing = transferSheet(evaluation, transfer);
  return (
    <div ref={box} className="transfer-view">
      {drawing && <DrawingView drawing={drawing} width={width} mostPx={320} />}
      {drawing && <p className="quiet">{drawing.note}</p>}
    </div>
  );
}
