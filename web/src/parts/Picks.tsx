import { useId, type ReactNode } from 'react';
import './picks.css';

export interface Pick<T extends string> {
  readonly value: T;
  readonly label: string;
  /** What comes of it. */
  readonly says?: string;
  readonly picture?: ReactNode;
}

/** One of a few answers, all in sight: each with what comes of it and, where it helps, a picture. */
export function Picks<T extends string>({
  legend,
  value,
  picks,
  onChange,
}: {
  readonly legend: string;
  readonly value: T;
  readonly picks: readonly Pick<T>[];
  readonly onChange: (value: T) => void;
}) {
  const name = useId();
  return (
    <fieldset className="picks">
      <legend>{legend}</legend>
      <div className="picks-row">
        {picks.map((p) => (
          <label key={p.value} className={p.value === value ? 'pick pick-on' : 'pick'}>
            <input
              type="radio"
              className="visually-hidden"
              name={name}
              checked={p.value === value}
              onChange={() => onChange(p.value)}
            />
            {p.picture}
            <span className="pick-label">{p.label}</span>
            {p.says !== undefined && <span className="pick-says">{p.says}</span>}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
