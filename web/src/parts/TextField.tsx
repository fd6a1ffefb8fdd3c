import { msg } from '@elwand/core';
import { Input } from 'antd';
import { useId, useState } from 'react';
import { useSay } from '../app/say.ts';

export interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly required?: boolean;
  readonly max?: number;
  readonly width?: number;
  readonly onChange: (text: string) => void;
}

/** A short text that is taken over when the field is left; an empty one where a name is needed stays, with the reason. */
export function TextField({
  label,
  value,
  required = false,
  max = 120,
  width = 180,
  onChange,
}: TextFieldProps) {
  const say = useSay();
  const [draft, setDraft] = useState<string | null>(null);
  const id = useId();
  const empty = required && draft?.trim() === '';
  const commit = () => {
    if (draft === null || empty) return;
    setDraft(null);
    if (draft.trim() !== value) onChange(draft.trim());
  };
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <span>
        <Input
          id={id}
          style={{ width, maxWidth: '100%' }}
          value={draft ?? value}
          maxLength={max}
          status={empty ? 'error' : ''}
          aria-invalid={empty}
          onChange={(e) => setDraft(e.target.value)}
          onBlur={commit}
          onPressEnter={commit}
        />
        {empty && (
          <span className="field-error" role="alert">
            {say(msg('screen.parts.a-name-is-needed-2'))}
          </span>
        )}
      </span>
    </div>
  );
}
