import { type House, msg } from '@elwand/core';
import { LengthInput } from '../parts/LengthInput.tsx';
import { useSay } from '../app/say.ts';

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
  const say = useSay();
  return (
    <>
      <LengthInput
        label={say(msg('screen.wall.left'))}
        width={96}
        value={item.leftMm}
        system={system}
        onChange={(leftMm) => onChange({ leftMm })}
      />
      <LengthInput
        label={say(msg('screen.wall.right'))}
        width={96}
        value={item.rightMm}
        system={system}
        onChange={(rightMm) => onChange({ rightMm })}
      />
      <LengthInput
        label={say(msg('screen.wall.bottom'))}
        width={96}
        value={item.bottomMm}
        system={system}
        onChange={(bottomMm) => onChange({ bottomMm })}
      />
      <LengthInput
        label={say(msg('screen.wall.top'))}
        width={96}
        value={item.topMm}
        system={system}
        onChange={(topMm) => onChange({ topMm })}
      />
    </>
  );
}
