import { Modal } from 'antd';
import { KEYS } from './use-keys.ts';

/** The keys and what they do, as a list for a window. */
const keysList = (
  <dl className="keys">
    {KEYS.map(([k, what]) => (
      <div key={k}>
        <dt className="measure">{k}</dt>
        <dd>{what}</dd>
      </div>
    ))}
  </dl>
);

/** The keys, in a window of their own. */
export function showKeysList(): void {
  Modal.info({ title: 'Keys', icon: null, width: 460, content: keysList });
}
