import { msg } from '@elwand/core';
import { Input } from 'antd';
import { useState } from 'react';
import { useSay, useUnits } from '../app/say.ts';
import { hoursText, parseHours, type Hours } from './hours.ts';

/** Hours of the day, typed as people write them; what can't be read stays in the field with the reason. */
export function HoursField({
  value,
  onChange,
}: {
  readonly value: Hours;
  readonly onChange: (hours: Hours) => void;
}) {
  const say = useSay();
  const [draft, setDraft] = useState<string | null>(null);
  const system = useUnits();
  const read = draft === null ? value : parseHours(draft);
  const wrong = Array.isArray(read) ? null : read;
  const commit = () => {
    if (draft === null || !Array.isArray(read)) return;
    onChange(read);
    setDraft(null);
  };
  return (
    <span>
      <Input
        className="measure"
        aria-label={say(msg('screen.loads.hours-it-runs'))}
        placeholder={say(msg('screen.loads.any-hour'))}
        style={{ width: 150 }}
        value={draft ?? hoursText(value, system)}
        status={wrong === null ? '' : 'error'}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={commit}
        onPressEnter={commit}
      />
      {wrong !== null && (
        <span className="field-error" role="alert">
          {say(wrong)}
        </span>
      )}
    </span>
  );
}
