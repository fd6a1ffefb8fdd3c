import type { Text } from '@elwand/core';
import { Select } from 'antd';
import { useId } from 'react';
import { useSay } from '../app/say.ts';

export interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: Text }[];
  readonly width?: number;
  readonly disabled?: boolean;
  readonly hideLabel?: boolean;
  readonly onChange: (value: T) => void;
}

/** One of a few, with its name above. */
export function Choice<T extends string>({
  label,
  value,
  options,
  width = 170,
  disabled,
  hideLabel,
  onChange,
}: ChoiceProps<T>) {
  const say = useSay();
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id} className={hideLabel ? 'visually-hidden' : undefined}>
        {label}
      </label>
      <Select<T>
        id={id}
        aria-label={label}
        value={value}
        style={{ width, maxWidth: '100%' }}
        disabled={disabled}
        options={options.map((o) => ({ value: o.value, label: say(o.label) }))}
        onChange={onChange}
        popupMatchSelectWidth={false}
        virtual={false}
      />
    </div>
  );
}
