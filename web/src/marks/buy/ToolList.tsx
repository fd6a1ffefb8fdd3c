import {
  capital,
  msg,
  roughMoney,
  toolCents,
  toolsToHand,
  toolText,
  type House,
  type Tool,
} from '@elwand/core';
import { Checkbox } from 'antd';
import type { SetHouse } from '../../state/edit.ts';
import { useSay } from '../../app/say.ts';
import './tool-list.css';

/** The tools that the work takes: a tick for each that is there, and what the others cost to buy or to hire for a day. */
export function ToolList({
  tools,
  house,
  onHouse,
}: {
  readonly tools: readonly Tool[];
  readonly house: House;
  readonly onHouse: SetHouse;
}) {
  const say = useSay();
  const all = toolsToHand(tools, house);
  const missing = toolCents(all);
  return (
    <section className="stack" aria-label={say(msg('screen.buy.tools'))}>
      <h3>
        {say(msg('screen.buy.tools'))}{' '}
        <span className="muted">
          {missing === 0
            ? say(msg('screen.buy.tools-all'))
            : say(msg('screen.buy.tools-missing', { total: roughMoney(missing) }))}
        </span>
      </h3>
      <ul className="tool-list">
        {all.map(({ tool, owned, cents, hireCents }) => (
          <li key={tool}>
            <Checkbox
              checked={owned}
              onChange={(e) =>
                onHouse((h) => {
                  const others = (h.ownTools ?? []).filter((t) => t !== tool);
                  return { ...h, ownTools: e.target.checked ? [...others, tool] : others };
                }, `tool-${tool}`)
              }
            >
              {say(capital(toolText(tool)))}
              {!owned && cents !== null && (
                <span className="muted">
                  {' '}
                  {say(
                    hireCents === null
                      ? msg('screen.buy.tool-price', { price: roughMoney(cents) })
                      : msg('screen.buy.tool-hire', {
                          price: roughMoney(cents),
                          day: roughMoney(hireCents),
                        }),
                  )}
                </span>
              )}
            </Checkbox>
          </li>
        ))}
      </ul>
    </section>
  );
}
