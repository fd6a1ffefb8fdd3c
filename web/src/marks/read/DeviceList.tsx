import { msg } from '@elwand/core';
import { deviceText, MOST, seenScrews, type SeenBox, type SeenDevice } from '@elwand/core/reading';
import { Button, Checkbox } from 'antd';
import { useSay } from '../../app/say.ts';
import { DEVICE_KINDS } from '../../house/device-words.ts';
import { Choice } from '../../parts/Choice.tsx';
import { seatText } from './seat-text.ts';
import { addDevice, changeDevice, removeDevice, splicesOf, togglePigtail } from './read-edits.ts';

interface Editing {
  readonly box: SeenBox;
  readonly onChange: (box: SeenBox) => void;
}

const TABS = [
  { value: '', label: msg('screen.read.not-seen') },
  { value: 'whole', label: msg('screen.read.tab-whole') },
  { value: 'broken', label: msg('screen.read.tab-broken') },
] as const;
const METAL = [
  { value: '', label: msg('screen.read.not-known') },
  { value: 'no', label: msg('screen.read.plastic') },
  { value: 'yes', label: msg('screen.read.metal') },
] as const;

/** Another kind has other parts: what was said of the old one goes. */
const ofKind = (kind: SeenDevice['kind']): SeenDevice => ({ kind });

/** What the box is and what is mounted in it. */
export function DeviceList({ box, onChange }: Editing) {
  const say = useSay();
  return (
    <section className="stack read-part">
      <h3>{say(msg('screen.read.box-and-devices'))}</h3>
      <Choice
        label={say(msg('screen.read.box-is'))}
        value={box.metal === null ? '' : box.metal ? 'yes' : 'no'}
        width={150}
        options={METAL}
        onChange={(m) => onChange({ ...box, metal: m === '' ? null : m === 'yes' })}
      />
      {box.devices.map((d, i) => (
        <div key={i} className="row fields" role="group" aria-label={say(deviceText(box, i))}>
          <Choice
            label={say(msg('screen.read.device', { n: i + 1 }))}
            value={d.kind}
            width={200}
            options={DEVICE_KINDS}
            onChange={(kind) => onChange(changeDevice(box, i, ofKind(kind)))}
          />
          {d.kind === 'receptacle' && (
            <Choice
              label={say(msg('screen.read.tab'))}
              value={d.tab ?? ''}
              width={150}
              options={TABS}
              onChange={(tab) => {
                const { tab: _, ...rest } = d;
                onChange(changeDevice(box, i, tab === '' ? rest : { ...rest, tab }));
              }}
            />
          )}
          <Button onClick={() => onChange(removeDevice(box, i))}>
            {say(msg('screen.read.remove-device'))}
          </Button>
        </div>
      ))}
      {box.devices.length < MOST.devices && (
        <div>
          <Button onClick={() => onChange(addDevice(box, { kind: 'receptacle' }))}>
            {say(msg('screen.read.add-device'))}
          </Button>
        </div>
      )}
      {splicesOf(box).length > 0 && <Pigtails box={box} onChange={onChange} />}
    </section>
  );
}

/** Which screws each splice reaches by a pigtail. */
function Pigtails({ box, onChange }: Editing) {
  const say = useSay();
  const screws = box.devices.flatMap((d, device) => seenScrews(d).map((screw) => ({ device, screw })));
  return (
    <details>
      <summary>{say(msg('screen.read.pigtails', { count: box.pigtails.length }))}</summary>
      {splicesOf(box).map((n) => (
        <fieldset key={n} className="read-pigtails">
          <legend>{say(msg('screen.read.pigtails-of', { n }))}</legend>
          {screws.map(({ device, screw }) => (
            <Checkbox
              key={`${device}${screw}`}
              checked={box.pigtails.some(
                (p) =>
                  p.splice === n && p.to.on === 'screw' && p.to.device === device && p.to.screw === screw,
              )}
              onChange={() => onChange(togglePigtail(box, n, { on: 'screw', device, screw }))}
            >
              {say(seatText(box, { on: 'screw', device, screw }))}
            </Checkbox>
          ))}
          {box.metal === true && (
            <Checkbox
              checked={box.pigtails.some((p) => p.splice === n && p.to.on === 'box')}
              onChange={() => onChange(togglePigtail(box, n, { on: 'box' }))}
            >
              {say(msg('screen.read.metal-screw'))}
            </Checkbox>
          )}
        </fieldset>
      ))}
    </details>
  );
}
