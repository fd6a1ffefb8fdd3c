import { type Finding, msg } from '@elwand/core';
import { Drawer } from 'antd';
import { Checks } from './Checks.tsx';
import { useSay } from '../app/say.ts';

/** The checks in a drawer that comes up from the bottom of a phone. */
export function PhoneChecks({
  open,
  onClose,
  findings,
}: {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly findings: readonly Finding[];
}) {
  const say = useSay();
  return (
    <Drawer
      open={open}
      placement="bottom"
      size="80%"
      onClose={onClose}
      title={null}
      closable={{ 'aria-label': say(msg('screen.workspace.close-the-checks')) }}
    >
      <Checks findings={findings} />
    </Drawer>
  );
}
