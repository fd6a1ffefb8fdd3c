import {
  driverVoltAmperes,
  ItemId,
  makeWant,
  MOST_STRIPS,
  MOST_WANTS,
  msg,
  planStrip,
  type House,
  type Job,
  type Room,
  type StripLight,
  type Wall,
} from '@elwand/core';
import { Button } from 'antd';
import { useSay } from '../../../app/say.ts';
import { freshId } from '../../../parts/ids.ts';
import { useWork } from '../../../workspace/work.ts';
import { StripForm } from './StripForm.tsx';
import { StripResult } from './StripResult.tsx';
import './strips.css';

const fresh = (label: string): StripLight => ({
  id: ItemId.parse(freshId('strip')),
  label,
  kind: 'cabinet',
  volts: 24,
  widthMm: 10,
  wires: 2,
  pieces: [],
  corners: 'jumper',
  channel: 'surface',
  driver: null,
  dimming: 'none',
});

/** The walls of the room that is looked at, and those of other rooms where the strip already is, by the names of their rooms. */
function wallsFor({ rooms }: House, room: Room | null, strip: StripLight): Wall[] {
  const used = new Set<string>([...strip.pieces.map((p) => p.wallId), strip.driver?.wallId ?? '']);
  return rooms.flatMap((r) =>
    r.walls.flatMap((w) =>
      room === null || r.id === room.id
        ? [w]
        : used.has(w.id)
          ? [{ ...w, name: `${r.name}: ${w.name}` }]
          : [],
    ),
  );
}

/** Strip lighting of a job: what is lit, and what comes of it. */
export function Strips() {
  const say = useSay();
  const { bundle, edits, room } = useWork();
  const { house, job } = bundle;
  const strips = job.strips ?? [];
  const setAll = (to: readonly StripLight[], more: Partial<Job> = {}, merge?: string) => {
    const { strips: _, ...rest } = job;
    edits.job({ ...rest, ...more, ...(to.length > 0 ? { strips: [...to] } : {}) }, merge);
  };
  const put = (to: StripLight, merge?: string) =>
    setAll(
      strips.map((s) => (s.id === to.id ? to : s)),
      {},
      merge,
    );
  const supply = (strip: StripLight) => {
    const { driver } = strip;
    if (!driver) return;
    const { watts, outputs } = planStrip(house, strip);
    const label = say(msg('screen.strips.supply-name', { strip: strip.label })).slice(0, 120);
    const isCord = driver.connection === 'cord';
    const want = makeWant(
      freshId('want'),
      label,
      { on: 'wall', wallId: driver.wallId, xMm: driver.xMm, heightMm: driver.heightMm },
      {
        kind: isCord ? 'receptacle' : 'appliance',
        devices: [{ kind: isCord ? 'receptacle' : 'appliance' }],
        loads: [
          {
            name: label,
            voltAmperes: driverVoltAmperes(watts),
            connection: isCord ? 'cord' : 'fixed',
            continuous: true,
            motor: false,
            roomAirConditioner: false,
            hours: [[17, 23]],
          },
        ],
      },
    );
    if (outputs.length > 0) setAll(strips, { wants: [...job.wants, want] });
  };
  return (
    <section className="stack strips" aria-label={say(msg('screen.strips.title'))}>
      <h3>{say(msg('screen.strips.title'))}</h3>
      <p className="muted">{say(msg('screen.strips.why'))}</p>
      {strips.map((strip) => (
        <section key={strip.id} className="sheet stack" aria-label={strip.label}>
          <StripForm strip={strip} house={house} put={put} walls={wallsFor(house, room, strip)} />
          <StripResult strip={strip} house={house} />
          <div className="row">
            {strip.driver && strip.pieces.length > 0 && job.wants.length < MOST_WANTS && (
              <Button size="small" onClick={() => supply(strip)}>
                {say(msg('screen.strips.add-supply', { connection: strip.driver.connection }))}
              </Button>
            )}
            <Button
              size="small"
              aria-label={say(msg('screen.strips.delete-strip', { strip: strip.label }))}
              onClick={() => setAll(strips.filter((s) => s.id !== strip.id))}
            >
              {say(msg('screen.strips.delete'))}
            </Button>
          </div>
        </section>
      ))}
      <div>
        <Button
          disabled={strips.length >= MOST_STRIPS}
          onClick={() =>
            setAll([...strips, fresh(say(msg('screen.strips.new-name', { n: strips.length + 1 })))])
          }
        >
          {say(msg('screen.strips.add'))}
        </Button>
      </div>
    </section>
  );
}
