import { panelFace, type Breaker, type Panel, type PanelSpace, msg } from '@elwand/core';
import { useSay } from '../app/say.ts';
import './panel-face.css';

interface FaceProps {
  readonly panel: Panel;
  readonly feeds: (breaker: Breaker) => string;
  readonly selected: string | null;
  readonly onSelect: (id: string) => void;
  /** A free space was asked for a breaker; left out, it is only looked at. */
  readonly onFree?: (space: number) => void;
}

function BreakerFront({
  breaker,
  feeds,
  selected,
  onSelect,
}: { readonly breaker: Breaker } & Pick<FaceProps, 'feeds' | 'selected' | 'onSelect'>) {
  const say = useSay();
  const on = feeds(breaker);
  return (
    <button
      type="button"
      className={`breaker-front${breaker.proved ? ' breaker-proved' : ''}`}
      aria-pressed={selected === breaker.id}
      onClick={() => onSelect(breaker.id)}
    >
      <span className="breaker-says">
        {breaker.label === '' ? (
          <span className="muted">{say(msg('screen.panel.no-label'))}</span>
        ) : (
          <b>
            {breaker.proved ? breaker.label : say(msg('screen.panel.in-quotes', { label: breaker.label }))}
          </b>
        )}
      </span>
      <span className="breaker-rating">
        <span className="measure">{say(msg('screen.panel.amps', { amps: breaker.amps }))}</span>
        {breaker.proved && (
          <>
            <span aria-hidden="true">✓</span>
            <span className="visually-hidden"> {say(msg('screen.panel.tested'))}</span>
          </>
        )}
        {on !== '' && <span className="quiet breaker-feeds"> {on}</span>}
      </span>
    </button>
  );
}

function Space({ space, side, ...props }: FaceProps & { readonly space: PanelSpace; readonly side: string }) {
  const say = useSay();
  const { number, breakers, goesOn } = space;
  // Where nobody has counted, a breaker may stand there that nobody has entered.
  const nothing = say(
    msg(props.panel.spaces === undefined ? 'screen.panel.not-entered' : 'screen.panel.free'),
  );
  if (goesOn) return null;
  const two = breakers.some((b) => b.poles === 2);
  return (
    <div
      className={`panel-space panel-${side}${breakers.length === 0 ? ' panel-free' : ''}`}
      style={{ gridRow: two ? 'span 2' : undefined }}
    >
      <span className="measure panel-number" aria-hidden="true">
        {two ? `${number}·${number + 2}` : number}
      </span>
      {breakers.map((b) => (
        <BreakerFront key={b.id} breaker={b} {...props} />
      ))}
      {breakers.length === 0 && !props.onFree && (
        <span className="breaker-front breaker-none">{nothing}</span>
      )}
      {breakers.length === 0 && props.onFree && (
        <button
          type="button"
          className="breaker-front breaker-none"
          aria-label={say(msg('screen.panel.put-a-breaker-in', { space: number }))}
          onClick={() => props.onFree?.(number)}
        >
          {nothing}
        </button>
      )}
    </div>
  );
}

/** The panel as one stands before it: two columns of spaces. Tested is solid with a tick; what only the label says is dashed. */
export function PanelFace(props: FaceProps) {
  const say = useSay();
  const { rows, loose, free } = panelFace(props.panel);
  return (
    <div
      className="panel-face"
      role="group"
      aria-label={say(msg('screen.panel.face', { panel: props.panel.label }))}
    >
      <div className="panel-spaces">
        <div className="panel-column">
          {rows.map(([left]) => (
            <Space key={left.number} space={left} side="left" {...props} />
          ))}
        </div>
        <div className="panel-column">
          {rows.map(([, right]) => (
            <Space key={right.number} space={right} side="right" {...props} />
          ))}
        </div>
      </div>
      {loose.length > 0 && (
        <div className="stack panel-loose">
          <span className="muted">{say(msg('screen.panel.no-space-of-that-number'))}</span>
          {loose.map((b) => (
            <div key={b.id} className="panel-space">
              <span className="measure panel-number">{b.number}</span>
              <BreakerFront breaker={b} {...props} />
            </div>
          ))}
        </div>
      )}
      <p className="quiet">
        {free === null
          ? say(msg('screen.panel.spaces-not-counted'))
          : say(msg('screen.panel.spaces-free', { free }))}
      </p>
    </div>
  );
}
