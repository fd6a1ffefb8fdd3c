import type { House } from '@elwand/core';
import { History } from '../parts/History.tsx';
import { useHouse } from './house-context.ts';

/** Every saved version of the house; any can be brought back as the newest one. */
export function HistoryTab() {
  const { house, edits } = useHouse();
  return (
    <History kind="houses" id={house.id} document={house} onRestore={(old) => edits.house(old as House)} />
  );
}
