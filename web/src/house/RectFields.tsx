import type { House } from '@elwand/core';
import { LengthInput } from '../parts/LengthInput.tsx';

export type Rect = { leftMm: number; rightMm: number; bottomMm: number; topMm: number };

/** The four edges of something on a wall, from its left corner and the floor. */
export function RectFields({
  item,
  system,
  onChange,
}: {
  readonly item: Rect;
  readonly system: House['units'];
  readonly onChange: (to: Partial<Rect>) => void;
}) {
  return (
    <>
      <LengthInput
        label="left"
        width={96}
        value={item.leftMm}
        system={system}
        onChange={(leftMm) => onChange({ leftMm })}
      />
      <LengthInput
        label="right"
        width={96}
        value={item.rightMm}
        system={system}
        onChange={(rightMm) => onChange({ rightMm })}
      />
      <LengthInput
        label="bottom"
        width={96}
        value={item.bottomMm}
        system={system}
        onChange={(bottomMm) => onChange({ bottomMm })}
      />
      <LengthInput
        label="top"
        width={96}
        value={item.topMm}
        system={system}
        onChange={(topMm) => onChange({ topMm })}
      />
    </>
  );
}
