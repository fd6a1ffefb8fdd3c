import { ItemId, type House, type Passage, type Wall } from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { Choice } from '../parts/Choice.tsx';
import { freshId } from '../parts/ids.ts';
import { LengthInput } from '../parts/LengthInput.tsx';

const TO = [
  { value: 'above', label: 'to above' },
  { value: 'below', label: 'to below' },
  { value: 'behind', label: 'to the room behind' },
] as const;
const KINDS = [
  { value: 'hole', label: 'hole' },
  { value: 'conduit', label: 'empty conduit' },
] as const;
const FACES = [
  { value: 'siding', label: 'siding' },
  { value: 'masonry', label: 'brick, stone, stucco' },
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
          its baseboard can come off
        </Checkbox>
        {wall.exterior && (
          <Choice
            label="Outside it is"
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
          A hole or conduit is there
        </Button>
      </div>
      {passages.map((p) => (
        <div className="row fields" key={p.id}>
          <Choice
            label="There is a"
            value={p.kind}
            width={140}
            options={KINDS}
            onChange={(kind) => change(p.id, { kind })}
          />
          <Choice
            label="Going"
            value={p.to}
            width={170}
            options={TO}
            onChange={(to) => change(p.id, { to })}
          />
          <LengthInput
            label="at"
            width={96}
            value={p.atMm}
            system={system}
            onChange={(atMm) => change(p.id, { atMm })}
          />
          <LengthInput
            label="wide"
            width={96}
            value={p.diameterMm}
            system={system}
            onChange={(diameterMm) => change(p.id, { diameterMm })}
          />
          <Button
            type="text"
            size="small"
            aria-label={`Take out the ${p.kind}`}
            onClick={() => put(passages.filter((x) => x.id !== p.id))}
          >
            ✕
          </Button>
        </div>
      ))}
    </>
  );
}
