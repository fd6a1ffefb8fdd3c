import { lookList, msg } from '@elwand/core';
import { Button, Drawer } from 'antd';
import { useState } from 'react';
import { useSay } from '../app/say.ts';
import { useFocusBack } from '../parts/use-focus-back.ts';
import { undone } from '../state/document.ts';
import { useAppDispatch } from '../state/store.ts';
import { LookPicture } from './LookPicture.tsx';
import { usePhone } from './use-phone.ts';
import { useWork } from './work.ts';
import './look.css';

/** Everything that only a look tells, as one walk through the house: what to look for, and the answers to tap. */
export function LookDrawer({ onClose }: { readonly onClose: () => void }) {
  useFocusBack();
  const say = useSay();
  const phone = usePhone();
  const dispatch = useAppDispatch();
  const { bundle, evaluation, edits, print } = useWork();
  const [answered, setAnswered] = useState<readonly string[]>([]);
  const stops = lookList({ house: bundle.house, ...evaluation });
  return (
    <Drawer
      open
      onClose={onClose}
      placement={phone ? 'bottom' : 'right'}
      size={phone ? '92%' : 460}
      title={say(msg('screen.look.title'))}
      extra={
        <Button
          onClick={() => {
            onClose();
            print(['look']);
          }}
        >
          {say(msg('screen.look.print'))}
        </Button>
      }
    >
      <div className="stack">
        {answered.length > 0 && (
          <p role="status" className="muted">
            {say(msg('screen.look.answered', { count: answered.length, last: answered.at(-1) ?? '' }))}{' '}
            <button
              type="button"
              className="linklike"
              onClick={() => {
                dispatch(undone());
                setAnswered((all) => all.slice(0, -1));
              }}
            >
              {say(msg('screen.look.undo'))}
            </button>
          </p>
        )}
        {stops.length === 0 ? (
          <p className="empty">{say(msg('screen.look.nothing'))}</p>
        ) : (
          <p className="muted">{say(msg('screen.look.about'))}</p>
        )}
        {stops.map((stop) => (
          <section key={stop.key} className="look-stop" aria-label={say(stop.label)}>
            <h3>
              {say(stop.label)} <span className="quiet">{say(stop.place)}</span>
            </h3>
            <ul>
              {stop.items.map(({ finding, at }) => (
                <li key={finding.key} className="look-item">
                  <LookPicture at={at} />
                  <div className="grow stack">
                    <b>{say(finding.says)}</b>
                    <span className="muted">{say(msg(`screen.look.at.${at}`))}</span>
                    <div className="row look-answers">
                      {finding.remedies.map((r) => (
                        <Button
                          key={say(r.says)}
                          onClick={() => {
                            edits.apply(bundle, r.edit);
                            setAnswered((all) => [...all, say(r.says)]);
                          }}
                        >
                          {say(r.says)}
                        </Button>
                      ))}
                    </div>
                  </div>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </Drawer>
  );
}
