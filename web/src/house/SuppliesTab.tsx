import { useHouse } from './house-context.ts';
import { OnHand } from './supplies/OnHand.tsx';
import { PriceList } from './supplies/PriceList.tsx';
import { Trip } from './supplies/Trip.tsx';
import './supplies/supplies.css';

/** What is at hand, what things cost, and one shopping trip for several jobs. */
export function SuppliesTab() {
  const { house, edits } = useHouse();
  return (
    <div className="stack">
      <Trip house={house} onHouse={edits.house} />
      <OnHand house={house} onHouse={edits.house} />
      <PriceList house={house} onHouse={edits.house} />
    </div>
  );
}
