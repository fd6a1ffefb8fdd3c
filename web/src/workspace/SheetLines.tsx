import { msg, percent, sentences, type Evaluation } from '@elwand/core';
import { Button, Switch } from 'antd';
import { Link } from 'react-router';
import { useSay } from '../app/say.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import type { useEvaluation } from '../state/use-evaluation.ts';
import { dimmed, handSwitched, keysSwitched } from '../state/view.ts';

/** What to do next, and how far a search is that takes its time. */
export function NextLine({
  next,
  mark,
  search: { busy, share, stopped, failed, stop, again },
}: {
  readonly next: Evaluation['next'];
  readonly mark: string;
  readonly search: ReturnType<typeof useEvaluation>;
}) {
  const say = useSay();
  return (
    <p className="next" role="status">
      <b>{say(msg('screen.workspace.next'))}</b>{' '}
      {busy ? say(msg('screen.workspace.looking-for-routes', { share: percent(share, 0) })) : say(next.says)}{' '}
      {busy && (
        <Button size="small" onClick={stop}>
          {say(msg('screen.workspace.stop-looking'))}
        </Button>
      )}
      {failed !== null && (
        <span role="alert">{say(sentences([failed, msg('screen.workspace.what-you-see-is-from')]))}</span>
      )}
      {(stopped || failed !== null) && (
        <Button size="small" onClick={again}>
          {failed === null ? say(msg('screen.workspace.look-again')) : say(msg('screen.workspace.try-again'))}
        </Button>
      )}{' '}
      {next.mark !== mark && <Link to={next.mark}>{say(msg('screen.workspace.go-there'))}</Link>}
    </p>
  );
}

/** The caution that is always there, the list of keys, and the dim screen. */
export function Foot({ onKeys }: { readonly onKeys: () => void }) {
  const say = useSay();
  const dispatch = useAppDispatch();
  const view = useAppSelector((s) => s.view);
  return (
    <p className="caution no-print">
      {say(msg('screen.workspace.electricity-kills-and-burns-test'))}{' '}
      <button type="button" className="linklike" onClick={onKeys}>
        {say(msg('screen.workspace.keys'))}
      </button>{' '}
      <label>
        <Switch
          size="small"
          checked={view.dim}
          onChange={(on) => dispatch(dimmed(on))}
          aria-label={say(msg('screen.workspace.dim-screen-for-attic-and'))}
        />{' '}
        {say(msg('screen.workspace.dim'))}
      </label>{' '}
      <label className="only-phone">
        <Switch
          size="small"
          checked={view.lefty}
          onChange={(on) => dispatch(handSwitched(on))}
          aria-label={say(msg('screen.workspace.left-hand-long'))}
        />{' '}
        {say(msg('screen.workspace.left-hand'))}
      </label>{' '}
      <label>
        <Switch
          size="small"
          checked={view.keys}
          onChange={(on) => dispatch(keysSwitched(on))}
          aria-label={say(msg('screen.workspace.single-keys-on'))}
        />{' '}
        {say(msg('screen.workspace.keys-2'))}
      </label>
    </p>
  );
}
