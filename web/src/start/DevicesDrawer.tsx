import { msg, type PairingCode } from '@elwand/core';
import { Button, Drawer, message } from 'antd';
import { useState } from 'react';
import { moment } from '../parts/day.ts';
import { problemOf, useDevicesQuery, usePairingCodeMutation, useRevokeDeviceMutation } from '../state/api.ts';
import { useSay } from '../app/say.ts';
import { Said, slot } from '../app/Said.tsx';
import { useFocusBack } from '../parts/use-focus-back.ts';

/** How Elwand is started for the phones in the house. */
const LAN_COMMAND = 'npm run demo -- --lan';

/** Phones and tablets that were let in from the house network. */
export function DevicesDrawer({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  useFocusBack();
  const say = useSay();
  const { data, error } = useDevicesQuery(undefined, { skip: !open, refetchOnMountOrArgChange: true });
  const [newCode, { isLoading }] = usePairingCodeMutation();
  const [revoke] = useRevokeDeviceMutation();
  const [code, setCode] = useState<PairingCode | null>(null);
  const tell = (e: unknown) => void message.error({ content: problemOf(e).detail, duration: 8 });
  const show = async () => {
    try {
      setCode(await newCode().unwrap());
    } catch (e) {
      tell(e);
    }
  };
  return (
    <Drawer open={open} onClose={onClose} title={say(msg('screen.start.phones-and-tablets'))} size={480}>
      <div className="stack">
        {error !== undefined && <p role="alert">{problemOf(error).detail}</p>}
        {data && !data.lan && (
          <p>
            <Said
              text={msg('screen.start.only-this-machine-can-open', { command: slot('command') })}
              slots={{ command: <code>{LAN_COMMAND}</code> }}
            />
          </p>
        )}
        {data?.lan && (
          <>
            <p>{say(msg('screen.start.elwand-is-at-in-this', { address: data.address ?? '' }))}</p>
            <div>
              <Button type="primary" loading={isLoading} onClick={() => void show()}>
                {say(msg('screen.start.pair-a-phone'))}
              </Button>
            </div>
            {code && (
              <figure className="pairing">
                <img
                  alt={say(msg('screen.start.qr-code-for', { address: code.address }))}
                  src={`data:image/svg+xml,${encodeURIComponent(code.qr)}`}
                />
                <figcaption>
                  <Said
                    text={msg('screen.start.scan-this-or-open-pair', {
                      address: data.address ?? '',
                      code: slot('code'),
                      time: new Date(code.expiresAt).toLocaleTimeString([], { timeStyle: 'short' }),
                    })}
                    slots={{ code: <b className="measure">{code.code}</b> }}
                  />
                </figcaption>
              </figure>
            )}
            {data.devices.length === 0 && (
              <p className="muted">{say(msg('screen.start.no-phone-is-paired'))}</p>
            )}
            <ul>
              {data.devices.map((d) => (
                <li key={d.id} className="job-line">
                  <span className="grow">
                    <b>{d.name}</b>{' '}
                    <span className="quiet">
                      {say(msg('screen.start.last-seen', { seenAt: moment(d.seenAt) }))}
                    </span>
                  </span>
                  <Button
                    size="small"
                    aria-label={say(msg('screen.start.revoke', { name: d.name }))}
                    onClick={() => void revoke(d.id).unwrap().catch(tell)}
                  >
                    {say(msg('screen.start.revoke-2'))}
                  </Button>
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
    </Drawer>
  );
}
