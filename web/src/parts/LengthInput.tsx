import { formatLength, parseLength, type LengthStyle, type UnitSystem, lengthFault } from '@elwand/core';
import { Input } from 'antd';
import { useId, useState } from 'react';
import { useSay } from '../app/say.ts';

export interface LengthInputProps {
  readonly label: string;
  readonly value: number | null;
  readonly system: UnitSystem;
  readonly style?: LengthStyle;
  readonly placeholder?: string;
  readonly disabled?: boolean;
  readonly onChange: (mm: number) => void;
  /** Lets an empty field mean "not measured". */
  readonly onClear?: () => void;
  readonly width?: number;
}

/** A length as people write it. What can't be read stays in the field, with the reason under it. */
export function LengthInput({
  label,
  value,
  system,
  style = 'inches',
  placeholder,
  disabled,
  onChange,
  onClear,
  width = 130,
}: LengthInputProps) {
  const say = useSay();
  const [draft, setDraft] = useState<string | null>(null);
  const [error, setError] = useState('');
  const id = useId();
  const shown = draft ?? (value === null ? '' : formatLength(value, system, style));
  const commit = () => {
    if (draft === null) return;
    if (draft.trim() === '' && onClear) {
      onClear();
      setDraft(null);
      setError('');
      return;
    }
    const read = parseLength(draft, system);
    if (!read.ok) {
      setError(say(lengthFault(read)));
      return;
    }
    setDraft(null);
    setError('');
    if (value === null || Math.abs(read.value - value) > 0.001) onChange(read.value);
  };
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <span>
        <Input
          id={id}
          className="measure"
          style={{ width }}
          value={shown}
          disabled={disabled}
          status={error ? 'error' : ''}
          placeholder={placeholder}
          aria-describedby={error ? `${id}-error` : undefined}
          aria-invalid={error !== ''}
          autoComplete="off"
          onFocus={(e) => e.target.select()}
          onChange={(e) => setDraft(e.target.value)}
          onBlur={commit}
          onPressEnter={commit}
          onKeyDown={(e) => {
            if (e.key !== 'Escape') return;
            setDraft(null);
            setError('');
          }}
        />
        {error !== '' && (
          <span id={`${id}-error`} className="field-error" role="alert">
            {error}
          </span>
        )}
      </span>
    </div>
  );
}
