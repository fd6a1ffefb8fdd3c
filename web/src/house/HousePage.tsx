import { type House, msg } from '@elwand/core';
import { Button } from 'antd';
import { Link, NavLink, Outlet, useLocation, useParams } from 'react-router';
import { Waiting } from '../app/Broken.tsx';
import { Guarded } from '../parts/Guarded.tsx';
import { OpenFailed } from '../parts/OpenFailed.tsx';
import { SaveLine } from '../parts/SaveLine.tsx';
import { redone, undone } from '../state/document.ts';
import { useEdits } from '../state/edit.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { useOpen } from '../state/use-open.ts';
import { Choice } from '../parts/Choice.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { TextField } from '../parts/TextField.tsx';
import { HouseContext, useHouseEvaluation } from './house-context.ts';
import './house.css';
import './wall.css';
import { useSay } from '../app/say.ts';

const TABS = [
  ['rooms', msg('screen.house.rooms')],
  ['points', msg('screen.house.outlets-and-cables')],
  ['panel', msg('screen.house.panel')],
  ['local', msg('screen.house.local-rules')],
  ['jobs', msg('screen.house.jobs')],
  ['supplies', msg('screen.house.supplies')],
  ['history', msg('screen.house.history')],
] as const;

/** The pages of one house. */
export function HousePage() {
  const { houseId = '' } = useParams();
  const open = useOpen(houseId, null);
  if (open.error !== undefined && !open.house) return <OpenFailed {...open} houseId={houseId} jobId={null} />;
  if (!open.house) return <Waiting />;
  return <Opened house={open.house} />;
}

function Opened({ house }: { readonly house: House }) {
  const say = useSay();
  const evaluation = useHouseEvaluation(house);
  const edits = useEdits();
  const { pathname } = useLocation();
  const dispatch = useAppDispatch();
  const { past, future } = useAppSelector((s) => s.document);
  return (
    <HouseContext.Provider value={{ house, evaluation, edits }}>
      <header className="topbar">
        <Link className="brand" to="/">
          {say(msg('screen.house.elwand'))}
        </Link>
        <h1 className="grow house-title" title={house.name}>
          {house.name}
        </h1>
        <Button.Group size="small">
          <Button
            disabled={past.length === 0}
            onClick={() => dispatch(undone())}
            aria-label={say(msg('screen.house.undo'))}
          >
            ↶
          </Button>
          <Button
            disabled={future.length === 0}
            onClick={() => dispatch(redone())}
            aria-label={say(msg('screen.house.redo'))}
          >
            ↷
          </Button>
        </Button.Group>
        <SaveLine />
      </header>
      <nav className="house-tabs" aria-label={say(msg('screen.house.pages-of-the-house'))}>
        {TABS.map(([to, label]) => (
          <NavLink key={to} to={to}>
            {say(label)}
          </NavLink>
        ))}
      </nav>
      <main className="page house-main stack">
        {/* The first time they are asked; later they are one line. */}
        <details className="house-facts" open={house.rooms.length === 0}>
          <summary>
            {say(
              msg('screen.house.in-short', {
                code: house.code.replace('nec-', 'NEC '),
                units: house.units,
                known: String(house.yearBuilt !== null),
                built: String(house.yearBuilt ?? ''),
                by: house.panelWorkBy,
              }),
            )}
          </summary>
          <div className="row fields">
            <TextField
              label={say(msg('screen.house.house'))}
              value={house.name}
              required
              onChange={(name) => edits.house((h) => ({ ...h, name }))}
            />
            <NumberField
              label={say(msg('screen.house.built-in'))}
              min={1700}
              max={2100}
              value={house.yearBuilt}
              placeholder={say(msg('screen.house.year'))}
              onChange={(yearBuilt) => edits.house((h) => ({ ...h, yearBuilt }), 'year')}
            />
            <Choice
              label={say(msg('screen.house.measures'))}
              value={house.units}
              width={140}
              onChange={(units) => edits.house((h) => ({ ...h, units }))}
              options={[
                { value: 'imperial', label: say(msg('screen.house.feet-and-inches')) },
                { value: 'metric', label: say(msg('screen.house.metric')) },
              ]}
            />
            <Choice
              label={say(msg('screen.house.code-in-force'))}
              value={house.code}
              width={120}
              onChange={(code) => edits.house((h) => ({ ...h, code }))}
              options={([2023, 2020, 2017, 2014] as const).map((y) => ({
                value: `nec-${y}` as const,
                label: `NEC ${y}`,
              }))}
            />
            <Choice
              label={say(msg('screen.house.work-in-the-panel-by'))}
              value={house.panelWorkBy}
              width={170}
              onChange={(panelWorkBy) => edits.house((h) => ({ ...h, panelWorkBy }))}
              options={[
                { value: 'electrician', label: say(msg('screen.house.an-electrician')) },
                { value: 'qualified-person', label: say(msg('screen.house.a-qualified-person')) },
              ]}
            />
          </div>
        </details>
        {evaluation.findings
          .filter((f) => f.rule === 'integrity')
          .map((f) => (
            <p key={f.key} className="house-problem" role="alert">
              {say(f.says)}
            </p>
          ))}
        <Guarded what={say(msg('screen.house.this-page'))} resetOn={[pathname, house]}>
          <Outlet />
        </Guarded>
      </main>
    </HouseContext.Provider>
  );
}
