import { useState } from 'react';
import { PointsEditor } from './PointsEditor.tsx';
import { useHouse } from './house-context.ts';

export function PointsTab() {
  const { evaluation, edits } = useHouse();
  const [selected, setSelected] = useState<string | null>(null);
  return (
    <PointsEditor
      evaluation={evaluation}
      roomId={null}
      selected={selected}
      onSelect={setSelected}
      onHouse={edits.house}
    />
  );
}
