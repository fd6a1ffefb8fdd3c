import {
  ItemId,
  msg,
  stripWatts,
  type House,
  type StripLight,
  type Text,
  type UnitSystem,
  type Wall,
} from '@elwand/core';
import { Button, InputNumber } from 'antd';
import { useSay } from '../../../app/say.ts';
import { Choice } from '../../../parts/Choice.tsx';
import { freshId } from '../../../parts/ids.ts';
import { LengthInput } from '../../../parts/LengthInput.tsx';
import { NumberField } from '../../../parts/NumberField.tsx';
import { TextField } from '../../../parts/TextField.tsx';

const KINDS = ['accent', 'cabinet', 'task', 'bright'] as const;
const DIMMINGS = ['none', 'phase', 'pwm', '0-10v'] as const;
const CHANNELS = ['none', 'surface', 'recessed', 'corner'] as const;
const WIRES = [2, 3, 4, 5, 6] as const;
const WIDTHS = [8, 10, 12] as const;
const SPOTS = ['cabinet', 'open', 'hidden'] as const;
const MM_PER_FOOT = 304.8;

type Put = (to: StripLight, merge?: string) => void;
interface Props {
  readonly strip: StripLight;
  readonly house: House;
  readonly put: Put;
}

/** One of a few by its own name; numbers are told as text in a list of choices. */
function Pick<T extends string | number>({
  label,
  value,
  of,
  text,
  width,
  onChange,
}: {
  readonly label: string;
  readonly value: T;
  readonly of: readonly T[];
  readonly text: (value: T) => Text;
  readonly width: number;
  readonly onChange: (value: T) => void;
}) {
  return (
    <Choice
      label={label}
      value={String(value)}
      width={width}
      options={of.map((v) => ({ value: String(v), label: text(v) }))}
      onChange={(v) => {
        const found = of.find((x) => String(x) === v);
        if (found !== undefined) onChange(found);
      }}
    />
  );
}

function Make({ strip, house, put }: Props) {
  const say = useSay();
  const perFoot = house.units === 'imperial';
  return (
    <>
      <div className="row fields">
        <TextField
          label={say(msg('screen.strips.name'))}
          value={strip.label}
          required
          onChange={(label) => put({ ...strip, label })}
        />
        <Pick
          label={say(msg('screen.strips.kind'))}
          value={strip.kind}
          of={KINDS}
          width={210}
          text={(kind) => msg('screen.strips.kind-of', { kind, watts: stripWatts(kind, house.units) })}
          onChange={(kind) => put({ ...strip, kind })}
        />
        <Pick
          label={say(msg('screen.strips.volts'))}
          value={strip.volts}
          of={[12, 24] as const}
          width={100}
          text={(volts) => msg('screen.strips.volts-of', { volts })}
          onChange={(volts) => put({ ...strip, volts })}
        />
        <Pick
          label={say(msg('screen.strips.width'))}
          value={strip.widthMm}
          of={WIDTHS}
          width={100}
          text={(mm) => msg('screen.strips.width-of', { mm })}
          onChange={(widthMm) => put({ ...strip, widthMm })}
        />
        <Pick
          label={say(msg('screen.strips.wires'))}
          value={strip.wires}
          of={WIRES}
          width={170}
          text={(wires) => msg('screen.strips.wires-of', { wires: String(wires) })}
          onChange={(wires) => put({ ...strip, wires })}
        />
        <Pick
          label={say(msg('screen.strips.channel'))}
          value={strip.channel}
          of={CHANNELS}
          width={120}
          text={(channel) => msg('screen.strips.channel-of', { channel })}
          onChange={(channel) => put({ ...strip, channel })}
        />
        <Pick
          label={say(msg('screen.strips.corners'))}
          value={strip.corners}
          of={['jumper', 'feed'] as const}
          width={190}
          text={(corners) => msg('screen.strips.corners-of', { corners })}
          onChange={(corners) => put({ ...strip, corners })}
        />
        <Pick
          label={say(msg('screen.strips.dimming'))}
          value={strip.dimming}
          of={DIMMINGS}
          width={240}
          text={(dimming) => msg('screen.strips.dimming-of', { dimming })}
          onChange={(dimming) => put({ ...strip, dimming })}
        />
      </div>
      <details>
        <summary>{say(msg('screen.strips.label'))}</summary>
        <div className="row fields">
          <NumberField
            label={say(msg('screen.strips.label-watts', { unit: perFoot ? 'foot' : 'meter' }))}
            min={0.5}
            max={60}
            step={0.1}
            width={120}
            value={
              strip.wattsPerMeter === undefined
                ? null
                : Math.round(strip.wattsPerMeter * (perFoot ? MM_PER_FOOT / 1000 : 1) * 100) / 100
            }
            onChange={(v) => {
              const { wattsPerMeter: _, ...rest } = strip;
              const perMeter = v === null ? null : v / (perFoot ? MM_PER_FOOT / 1000 : 1);
              put(
                perMeter === null ? rest : { ...rest, wattsPerMeter: Math.min(60, Math.max(0.5, perMeter)) },
                `strip-watts-${strip.id}`,
              );
            }}
          />
          <LengthInput
            label={say(msg('screen.strips.label-cut'))}
            value={strip.cutMm ?? null}
            system={house.units}
            onChange={(mm) => put({ ...strip, cutMm: Math.min(500, Math.max(5, mm)) })}
            onClear={() => {
              const { cutMm: _, ...rest } = strip;
              put(rest);
            }}
          />
          <LengthInput
            label={say(msg('screen.strips.label-most'))}
            value={strip.mostFeedMm ?? null}
            system={house.units}
            style="feet"
            onChange={(mm) => put({ ...strip, mostFeedMm: Math.min(100_000, Math.max(300, mm)) })}
            onClear={() => {
              const { mostFeedMm: _, ...rest } = strip;
              put(rest);
            }}
          />
        </div>
      </details>
    </>
  );
}

