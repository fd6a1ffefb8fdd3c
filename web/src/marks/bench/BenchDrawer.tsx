import { msg, q, type House, type PointId, type Step, type Text } from '@elwand/core';
import {
  benchOf,
  faulted,
  faultText,
  keyOfUse,
  momentAfter,
  placesIn,
  wiringPlanOf,
  type Bench,
} from '@elwand/core/bench';
import { Button, Checkbox, Drawer } from 'antd';
import { useMemo, useState } from 'react';
import { useSay } from '../../app/say.ts';
import { Choice } from '../../parts/Choice.tsx';
import { Segments } from '../../parts/Segments.tsx';
import { useFocusBack } from '../../parts/use-focus-back.ts';
import { usePhone } from '../../workspace/use-phone.ts';
import { useWork } from '../../workspace/work.ts';
import {
  aroundBox,
  atStep,
  faultsOf,
  isDrawing,
  rowsOf,
  setUp,
  vaOf,
  type AtStep,
  type Row,
  type Setup,
} from './bench-board.ts';
import '../asking.css';
import './bench.css';

type Which = 'planned' | 'present' | 'steps';
const NO_STEPS: readonly Step[] = [];
const START: Setup = {
  off: [],
  moved: [],
  drawing: null,
  tripped: [],
  pulled: [],
  red: '',
  black: '',
  fault: null,
};

const toggled = (list: readonly string[], key: string): string[] =>
  list.includes(key) ? list.filter((k) => k !== key) : [...list, key];

/** The two probes where one would hold them first: across the first device of the box, else to earth. */
function firstProbes(house: House, box: PointId): Pick<Setup, 'red' | 'black'> {
  const point = house.points.find((p) => p.id === box);
  const places = point ? placesIn(house, point) : [];
  const [first] = places;
  const back = places.find((p) => p.node.endsWith('silver') || p.node.endsWith('white')) ?? places.at(-1);
  return { red: first?.node ?? '', black: back?.node ?? '' };
}

