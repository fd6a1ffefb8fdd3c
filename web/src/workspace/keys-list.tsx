import { KEYS } from './use-keys.ts';

/** The keys and what they do, as a list for a window. */
export const keysList = (
  <dl className="keys">
    {KEYS.map(([k, what]) => (
      <div key={k}>
        <dt className="measure">{k}</dt>
        <dd>{what}</dd>
      </div>
    ))}
  </dl>
);