type Piece = StripLight['pieces'][number];
const NEXT_MM = 609.6;
/** The underside of wall cabinets, mm. */
const USUAL_HEIGHT_MM = 1371.6;

/** The next piece goes on where the last one ends, or on the next wall where that is full. */
function nextPiece(strip: StripLight, walls: readonly Wall[]): Piece | null {
  const last = strip.pieces.at(-1);
  const id = ItemId.parse(freshId('piece'));
  const at = Math.max(
    0,
    walls.findIndex((w) => w.id === last?.wallId),
  );
  const wall = walls[at];
  if (!wall) return null;
  const leftMm = last ? Math.max(last.leftMm, last.rightMm) : 0;
  const room = wall.lengthMm - leftMm;
  const next = room < 300 && last ? (walls[at + 1] ?? wall) : wall;
  const from = next === wall ? Math.min(leftMm, Math.max(0, wall.lengthMm - NEXT_MM)) : 0;
  return {
    id,
    wallId: next.id,
    leftMm: from,
    rightMm: Math.min(from + NEXT_MM, next.lengthMm),
    heightMm: last?.heightMm ?? USUAL_HEIGHT_MM,
    zone: last?.zone ?? 1,
  };
}

function PieceRow({
  piece,
  n,
  walls,
  system,
  zones,
  onPiece,
  onDelete,
}: {
  readonly piece: Piece;
  readonly n: number;
  readonly walls: readonly Wall[];
  readonly system: UnitSystem;
  readonly zones: boolean;
  readonly onPiece: (to: Piece) => void;
  readonly onDelete: () => void;
}) {
  const say = useSay();
  const of = (what: Text) => say(msg('screen.strips.of-piece', { what, n }));
  const length = (what: Text, key: 'leftMm' | 'rightMm' | 'heightMm', most: number) => (
    <LengthInput
      label={of(what)}
      value={piece[key]}
      system={system}
      width={110}
      onChange={(mm) => onPiece({ ...piece, [key]: Math.min(most, Math.max(0, mm)) })}
    />
  );
  return (
    <tr>
      <th scope="row">{n}</th>
      <td>
        <Choice
          label={of(msg('screen.strips.wall'))}
          hideLabel
          value={piece.wallId}
          width={150}
          options={walls.map((w) => ({ value: w.id, label: w.name }))}
          onChange={(wallId) => onPiece({ ...piece, wallId })}
        />
      </td>
      <td>{length(msg('screen.strips.from'), 'leftMm', 100_000)}</td>
      <td>{length(msg('screen.strips.to'), 'rightMm', 100_000)}</td>
      <td>{length(msg('screen.strips.height'), 'heightMm', 30_000)}</td>
      {zones && (
        <td>
          <InputNumber
            size="small"
            min={1}
            max={8}
            precision={0}
            style={{ width: 56 }}
            changeOnWheel={false}
            aria-label={of(msg('screen.strips.zone'))}
            value={piece.zone}
            onChange={(zone) => zone !== null && onPiece({ ...piece, zone })}
          />
        </td>
      )}
      <td>
        <Button size="small" aria-label={say(msg('screen.strips.delete-piece', { n }))} onClick={onDelete}>
          {say(msg('screen.strips.delete'))}
        </Button>
      </td>
    </tr>
  );
}

