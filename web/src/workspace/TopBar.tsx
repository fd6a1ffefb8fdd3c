import { msg, packFor, type Evaluation, type Room } from '@elwand/core';
import { Button } from 'antd';
import { Link } from 'react-router';
import { Said, slot } from '../app/Said.tsx';
import { useSay } from '../app/say.ts';
import { SaveLine } from '../parts/SaveLine.tsx';
import { redone, undone } from '../state/document.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';

function HeaderTags({ evaluation }: { readonly evaluation: Evaluation }) {
  const say = useSay();
  const { house } = evaluation.bundle;
  const { chosen } = evaluation;
  const breaker = chosen?.option.taps[0]?.breaker;
  const gauge = chosen?.applied.house.cables.find((c) => c.id === 'new-leg-1')?.gauge;
  return (
    <>
      {breaker && (
        <span className="tag hide-narrow">
          <Said
            text={msg('screen.workspace.circuit', { what: slot('what') })}
            slots={{
              what: (
                <b>
                  {breaker.number} · {say(msg('screen.workspace.a', { amps: breaker.amps }))}
                  {gauge ? ` · ${say(msg('screen.workspace.awg', { gauge }))}` : ''}
                </b>
              ),
            }}
          />
        </span>
      )}
      <span className="tag hide-narrow">
        <Said
          text={msg('screen.workspace.code', { title: slot('title') })}
          slots={{ title: <b>{packFor(house).title}</b> }}
        />
      </span>
    </>
  );
}

/** Names of job and house, the circuit that is worked on, undo and what is saved. */
export function TopBar({
  evaluation,
  room,
  onUnits,
  onPreferences,
  onHistory,
  onPrint,
}: {
  readonly evaluation: Evaluation;
  readonly room: Room | null;
  readonly onUnits: () => void;
  readonly onPreferences: () => void;
  readonly onHistory: () => void;
  readonly onPrint: () => void;
}) {
  const say = useSay();
  const dispatch = useAppDispatch();
  const history = useAppSelector((s) => s.document);
  const { house, job } = evaluation.bundle;
  return (
    <header className="topbar">
      <Link className="brand" to="/">
        {say(msg('screen.workspace.elwand'))}
      </Link>
      <div className="grow title-block">
        <h1 title={job.name}>{job.name}</h1>
        <Link className="quiet" to={`/houses/${house.id}/rooms`}>
          {house.name}
          {room ? ` · ${room.name}` : ''}
        </Link>
      </div>
      <HeaderTags evaluation={evaluation} />
      <Button
        size="small"
        className="hide-phone"
        onClick={onUnits}
        aria-label={say(msg('screen.workspace.change-units'))}
      >
        {say(msg(house.units === 'imperial' ? 'screen.workspace.ft-in' : 'screen.workspace.mm'))}
      </Button>
      <Button size="small" className="hide-phone" onClick={onPreferences}>
        {say(msg('screen.workspace.job-preferences'))}
      </Button>
      <Button size="small" className="hide-narrow" onClick={onHistory}>
        {say(msg('screen.workspace.history'))}
      </Button>
      <Button size="small" className="hide-phone" onClick={onPrint}>
        {say(msg('screen.workspace.print'))}
      </Button>
      <Button.Group size="small">
        <Button
          disabled={history.past.length === 0}
          onClick={() => dispatch(undone())}
          aria-label={say(msg('screen.workspace.undo'))}
        >
          ↶
        </Button>
        <Button
          disabled={history.future.length === 0}
          onClick={() => dispatch(redone())}
          aria-label={say(msg('screen.workspace.redo'))}
        >
          ↷
        </Button>
      </Button.Group>
      <SaveLine />
    </header>
  );
}
