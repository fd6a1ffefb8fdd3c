import { Input, type InputRef } from 'antd';
import type { ReactNode, Ref } from 'react';

/** A line that is read while it is typed: its name above, what was read below, where it counts only with Enter. */
export function TypedLine({
  id,
  label,
  value,
  placeholder,
  most,
  wrong,
  large = false,
  focused = false,
  ref,
  onChange,
  onEnter,
  children,
}: {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly placeholder: string;
  /** Longest text, letters. */
  readonly most: number;
  /** Something in it can't be read. */
  readonly wrong: boolean;
  readonly large?: boolean;
  readonly focused?: boolean;
  readonly ref?: Ref<InputRef>;
  readonly onChange: (text: string) => void;
  readonly onEnter: () => void;
  /** What was read, and what is wrong with the rest. */
  readonly children?: ReactNode;
}) {
  return (
    <div className="field grow typed-line">
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        ref={ref}
        className={large ? 'measure typed-large' : 'measure'}
        autoFocus={focused}
        value={value}
        maxLength={most}
        autoComplete="off"
        spellCheck={false}
        placeholder={placeholder}
        aria-describedby={`${id}-read`}
        status={wrong ? 'error' : ''}
        onChange={(e) => onChange(e.target.value)}
        onPressEnter={onEnter}
      />
      <div id={`${id}-read`} aria-live="polite">
        {children}
      </div>
    </div>
  );
}
