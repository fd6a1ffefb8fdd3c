import { msg } from '@elwand/core';
import { Modal } from 'antd';
import { Said } from '../app/Said.tsx';
import { KEYS } from './use-keys.ts';

/** The keys and what they do, as a list for a window. */
const keysList = (
  <dl className="keys">
    {KEYS.map(([k, what], i) => (
      <div key={i}>
        <dt className="measure">
          <Said text={k} />
        </dt>
        <dd>
          <Said text={what} />
        </dd>
      </div>
    ))}
  </dl>
);

/** The keys, in a window of their own. */
export function showKeysList(): void {
  Modal.info({
    title: <Said text={msg('screen.workspace.keys')} />,
    icon: null,
    width: 460,
    content: keysList,
  });
}
