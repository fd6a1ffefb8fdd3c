import { msg, type Message, type UnitSystem, celsiusOf, fahrenheit } from '@elwand/core';
import { NumberField } from './NumberField.tsx';
import { useSay } from '../app/say.ts';

/** Coldest and hottest that a house is asked about, °C. */
const COLDEST = -40;
const HOTTEST = 85;

const toShown = (celsius: number, system: UnitSystem): number =>
  system === 'metric' ? celsius : Math.round(fahrenheit(celsius));
const toCelsius = (shown: number, system: UnitSystem): number =>
  system === 'metric' ? shown : celsiusOf(shown);

export interface TemperatureFieldProps {
  /** What is asked, without its unit. */
  readonly label: Message;
  readonly celsius: number | null;
  readonly system: UnitSystem;
  readonly placeholder: Message;
  readonly onChange: (celsius: number | null) => void;
}

/** A temperature in the unit of the house: °F beside feet and inches, °C beside metric. It is kept in °C. */
export function TemperatureField({ label, celsius, system, placeholder, onChange }: TemperatureFieldProps) {
  const say = useSay();
  const named = { what: label };
  return (
    <NumberField
      label={say(
        system === 'metric'
          ? msg('screen.loads.in-celsius', named)
          : msg('screen.loads.in-fahrenheit', named),
      )}
      min={toShown(COLDEST, system)}
      max={toShown(HOTTEST, system)}
      width={130}
      placeholder={say(placeholder)}
      value={celsius === null ? null : toShown(celsius, system)}
      onChange={(shown) => onChange(shown === null ? null : toCelsius(shown, system))}
    />
  );
}
