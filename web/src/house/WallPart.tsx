import { msg, row, type House, type Text, type Wall } from '@elwand/core';
import { Button, Dropdown } from 'antd';
import type { ReactNode } from 'react';
import type { Rect } from './RectFields.tsx';
import { useSay } from '../app/say.ts';

export interface PartProps {
  readonly wall: Wall;
  readonly system: House['units'];
  readonly set: (change: (w: Wall) => Wall) => void;
}

/** A part of the editor that folds away: its heading says what is in it. On a phone all but the first start folded. */
export function Part({
  title,
  says,
  open,
  children,
}: {
  readonly title: string;
  readonly says: string;
  readonly open: boolean;
  readonly children: ReactNode;
}) {
  return (
    <details className="wall-part" open={open}>
      <summary>
        <h3>{title}</h3> <span className="muted">{says}</span>
      </summary>
      <div className="stack">{children}</div>
    </details>
  );
}

/** A button that asks which kind, and adds one. */
export function Adder<T extends string>({
  says,
  kinds,
  onAdd,
}: {
  readonly says: string;
  readonly kinds: readonly { readonly value: T; readonly label: Text }[];
  readonly onAdd: (kind: T) => void;
}) {
  const say = useSay();
  return (
    <div>
      <Dropdown
        trigger={['click']}
        menu={{
          items: kinds.map(({ value, label }) => ({ key: value, label: say(label) })),
          onClick: ({ key }) => onAdd(key as T),
        }}
      >
        <Button size="small">{says}</Button>
      </Dropdown>
    </div>
  );
}

/** Where something new on a wall starts: in its middle third. */
export function startRect({ lengthMm }: Wall): Rect {
  const third = lengthMm / 3;
  return { leftMm: third, rightMm: Math.min(third * 2, third + 800), bottomMm: 0, topMm: 900 };
}

type CountedThing = 'opening' | 'thing' | 'way' | 'layer' | 'piece';

/** What is there, in words; "nothing yet" where nothing is. */
export function counted(of: readonly (readonly [number, CountedThing])[]): Text {
  const there = of.filter(([n]) => n > 0).map(([n, thing]) => msg(`screen.wall.count.${thing}`, { n }));
  return there.length > 0 ? row(there) : msg('screen.wall.nothing-yet');
}
