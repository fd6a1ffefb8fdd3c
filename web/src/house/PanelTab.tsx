import { PanelEditor } from './PanelEditor.tsx';
import { useHouse } from './house-context.ts';

export function PanelTab() {
  const { evaluation, edits } = useHouse();
  return <PanelEditor evaluation={evaluation} onHouse={edits.house} />;
}