/** Puts the rows of two benches side by side; null where one of them can't be put under power. */
function compared(make: () => Row[]): Row[] | null {
  try {
    return make();
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/** The wiring of the job under simulated power, with breakers, switches and instruments. */
export function BenchDrawer({ first, onClose }: { readonly first: PointId; readonly onClose: () => void }) {
  useFocusBack();
  const say = useSay();
  const phone = usePhone();
  const { bundle, evaluation } = useWork();
  const { chosen } = evaluation;
  const [which, setWhich] = useState<Which>(chosen ? 'planned' : 'present');
  const [done, setDone] = useState(0);
  const house = which !== 'present' && chosen ? chosen.applied.house : bundle.house;
  const boxes = house.points.filter((p) => p.devices.length > 0);
  const [asked, setAsked] = useState<PointId>(first);
  const box = boxes.find((p) => p.id === asked)?.id ?? boxes[0]?.id;
  const [setup, setSetup] = useState<Setup>(START);
  const plan = useMemo(() => chosen && wiringPlanOf(bundle, chosen.applied, chosen.boxes), [bundle, chosen]);
  const steps = chosen?.steps ?? NO_STEPS;
  const { bench, before } = useMemo<AtStep>(
    () => (which === 'steps' && plan ? atStep(plan, steps, done) : { bench: benchOf(house), before: null }),
    [which, plan, steps, done, house],
  );
  if (!box)
    return (
      <Drawer open onClose={onClose} title={say(msg('screen.bench.title'))}>
        <p className="empty">{say(msg('screen.bench.empty'))}</p>
      </Drawer>
    );
  const change = (to: Partial<Setup>) => setSetup((s) => ({ ...s, ...to }));
  const toStep = (n: number) => {
    setDone(n);
    // Whatever the step leaves off is off; what somebody moved besides stays moved.
    change({ off: [...momentAfter(steps, n).off], fault: null });
  };
  return (
    <Drawer
      open
      onClose={onClose}
      placement="bottom"
      size={phone ? '94%' : '88%'}
      title={say(msg('screen.bench.title'))}
      rootClassName="bench"
    >
      <p className="simulated">{say(msg('screen.bench.simulated'))}</p>
      <div className="row fields">
        {chosen && (
          <Segments<Which>
            label={say(msg('screen.bench.which'))}
            value={which}
            options={[
              { value: 'planned', label: say(msg('screen.bench.planned')) },
              { value: 'present', label: say(msg('screen.bench.present')) },
              { value: 'steps', label: say(msg('screen.bench.step-by-step')) },
            ]}
            onChange={(w) => {
              setWhich(w);
              setDone(0);
              setSetup(START);
            }}
          />
        )}
        <Choice
          label={say(msg('screen.bench.box'))}
          value={box}
          width={200}
          options={boxes.map((p) => ({ value: p.id, label: p.label }))}
          onChange={(id) => {
            setAsked(id);
            change({ red: '', black: '', fault: null, pulled: [] });
          }}
        />
        {which === 'steps' && <StepPicker steps={steps} done={done} onStep={toStep} />}
      </div>
      <Board
        key={`${which} ${box}`}
        house={house}
        wired={bench}
        before={before}
        box={box}
        setup={setup}
        change={change}
      />
    </Drawer>
  );
}

/** How far the work is: a step, and the buttons to the next and the last one. */
function StepPicker({
  steps,
  done,
  onStep,
}: {
  readonly steps: readonly Step[];
  readonly done: number;
  readonly onStep: (n: number) => void;
}) {
  const say = useSay();
  return (
    <>
      <Choice
        label={say(msg('screen.bench.after-step'))}
        value={String(done)}
        width={320}
        options={[
          { value: '0', label: msg('screen.bench.before-work') },
          ...steps.map((s, i) => ({
            value: String(i + 1),
            label: msg('screen.bench.step', { n: i + 1, step: s.title }),
          })),
        ]}
        onChange={(n) => onStep(Number(n))}
      />
      <Button disabled={done === 0} onClick={() => onStep(done - 1)}>
        {say(msg('screen.bench.last-step'))}
      </Button>
      <Button disabled={done === steps.length} onClick={() => onStep(done + 1)}>
        {say(msg('screen.bench.next-step'))}
      </Button>
    </>
  );
}

function Board({
  house,
  wired,
  before,
  box,
  setup: asked,
  change,
}: {
  readonly house: House;
  readonly wired: Bench;
  /** The bench before the step that was just done, with what was off then. */
  readonly before: Bench | null;
  readonly box: PointId;
  readonly setup: Setup;
  readonly change: (to: Partial<Setup>) => void;
}) {
  const say = useSay();
  const setup = useMemo<Setup>(
    () => ({ ...asked, ...(asked.red === '' ? firstProbes(house, box) : {}) }),
    [asked, house, box],
  );
  const faults = useMemo(() => faultsOf(house, box), [house, box]);
  const sound = useMemo(() => setUp(wired, setup), [wired, setup]);
  const right = useMemo(() => compared(() => rowsOf(sound, box, setup)), [sound, box, setup]);
  const stood = useMemo(() => {
    if (!before) return null;
    const then = { ...setup, off: [...before.off] };
    return compared(() => rowsOf(setUp(before, then), box, then));
  }, [before, setup, box]);
  const isChanged = (r: Row) => {
    const old = stood?.find((o) => o.key === r.key);
    return stood !== null && (old === undefined || say(old.shows) !== say(r.shows));
  };
  const fault = faults.find((f) => f.kind === setup.fault);
  const wrong = useMemo(
    () => (fault ? compared(() => rowsOf(faulted(sound, [fault]), box, setup)) : null),
    [sound, setup, box, fault],
  );
  const point = house.points.find((p) => p.id === box);
  const places = point ? placesIn(house, point) : [];
  const differ =
    right && wrong ? right.filter((r, i) => say(r.shows) !== say(wrong[i]?.shows ?? '')).length : 0;
  return (
    <div className="bench-columns">
      <Controls house={house} box={box} bench={sound} setup={setup} change={change} />
      <section className="stack">
        <div className="row fields">
          {(['red', 'black'] as const).map((probe) => (
            <Choice
              key={probe}
              label={say(msg(probe === 'red' ? 'screen.bench.probe-a' : 'screen.bench.probe-b'))}
              value={setup[probe]}
              width={230}
              options={places.map((p) => ({ value: p.node, label: p.says }))}
              onChange={(node) => change({ red: setup.red, black: setup.black, [probe]: node })}
            />
          ))}
          <Choice
            label={say(msg('screen.bench.fault'))}
            value={setup.fault ?? ''}
            width={260}
            options={[
              { value: '', label: msg('screen.bench.no-fault') },
              ...faults.map((f) => ({ value: f.kind, label: faultText(f.kind) })),
            ]}
            onChange={(kind) => change({ fault: faults.find((f) => f.kind === kind)?.kind ?? null })}
          />
        </div>
        {stood && <p className="bench-note">{say(msg('screen.bench.changed'))}</p>}
        {right === null && <p role="alert">{say(msg('screen.bench.failed'))}</p>}
        {right && (
          <table className="bench-table" aria-live="polite">
            <thead>
              <tr>
                <th scope="col">{say(msg('screen.bench.instrument'))}</th>
                <th scope="col">{say(msg(fault ? 'screen.bench.sound' : 'screen.bench.should-read'))}</th>
                {fault && <th scope="col">{say(msg('screen.bench.faulty'))}</th>}
              </tr>
            </thead>
            <tbody>
              {right.map((r, i) => {
                const other = wrong?.[i];
                const isOther = other !== undefined && say(other.shows) !== say(r.shows);
                return (
                  <tr key={r.key}>
                    <th scope="row">{say(r.what)}</th>
                    <td className={isChanged(r) ? 'bench-other' : undefined}>{say(r.shows)}</td>
                    {fault && (
                      <td className={isOther ? 'bench-other' : undefined}>
                        {wrong ? say(other?.shows ?? '') : say(msg('screen.bench.failed'))}
                      </td>
                    )}
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
        {fault && wrong && <p>{say(msg('screen.bench.tells', { differ }))}</p>}
      </section>
    </div>
  );
}

/** Things to tick, under one name; nothing where there are none. */
function Ticks({
  legend,
  of,
  note,
}: {
  readonly legend: Text;
  readonly of: readonly {
    readonly key: string;
    readonly says: Text;
    readonly on: boolean;
    readonly turn: () => void;
  }[];
  readonly note?: Text;
}) {
  const say = useSay();
  if (of.length === 0) return null;
  return (
    <fieldset>
      <legend>{say(legend)}</legend>
      {of.map(({ key, says, on, turn }) => (
        <Checkbox key={key} checked={on} onChange={turn}>
          {say(says)}
        </Checkbox>
      ))}
      {note && <span className="quiet">{say(note)}</span>}
    </fieldset>
  );
}

/** Breakers, handles, buttons, devices and loads of the circuits that come to the box. */
function Controls({
  house,
  box,
  bench,
  setup,
  change,
}: {
  readonly house: House;
  readonly box: PointId;
  readonly bench: Bench;
  readonly setup: Setup;
  readonly change: (to: Partial<Setup>) => void;
}) {
  const around = useMemo(() => aroundBox(house, bench, box), [house, bench, box]);
  const drawing = setup.drawing ?? bench.network.uses.filter((x) => isDrawing(setup, x)).map(keyOfUse);
  return (
    <section className="stack bench-controls">
      <Ticks
        legend={msg('screen.bench.breakers')}
        of={around.breakers.map((b) => ({
          key: b.id,
          says: msg('screen.bench.breaker', { number: b.number, label: b.label }),
          on: !setup.off.includes(b.id),
          turn: () => change({ off: toggled(setup.off, b.id) }),
        }))}
      />
      <Ticks
        legend={msg('screen.bench.switches')}
        of={around.handles.map((h) => ({
          key: h.key,
          says: msg('screen.bench.switch', {
            box: h.point.label,
            device: msg(`names.device.${h.kind}`),
            n: h.device + 1,
          }),
          on: setup.moved.includes(h.key),
          turn: () => change({ moved: toggled(setup.moved, h.key) }),
        }))}
      />
      <Ticks
        legend={msg('screen.bench.tests')}
        of={around.relays.map((r) => ({
          key: r.key,
          says: msg('screen.bench.tripped-device', {
            box: r.point.label,
            device: msg(`names.device.${r.kind}`),
          }),
          on: setup.tripped.includes(r.key),
          turn: () => change({ tripped: toggled(setup.tripped, r.key) }),
        }))}
      />
      <Ticks
        legend={msg('screen.bench.pulled')}
        note={msg('screen.bench.pulled-how')}
        of={around.devices.map((d) => ({
          key: d.key,
          says: msg('screen.bench.pulled-device', { device: msg(`names.device.${d.kind}`), n: d.device + 1 }),
          on: setup.pulled.includes(d.key),
          turn: () => change({ pulled: toggled(setup.pulled, d.key) }),
        }))}
      />
      <Ticks
        legend={msg('screen.bench.loads')}
        of={around.uses.map((u) => ({
          key: keyOfUse(u),
          says: msg('screen.bench.load', {
            box: u.point.label,
            what: msg(`bench.use.${u.what}`),
            watts: q.watts(vaOf(u)),
          }),
          on: isDrawing(setup, u),
          turn: () => change({ drawing: toggled(drawing, keyOfUse(u)) }),
        }))}
      />
    </section>
  );
}
