import { Button, Drawer, message } from 'antd';
import { useState } from 'react';
import { moment } from '../parts/day.ts';
import {
  problemOf,
  useDevicesQuery,
  usePairingCodeMutation,
  useRevokeDeviceMutation,
  type PairingCode,
} from '../state/api.ts';

/** Phones and tablets that were let in from the house network. */
export function DevicesDrawer({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
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
    <Drawer open={open} onClose={onClose} title="Phones and tablets" size={480}>
      <div className="stack">
        {error !== undefined && <p role="alert">{problemOf(error).detail}</p>}
        {data && !data.lan && (
          <p>
            Only this machine can open Elwand now. To use a phone at the wall, stop Elwand and start it with{' '}
            <code>npm run demo -- --lan</code>.
          </p>
        )}
        {data?.lan && (
          <>
            <p>Elwand is at {data.address} in this house network. A phone needs a code once.</p>
            <div>
              <Button type="primary" loading={isLoading} onClick={() => void show()}>
                Pair a phone
              </Button>
            </div>
            {code && (
              <figure className="pairing">
                <img
                  alt={`QR code for ${code.address}`}
                  src={`data:image/svg+xml,${encodeURIComponent(code.qr)}`}
                />
                <figcaption>
                  Scan this, or open {data.address}/pair and type <b className="measure">{code.code}</b>. Good
                  for one phone, until{' '}
                  {new Date(code.expiresAt).toLocaleTimeString([], { timeStyle: 'short' })}.
                </figcaption>
              </figure>
            )}
            {data.devices.length === 0 && <p className="muted">No phone is paired.</p>}
            <ul>
              {data.devices.map((d) => (
                <li key={d.id} className="job-line">
                  <span className="grow">
                    <b>{d.name}</b> <span className="quiet">last seen {moment(d.seenAt)}</span>
                  </span>
                  <Button
                    size="small"
                    aria-label={`Revoke ${d.name}`}
                    onClick={() => void revoke(d.id).unwrap().catch(tell)}
                  >
                    Revoke
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