function Pieces({ strip, house, put, walls }: Props & { readonly walls: readonly Wall[] }) {
  const say = useSay();
  const zones = strip.dimming !== 'none';
  return (
    <section className="stack" aria-label={say(msg('screen.strips.pieces'))}>
      <h4>{say(msg('screen.strips.pieces'))}</h4>
      {strip.pieces.length === 0 ? (
        <p className="quiet">{say(msg('screen.strips.no-pieces'))}</p>
      ) : (
        <div className="strips-wide">
          <table className="plain-table strip-pieces">
            <thead>
              <tr>
                <th />
                <th>{say(msg('screen.strips.wall'))}</th>
                <th>{say(msg('screen.strips.from'))}</th>
                <th>{say(msg('screen.strips.to'))}</th>
                <th>{say(msg('screen.strips.height'))}</th>
                {zones && <th>{say(msg('screen.strips.zone'))}</th>}
                <th />
              </tr>
            </thead>
            <tbody>
              {strip.pieces.map((piece, i) => (
                <PieceRow
                  key={piece.id}
                  piece={piece}
                  n={i + 1}
                  walls={walls}
                  system={house.units}
                  zones={zones}
                  onPiece={(to) =>
                    put({ ...strip, pieces: strip.pieces.map((p) => (p.id === piece.id ? to : p)) })
                  }
                  onDelete={() => put({ ...strip, pieces: strip.pieces.filter((p) => p.id !== piece.id) })}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div>
        <Button
          size="small"
          disabled={strip.pieces.length >= 30}
          onClick={() => {
            const next = nextPiece(strip, walls);
            if (next) put({ ...strip, pieces: [...strip.pieces, next] });
          }}
        >
          {say(msg('screen.strips.add-piece'))}
        </Button>
      </div>
    </section>
  );
}

function Driver({ strip, house, put, walls }: Props & { readonly walls: readonly Wall[] }) {
  const say = useSay();
  const { driver } = strip;
  const start = strip.pieces[0];
  const wallId = start?.wallId ?? walls[0]?.id;
  if (!driver)
    return (
      <div>
        <Button
          size="small"
          disabled={wallId === undefined}
          onClick={() =>
            wallId !== undefined &&
            put({
              ...strip,
              driver: {
                wallId,
                xMm: start?.leftMm ?? 0,
                heightMm: start?.heightMm ?? USUAL_HEIGHT_MM,
                spot: 'cabinet',
                connection: 'cord',
              },
            })
          }
        >
          {say(msg('screen.strips.place-driver'))}
        </Button>
      </div>
    );
  const set = (to: Partial<NonNullable<StripLight['driver']>>) =>
    put({ ...strip, driver: { ...driver, ...to } });
  return (
    <section className="stack" aria-label={say(msg('screen.strips.driver'))}>
      <h4>{say(msg('screen.strips.driver'))}</h4>
      <div className="row fields">
        <Choice
          label={say(msg('screen.strips.wall'))}
          value={driver.wallId}
          width={150}
          options={walls.map((w) => ({ value: w.id, label: w.name }))}
          onChange={(wallId) => set({ wallId })}
        />
        <LengthInput
          label={say(msg('screen.strips.from-left'))}
          value={driver.xMm}
          system={house.units}
          onChange={(mm) => set({ xMm: Math.min(100_000, Math.max(0, mm)) })}
        />
        <LengthInput
          label={say(msg('screen.strips.height'))}
          value={driver.heightMm}
          system={house.units}
          width={110}
          onChange={(mm) => set({ heightMm: Math.min(30_000, Math.max(0, mm)) })}
        />
        <Pick
          label={say(msg('screen.strips.spot'))}
          value={driver.spot}
          of={SPOTS}
          width={180}
          text={(spot) => msg('screen.strips.spot-of', { spot })}
          onChange={(spot) => set({ spot })}
        />
        <Pick
          label={say(msg('screen.strips.connection'))}
          value={driver.connection}
          of={['cord', 'hardwired'] as const}
          width={180}
          text={(connection) => msg('screen.strips.connection-of', { connection })}
          onChange={(connection) => set({ connection })}
        />
        <LengthInput
          label={say(msg('screen.strips.lead'))}
          value={driver.leadMm ?? null}
          system={house.units}
          style="feet"
          placeholder={say(msg('screen.strips.lead-hint'))}
          width={200}
          onChange={(mm) => set({ leadMm: Math.min(100_000, Math.max(0, mm)) })}
          onClear={() => {
            const { leadMm: _, ...rest } = driver;
            put({ ...strip, driver: rest });
          }}
        />
        <Button size="small" onClick={() => put({ ...strip, driver: null })}>
          {say(msg('screen.strips.remove-driver'))}
        </Button>
      </div>
    </section>
  );
}

/** What a strip is made of, its pieces and its driver. @param walls the walls to choose from */
export function StripForm(props: Props & { readonly walls: readonly Wall[] }) {
  return (
    <>
      <Make {...props} />
      <Pieces {...props} />
      <Driver {...props} />
    </>
  );
}
