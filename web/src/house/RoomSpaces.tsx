import { JOIST_MEMBERS, type House, type JoistMembers, type Room, msg } from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { LengthInput } from '../parts/LengthInput.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { JoistThings } from './JoistThings.tsx';
import { useSay } from '../app/say.ts';

const STORIES = ['0', '1', '2', '3'] as const;

const HEELS = {
  low: msg('screen.rooms.heel-low'),
  raised: msg('screen.rooms.heel-raised'),
} as const;

/** The roof over an attic: whether a drill gets to the plates of the outside walls. */
function RoofFields({ room, set }: Pick<SpacesProps, 'room' | 'set'>) {
  const say = useSay();
  const { roof = {} } = room.above;
  const put = (to: typeof roof) =>
    set((r) => ({ ...r, above: { ...r.above, roof: { ...r.above.roof, ...to } } }));
  return (
    <>
      <NumberField
        label={say(msg('screen.rooms.roof-pitch'))}
        title={say(msg('screen.rooms.roof-pitch-why'))}
        value={roof.pitch ?? null}
        min={0}
        max={36}
        onChange={(pitch) =>
          pitch === null
            ? set(({ above: { roof: { pitch: _, ...rest } = {}, ...a }, ...r }) => ({
                ...r,
                above: { ...a, roof: rest },
              }))
            : put({ pitch })
        }
      />
      <Choice
        label={say(msg('screen.rooms.roof-shape'))}
        value={roof.shape ?? 'gable'}
        width={110}
        options={[
          { value: 'gable', label: msg('screen.rooms.roof-gable') },
          { value: 'hip', label: msg('screen.rooms.roof-hip') },
        ]}
        onChange={(shape) => put({ shape })}
      />
      <Choice
        label={say(msg('screen.rooms.roof-heel'))}
        value={roof.heel ?? 'low'}
        width={210}
        options={(['low', 'raised'] as const).map((value) => ({ value, label: HEELS[value] }))}
        onChange={(heel) => put({ heel })}
      />
    </>
  );
}

interface SpacesProps {
  readonly room: Room;
  readonly system: House['units'];
  readonly set: (change: (r: Room) => Room) => void;
}

/** A length that is entered only where somebody knows it. */
function Optional({
  label,
  value,
  start,
  system,
  put,
  drop,
}: {
  readonly label: string;
  readonly value: number | undefined;
  /** What it is on entering it, mm. */
  readonly start: number;
  readonly system: House['units'];
  readonly put: (mm: number) => void;
  readonly drop: () => void;
}) {
  const say = useSay();
  if (value === undefined)
    return (
      <Button size="small" onClick={() => put(start)}>
        {say(msg('screen.rooms.enter', { label: label.toLowerCase() }))}
      </Button>
    );
  return (
    <span className="row">
      <LengthInput label={label} value={value} system={system} width={120} onChange={put} />
      <Button
        type="text"
        size="small"
        aria-label={say(msg('screen.rooms.forget', { label: label.toLowerCase() }))}
        onClick={drop}
      >
        ✕
      </Button>
    </span>
  );
}

/** Where one gets into the attic. */
function Hatch({ room, system, set }: SpacesProps) {
  const say = useSay();
  const { above } = room;
  return above.hatch ? (
    <span className="row">
      <LengthInput
        label={say(msg('screen.rooms.hatch-along-first-wall'))}
        value={above.hatch.xMm}
        system={system}
        width={120}
        onChange={(xMm) =>
          set((r) => ({ ...r, above: { ...r.above, hatch: { yMm: 0, ...r.above.hatch, xMm } } }))
        }
      />
      <LengthInput
        label={say(msg('screen.rooms.hatch-out-from-it'))}
        value={above.hatch.yMm}
        system={system}
        width={120}
        onChange={(yMm) =>
          set((r) => ({ ...r, above: { ...r.above, hatch: { xMm: 0, ...r.above.hatch, yMm } } }))
        }
      />
      <Button
        type="text"
        size="small"
        aria-label={say(msg('screen.rooms.forget-the-hatch'))}
        onClick={() => set(({ above: { hatch: _, ...a }, ...r }) => ({ ...r, above: a }))}
      >
        ✕
      </Button>
    </span>
  ) : (
    <Button
      size="small"
      onClick={() => set((r) => ({ ...r, above: { ...r.above, hatch: { xMm: 600, yMm: 600 } } }))}
    >
      {say(msg('screen.rooms.the-attic-hatch-is-here'))}
    </Button>
  );
}

