import { formatLength, msg, type House, type Pin } from '@elwand/core';
import { Button } from 'antd';
import { Said } from '../app/Said.tsx';
import { useSay } from '../app/say.ts';
import { LengthInput } from '../parts/LengthInput.tsx';
import { useRowKeys } from '../parts/use-row-keys.ts';
import { thingText, type PhotoThing } from './photo-marks.ts';

/** Where the known points of the picture are on the wall. */
export function PhotoPins({
  pins,
  system,
  onChange,
}: {
  readonly pins: readonly Pin[];
  readonly system: House['units'];
  readonly onChange: (pins: readonly Pin[]) => void;
}) {
  const say = useSay();
  const { keys, gone } = useRowKeys(pins.length);
  const set = (i: number, is: Partial<Pin['is']>) =>
    onChange(pins.map((x, k) => (k === i ? { ...x, is: { ...x.is, ...is } } : x)));
  return pins.map((p, i) => (
    <div className="row fields" key={keys[i]}>
      <span className="measure">{i + 1}</span>
      <LengthInput
        label={say(msg('screen.wall.point-from-the-left-corner', { n: i + 1 }))}
        value={p.is.xMm}
        system={system}
        width={150}
        onChange={(xMm) => set(i, { xMm })}
      />
      <LengthInput
        label={say(msg('screen.wall.point-above-the-floor', { n: i + 1 }))}
        value={p.is.heightMm}
        system={system}
        width={150}
        onChange={(heightMm) => set(i, { heightMm })}
      />
      <Button
        type="text"
        size="small"
        aria-label={say(msg('screen.wall.delete-point', { n: i + 1 }))}
        onClick={() => {
          gone(i);
          onChange(pins.filter((_, k) => k !== i));
        }}
      >
        ✕
      </Button>
    </div>
  ));
}

/** What was read off the picture; what is not sure enough to be taken over says so. */
export function PhotoThings({
  things,
  sure,
  system,
  onDelete,
}: {
  readonly things: readonly PhotoThing[];
  readonly sure: ReadonlySet<PhotoThing>;
  readonly system: House['units'];
  readonly onDelete: (index: number) => void;
}) {
  const say = useSay();
  const L = (mm: number) => formatLength(mm, system, 'inches');
  return (
    <ul className="others" aria-label={say(msg('screen.wall.read-off-the-picture'))}>
      {things.map((r, i) => (
        <li key={i} className="row">
          <span className="grow">
            <Said
              text={thingText(r, system)}
              slots={{
                at: <span className="measure">{L(r.xMm)}</span>,
                error: <span className="measure">{L(r.errorMm.xMm)}</span>,
                end: <span className="measure">{r.end && L(r.end.xMm)}</span>,
              }}
            />
            {!sure.has(r) && (r.kind !== 'cable' || r.end) && (
              <b className="settle-text">{say(msg('screen.wall.not-sure-enough-to-be'))}</b>
            )}
          </span>
          <Button
            type="text"
            size="small"
            aria-label={say(msg('screen.wall.delete-2', { kind: msg(`names.photo.${r.kind}`), n: i + 1 }))}
            onClick={() => onDelete(i)}
          >
            ✕
          </Button>
        </li>
      ))}
    </ul>
  );
}
