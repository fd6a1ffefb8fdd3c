import { msg, type Bundle, type OptionView, type Room } from '@elwand/core';
import { useSay } from '../../app/say.ts';
import { OptionTag, StateMark } from '../../parts/Mark.tsx';
import { measuresOf, type Measured } from './measures.ts';
import { openWords, optionName } from './option-words.ts';
import { RouteSketch } from './RouteSketch.tsx';

/** Less than this share of the best is no difference worth a word. */
const ALIKE = 0.01;

/** One number of one option: its value, boxed where it is the best, a bar against the worst, and what the first option has less. */
function MeasureRow({
  row,
  option,
  options,
}: {
  readonly row: Measured;
  readonly option: OptionView;
  readonly options: readonly OptionView[];
}) {
  const say = useSay();
  const all = options.map(row.of);
  const [value, best, worst] = [row.of(option), Math.min(...all), Math.max(...all)];
  const first = options[0] ? row.of(options[0]) : value;
  const off = value - first;
  const differs = option !== options[0] && Math.abs(off) > ALIKE * Math.max(first, value);
  // What most of them share marks none of them out.
  const isBest =
    value <= best * (1 + ALIKE) && all.filter((n) => n <= best * (1 + ALIKE)).length <= options.length / 2;
  const beside = row.beside ? say(row.beside(option)) : '';
  return (
    <div className="measure-row">
      <dt>{say(row.name)}</dt>
      <dd>
        <span className="quiet">
          {beside !== '' ? beside : differs ? `${off > 0 ? '+' : '−'}${row.words(Math.abs(off))}` : ''}
        </span>{' '}
        <span className={isBest ? 'measure measure-best' : 'measure'}>
          {row.words(value)}
          {isBest && <span className="visually-hidden"> {say(msg('screen.tap.best-of-all'))}</span>}
        </span>
      </dd>
      <span className="bar" aria-hidden="true">
        <span style={{ width: `${worst > 0 ? Math.max(2, Math.round((value / worst) * 100)) : 0}%` }} />
      </span>
    </div>
  );
}

/** How likely something goes wrong, against the riskiest: a word and squares. */
function RiskRow({
  option,
  options,
}: {
  readonly option: OptionView;
  readonly options: readonly OptionView[];
}) {
  const say = useSay();
  const most = Math.max(...options.map((o) => o.risk));
  const level = option.risk < most * 0.5 ? 1 : option.risk < most * 0.85 ? 2 : 3;
  const word = {
    1: msg('screen.tap.risk-low'),
    2: msg('screen.tap.risk-medium'),
    3: msg('screen.tap.risk-high'),
  }[level];
  return (
    <div className="measure-row">
      <dt>{say(msg('screen.tap.risk'))}</dt>
      <dd>
        <span className="risk-squares" aria-hidden="true">
          {[1, 2, 3].map((n) => (
            <span key={n} className={n <= level ? 'risk-on' : undefined} />
          ))}
        </span>{' '}
        <b>{say(word)}</b>
      </dd>
    </div>
  );
}

function OptionCard({
  option,
  options,
  bundle,
  room,
  chosen,
  dark,
  pinned,
  onPin,
  onChoose,
}: {
  readonly option: OptionView;
  readonly options: readonly OptionView[];
  readonly bundle: Bundle;
  readonly room: Room | null;
  readonly chosen: boolean;
  readonly dark: string;
  readonly pinned: boolean;
  readonly onPin: () => void;
  readonly onChoose: () => void;
}) {
  const say = useSay();
  return (
    <article className={chosen ? 'option option-chosen' : 'option'}>
      <header>
        <OptionTag n={options.indexOf(option) + 1} />
        <h3>{optionName(option, say)}</h3>
        <button
          type="button"
          className="linklike option-pin"
          aria-pressed={pinned}
          title={say(msg('screen.tap.a-pinned-option-stays-in'))}
          onClick={onPin}
        >
          {pinned ? say(msg('screen.tap.pinned')) : say(msg('screen.tap.pin'))}
        </button>
      </header>
      <p className="option-why">{[...option.schemes, option.why].map(say).join('; ')}</p>
      {room && <RouteSketch bundle={bundle} option={option} room={room} />}
      <dl>
        {measuresOf(bundle.house.units, say(msg('screen.tap.none'))).map((row) => (
          <MeasureRow key={say(row.name)} row={row} option={option} options={options} />
        ))}
        <RiskRow option={option} options={options} />
      </dl>
      <p className="quiet option-dark">
        {say(msg('screen.tap.loses-power', { openWords: openWords(option, say), dark }))}
      </p>
      <button
        type="button"
        className="option-choose"
        aria-pressed={chosen}
        aria-label={say(
          msg(chosen ? 'screen.tap.chosen-option' : 'screen.tap.use-option', {
            option: optionName(option, say),
          }),
        )}
        onClick={onChoose}
      >
        <StateMark state={option.state} size={14} />
        <span>{say(msg(chosen ? 'screen.tap.chosen' : 'screen.tap.use-this'))}</span>
      </button>
    </article>
  );
}

/** Options as cards with the same rows in the same order, the easiest first: what differs is seen across. */
export function OptionCards({
  options,
  bundle,
  room,
  chosen,
  pinned,
  darkOf,
  onPin,
  onChoose,
}: {
  readonly options: readonly OptionView[];
  readonly bundle: Bundle;
  readonly room: Room | null;
  readonly chosen: string | undefined;
  readonly pinned: ReadonlySet<string>;
  readonly darkOf: (o: OptionView) => string;
  readonly onPin: (o: OptionView) => void;
  readonly onChoose: (o: OptionView) => void;
}) {
  return (
    <div className="options">
      {options.map((o) => (
        <OptionCard
          key={o.key}
          option={o}
          options={options}
          bundle={bundle}
          room={room}
          chosen={o.key === chosen}
          dark={darkOf(o)}
          pinned={pinned.has(o.key)}
          onPin={() => onPin(o)}
          onChoose={() => onChoose(o)}
        />
      ))}
    </div>
  );
}
