import type { House } from '@elwand/core';
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
  ['rooms', 'Rooms'],
  ['points', 'Outlets and cables'],
  ['panel', 'Panel'],
  ['local', 'Local rules'],
  ['jobs', 'Jobs'],
  ['history', 'History'],
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
          Elwand
        </Link>
        <h1 className="grow">{house.name}</h1>
        <Button.Group size="small">
          <Button disabled={past.length === 0} onClick={() => dispatch(undone())} aria-label="Undo">
            ↶
          </Button>
          <Button disabled={future.length === 0} onClick={() => dispatch(redone())} aria-label="Redo">
            ↷
          </Button>
        </Button.Group>
        <SaveLine />
      </header>
      <nav className="house-tabs" aria-label="Pages of the house">
        {TABS.map(([to, label]) => (
          <NavLink key={to} to={to}>
            {label}
          </NavLink>
        ))}
      </nav>
      <main className="page house-main stack">
        <div className="row fields house-facts">
          <TextField
            label="House"
            value={house.name}
            required
            onChange={(name) => edits.house((h) => ({ ...h, name }))}
          />
          <NumberField
            label="Built in"
            min={1700}
            max={2100}
            value={house.yearBuilt}
            placeholder="year"
            onChange={(yearBuilt) => edits.house((h) => ({ ...h, yearBuilt }), 'year')}
          />
          <Choice
            label="Measures"
            value={house.units}
            width={140}
            onChange={(units) => edits.house((h) => ({ ...h, units }))}
            options={[
              { value: 'imperial', label: 'feet and inches' },
              { value: 'metric', label: 'metric' },
            ]}
          />
          <Choice
            label="Code in force"
            value={house.code}
            width={120}
            onChange={(code) => edits.house((h) => ({ ...h, code }))}
            options={([2023, 2020, 2017, 2014] as const).map((y) => ({
              value: `nec-${y}` as const,
              label: `NEC ${y}`,
            }))}
          />
          <Choice
            label="Work in the panel by"
            value={house.panelWorkBy}
            width={170}
            onChange={(panelWorkBy) => edits.house((h) => ({ ...h, panelWorkBy }))}
            options={[
              { value: 'electrician', label: 'an electrician' },
              { value: 'qualified-person', label: 'a qualified person' },
            ]}
          />
        </div>
        {evaluation.findings
          .filter((f) => f.rule === 'integrity')
          .map((f) => (
            <p key={f.key} className="house-problem" role="alert">
              {say(f.says)}
            </p>
          ))}
        <Guarded what="this page" resetOn={[pathname, house]}>
          <Outlet />
        </Guarded>
      </main>
    </HouseContext.Provider>
  );
}
