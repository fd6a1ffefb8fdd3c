import { msg, type Test, type Text } from '@elwand/core';
import { Button } from 'antd';
import { useState } from 'react';
import { useSay } from '../../app/say.ts';
import { keypadValue } from './keypad.ts';

const KEYS = [
  '1',
  '2',
  '3',
  'erase',
  '4',
  '5',
  '6',
  'mV',
  '7',
  '8',
  '9',
  'jumps',
  '.',
  '0',
  '00',
  'OL',
] as const;

/** Big keys for what a meter shows, with what it should show; nothing is ever filled in beforehand. */
export function Keypad({
  test,
  next,
  onRecord,
}: {
  readonly test: Test;
  /** What is measured after it: said on the button. */
  readonly next?: Text;
  readonly onRecord: (text: string, value: number | null) => void;
}) {
  const say = useSay();
  const [text, setText] = useState('');
  const press = (k: (typeof KEYS)[number]) => {
    if (k === 'erase') setText('');
    else if (k === 'OL') setText('OL');
    else if (k === 'jumps') setText('jumps');
    else if (k === 'mV') setText((t) => (/^[\d.]+$/.test(t) ? `${t} mV` : t));
    else setText((t) => (/^[\d.]*$/.test(t) && t.length < 7 ? t + k : t));
  };
  const value = keypadValue(text);
  const word = text === 'OL' || text === 'jumps';
  /** As it is shown; what is kept with the job is the word itself. */
  const shown = text === 'jumps' ? say(msg('screen.do.reading-jumps')) : text;
  const complete = word || value !== null;
  // What has to read dead says so; any other reading is in its range or not.
  const dead = test.group === 'dead' && test.expect?.lowVolts === 0;
  const good =
    value !== null && test.expect !== null && value >= test.expect.lowVolts && value <= test.expect.highVolts;
  return (
    <div className="stack">
      <div className="reading-big">
        <span className="measure">
          {text === '' ? '–' : word || text.endsWith('mV') ? shown : `${text} V`}
        </span>
        <span>
          {complete && dead && (
            <b>
              {value !== null && value <= (test.expect?.highVolts ?? 0)
                ? say(msg('screen.do.reads-dead'))
                : say(msg('screen.do.not-dead'))}
            </b>
          )}
          {complete && !dead && !word && (
            <b className={good ? 'test-ok' : 'test-bad'}>
              {say(msg(good ? 'screen.do.reads-right' : 'screen.do.reads-wrong'))}
            </b>
          )}{' '}
          <span className="muted">
            {test.expect && say(msg('screen.do.expect', { what: test.expect.says }))}
          </span>
        </span>
      </div>
      <div className="keypad">
        {KEYS.map((k) => (
          <button
            key={k}
            type="button"
            className={/^[\d.]/.test(k) ? undefined : 'keypad-word'}
            onClick={() => press(k)}
          >
            {k === 'erase' || k === 'jumps' ? say(msg(`screen.do.key.${k}`)) : k}
          </button>
        ))}
      </div>
      <Button
        type="primary"
        className="big-button"
        disabled={!complete}
        onClick={() => {
          onRecord(text, value);
          setText('');
        }}
      >
        {complete && next !== undefined
          ? say(
              msg('screen.do.record-then', {
                reading: word || text.endsWith('mV') ? shown : `${shown} V`,
                next,
              }),
            )
          : complete
            ? say(
                msg(word || text.endsWith('mV') ? 'screen.do.record' : 'screen.do.record-volts', {
                  text: shown,
                }),
              )
            : say(msg('screen.do.type-what-the-meter-shows'))}
      </Button>
    </div>
  );
}