/** What is known of the floor's joists and of the room to crawl under them. */
function UnderFloor({ room, system, set }: SpacesProps) {
  const say = useSay();
  const { below } = room;
  return (
    <>
      {below.kind === 'crawl' && (
        <Optional
          label={say(msg('screen.rooms.clear-height-to-crawl-in'))}
          value={below.clearMm}
          start={610}
          system={system}
          put={(clearMm) => set((r) => ({ ...r, below: { ...r.below, clearMm } }))}
          drop={() => set(({ below: { clearMm: _, ...b }, ...r }) => ({ ...r, below: b }))}
        />
      )}
      {(below.kind === 'crawl' || below.kind === 'basement') && (
        <Optional
          label={say(msg('screen.rooms.a-joist-below-from-the'))}
          value={below.joistAtMm}
          start={406.4}
          system={system}
          put={(joistAtMm) => set((r) => ({ ...r, below: { ...r.below, joistAtMm } }))}
          drop={() => set(({ below: { joistAtMm: _, ...b }, ...r }) => ({ ...r, below: b }))}
        />
      )}
      {below.joistAtMm !== undefined && (
        <Optional
          label={say(msg('screen.rooms.joists-below-apart'))}
          value={below.joistSpacingMm}
          start={406.4}
          system={system}
          put={(mm) => set((r) => ({ ...r, below: { ...r.below, joistSpacingMm: Math.max(200, mm) } }))}
          drop={() => set(({ below: { joistSpacingMm: _, ...b }, ...r }) => ({ ...r, below: b }))}
        />
      )}
      {(below.kind === 'crawl' || below.kind === 'basement') && (
        <Optional
          label={say(msg('screen.rooms.depth-of-the-floor-joists'))}
          value={below.joistDepthMm}
          start={184.15}
          system={system}
          put={(joistDepthMm) => set((r) => ({ ...r, below: { ...r.below, joistDepthMm } }))}
          drop={() => set(({ below: { joistDepthMm: _, ...b }, ...r }) => ({ ...r, below: b }))}
        />
      )}
    </>
  );
}

/** What is known of the framing over and under a room: story, joists that were found, the hatch, the room to crawl in. */
export function RoomSpaces({ room, system, set }: SpacesProps) {
  const say = useSay();
  const { above, below } = room;
  const members = Object.entries(JOIST_MEMBERS).map(([value, m]) => ({
    value: value as JoistMembers,
    label: say(m.name),
  }));
  return (
    <details className="wall-more">
      <summary>{say(msg('screen.rooms.floor-joists-attic-access'))}</summary>
      <div className="row fields">
        <Choice
          label={say(msg('screen.rooms.floor-2'))}
          value={String(room.level ?? 0) as (typeof STORIES)[number]}
          width={110}
          options={STORIES.map((s) => ({
            value: s,
            label: say(msg('screen.rooms.story', { level: Number(s) })),
          }))}
          onChange={(s) => set(({ level: _, ...r }) => (s === '0' ? r : { ...r, level: Number(s) }))}
        />
        {above.kind !== 'none' && (
          <Choice
            label={say(msg('screen.rooms.joists-above-are'))}
            value={above.members ?? 'lumber'}
            width={130}
            options={members}
            onChange={(members) => set((r) => ({ ...r, above: { ...r.above, members } }))}
          />
        )}
        {below.kind !== 'slab' && (
          <Choice
            label={say(msg('screen.rooms.joists-below-are'))}
            value={below.members ?? 'lumber'}
            width={130}
            options={members}
            onChange={(members) => set((r) => ({ ...r, below: { ...r.below, members } }))}
          />
        )}
        {above.kind !== 'none' && (
          <Checkbox
            checked={above.open === true}
            onChange={(e) =>
              set(({ above: { open: _, ...a }, ...r }) => ({
                ...r,
                above: e.target.checked ? { ...a, open: true } : a,
              }))
            }
          >
            {say(msg('screen.rooms.no-ceiling'))}
          </Checkbox>
        )}
        <Optional
          label={say(msg('screen.rooms.a-joist-above-from-the'))}
          value={above.joistAtMm}
          start={406.4}
          system={system}
          put={(joistAtMm) => set((r) => ({ ...r, above: { ...r.above, joistAtMm } }))}
          drop={() => set(({ above: { joistAtMm: _, ...a }, ...r }) => ({ ...r, above: a }))}
        />
        {above.joistAtMm !== undefined && (
          <Optional
            label={say(msg('screen.rooms.joists-apart'))}
            value={above.joistSpacingMm}
            start={406.4}
            system={system}
            put={(mm) => set((r) => ({ ...r, above: { ...r.above, joistSpacingMm: Math.max(200, mm) } }))}
            drop={() => set(({ above: { joistSpacingMm: _, ...a }, ...r }) => ({ ...r, above: a }))}
          />
        )}
        {above.kind === 'attic' && <RoofFields room={room} set={set} />}
        {above.kind === 'attic' && <Hatch room={room} system={system} set={set} />}
        <UnderFloor room={room} system={system} set={set} />
      </div>
      {above.kind !== 'none' && above.kind !== 'attic' && above.open !== true && (
        <JoistThings room={room} system={system} set={set} />
      )}
    </details>
  );
}
