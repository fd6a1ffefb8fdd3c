import type { House } from '@elwand/core';
import { useState } from 'react';

/** Of the house, what no plan depends on: when people work, and which tools are there. */
const BESIDE_PLANS: ReadonlySet<keyof House> = new Set<keyof House>(['calendar', 'ownTools']);

const plansAlike = (a: House, b: House): boolean =>
  ([...new Set([...Object.keys(a), ...Object.keys(b)])] as (keyof House)[]).every(
    (k) => BESIDE_PLANS.has(k) || a[k] === b[k],
  );

/** The house as jobs were planned on it last: another one only when something has changed that a plan depends on. */
export function usePlannedHouse(house: House): House {
  const [planned, setPlanned] = useState(house);
  const other = planned !== house && !plansAlike(planned, house);
  if (other) setPlanned(house);
  return other ? house : planned;
}
