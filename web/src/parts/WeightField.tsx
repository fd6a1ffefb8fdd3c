import { msg, pounds, type UnitSystem } from '@elwand/core';
import { NumberField } from './NumberField.tsx';
import { useSay } from '../app/say.ts';

const MOST_KG = 500;

/** What a light or fan weighs, in the unit of the house: pounds beside feet and inches. It is kept in kg; empty where nobody has said. */
export function WeightField({
  kg,
  system,
  onChange,
}: {
  readonly kg: number | undefined;
  readonly system: UnitSystem;
  readonly onChange: (kg: number | undefined) => void;
}) {
  const say = useSay();
  const one = system === 'metric' ? 1 : pounds(1);
  return (
    <NumberField
      label={say(msg(system === 'metric' ? 'screen.loads.weight-kg' : 'screen.loads.weight-lb'))}
      min={0.1}
      max={Math.floor(MOST_KG / one)}
      width={100}
      placeholder={say(msg('screen.loads.not-known'))}
      value={kg === undefined ? null : Math.round((kg / one) * 10) / 10}
      onChange={(shown) => onChange(shown === null ? undefined : shown * one)}
    />
  );
}
