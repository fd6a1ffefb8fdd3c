import { CROWN_LEAST_MM, ItemId, type House, type Passage, type Wall, msg, q } from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { LengthInput } from '../parts/LengthInput.tsx';
import { useSay } from '../app/say.ts';

const TO = [
  { value: 'above', label: msg('screen.wall.to-above') },
  { value: 'below', label: msg('screen.wall.to-below') },
  { value: 'behind', label: msg('screen.wall.to-the-room-behind') },
] as const;
const KINDS = [
  { value: 'hole', label: msg('screen.wall.hole') },
  { value: 'conduit', label: msg('screen.wall.empty-conduit') },
] as const;
const FACES = [
  { value: 'siding', label: msg('screen.wall.siding') },
  { value: 'masonry', label: msg('screen.wall.brick-stone-stucco') },
] as const;

/** What opens ways in a wall: trim that comes off, cladding, holes and conduits that are there. */
export function WallWays({
  wall,
  system,
  set,
}: {
  readonly wall: Wall;
  readonly system: House['units'];
  readonly set: (change: (w: Wall) => Wall) => void;
}) {
  const say = useSay();
  const passages = wall.passages ?? [];
  const put = (next: readonly Passage[]) => set((w) => ({ ...w, passages: [...next] }));
  const change = (id: string, to: Partial<Passage>) =>
    put(passages.map((p) => (p.id === id ? { ...p, ...to } : p)));
  return (
    <>
      <div className="row fields">
        <Checkbox
          checked={wall.baseboard === true}
          onChange={(e) => set((w) => ({ ...w, baseboard: e.target.checked }))}
        >
          {say(msg('screen.wall.its-baseboard-can-come-off'))}
        </Checkbox>
        {wall.baseboard === true && wall.openings.some((o) => o.kind !== 'window') && (
          <Checkbox
            checked={wall.casing === true}
            onChange={(e) => set((w) => ({ ...w, casing: e.target.checked }))}
          >
            {say(msg('screen.wall.its-casing-can-come-off'))}
          </Checkbox>
        )}
        <Checkbox
          checked={wall.crown === true}
          onChange={(e) => set((w) => ({ ...w, crown: e.target.checked }))}
        >
          {say(msg('screen.wall.its-crown-can-come-off', { least: q.length(CROWN_LEAST_MM) }))}
        </Checkbox>
        {wall.exterior && (
          <Choice
            label={say(msg('screen.wall.outside-it-is'))}
            value={wall.outerFace ?? 'siding'}
            width={190}
            options={FACES}
            onChange={(outerFace) => set((w) => ({ ...w, outerFace }))}
          />
        )}
        <Button
          size="small"
          onClick={() =>
            put([
              ...passages,
              {
                id: ItemId.parse(freshId('way')),
                kind: 'hole',
                to: 'above',
                atMm: wall.lengthMm / 2,
                diameterMm: 25.4,
              },
            ])
          }
        >
          {say(msg('screen.wall.a-hole-or-conduit-is'))}
        </Button>
      </div>
      {passages.map((p) => (
        <div className="row fields" key={p.id}>
          <Choice
            label={say(msg('screen.wall.there-is-a'))}
            value={p.kind}
            width={140}
            options={KINDS}
            onChange={(kind) => change(p.id, { kind })}
          />
          <Choice
            label={say(msg('screen.wall.going'))}
            value={p.to}
            width={170}
            options={TO}
            onChange={(to) => change(p.id, { to })}
          />
          <LengthInput
            label={say(msg('screen.wall.at-2'))}
            width={96}
            value={p.atMm}
            system={system}
            onChange={(atMm) => change(p.id, { atMm })}
          />
          <LengthInput
            label={say(msg('screen.wall.wide'))}
            width={96}
            value={p.diameterMm}
            system={system}
            onChange={(diameterMm) => change(p.id, { diameterMm })}
          />
          <Button
            type="text"
            size="small"
            aria-label={say(msg('screen.wall.delete-the', { kind: msg(`names.passage.${p.kind}`) }))}
            onClick={() => put(passages.filter((x) => x.id !== p.id))}
          >
            ✕
          </Button>
        </div>
      ))}
    </>
  );
}
