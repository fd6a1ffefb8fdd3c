import { msg } from '@elwand/core';
import { Button, message } from 'antd';
import { registerSW } from 'virtual:pwa-register';
import { Said } from './Said.tsx';

/**
 * Lets this device keep the application and what was opened in it, for when the server is gone. A newer version waits until somebody
 * takes it: nothing is reloaded under the hands of a person.
 */
export function register(): void {
  const take = registerSW({
    onNeedRefresh: () =>
      void message.open({
        key: 'new-version',
        duration: 0,
        content: (
          <span>
            <Said text={msg('screen.app.new-version')} />{' '}
            <Button size="small" onClick={() => void take(true)}>
              <Said text={msg('screen.app.reload')} />
            </Button>
          </span>
        ),
      }),
  });
}
