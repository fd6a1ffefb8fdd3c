import { InputNumber } from 'antd';

export interface NumberFieldProps {
  readonly label: string;
  readonly value: number | null;
  readonly min: number;
  readonly max: number;
  readonly step?: number;
  readonly width?: number;
  readonly placeholder?: string;
  readonly title?: string;
  readonly onChange: (value: number | null) => void;
}

/** A number with its name above; null where the field is empty. */
export function NumberField({ label, width = 90, ...input }: NumberFieldProps) {
  return (
    <label className="field">
      <span>{label}</span>
      <InputNumber style={{ width }} {...input} />
    </label>
  );
}
