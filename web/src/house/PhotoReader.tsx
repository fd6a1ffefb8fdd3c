import {
  formatLength,
  ItemId,
  LEAST_PINS,
  PHOTO_ERROR_MM,
  pinPhoto,
  type House,
  type Pin,
  type Pixel,
  type Wall,
  msg,
  type PhotoReading,
  type Text,
} from '@elwand/core';
import { Button, Modal, Segmented, Upload } from 'antd';
import { useEffect, useState, type MouseEvent } from 'react';
import { freshId } from '../parts/ids.ts';
import { LengthInput } from '../parts/LengthInput.tsx';
import './photo.css';
import { useRowKeys } from '../parts/use-row-keys.ts';
import { useSay } from '../app/say.ts';
import { Said, slot } from '../app/Said.tsx';

/** What the next click in the picture is. */
const CLICKS = [
  { value: 'pin', label: msg('screen.wall.a-known-point') },
  { value: 'stud', label: msg('screen.wall.middle-of-a-stud') },
  { value: 'pipe', label: msg('screen.wall.a-pipe') },
  { value: 'cable', label: msg('screen.wall.a-cable-both-ends') },
] as const;
type Click = (typeof CLICKS)[number]['value'];

interface Mark {
  readonly kind: Exclude<Click, 'pin'>;
  readonly at: Pixel;
  /** The other end of a cable; null until it is clicked. */
  readonly to: Pixel | null;
}

/** A pipe read off a photo is taken this wide, a cable with this much room around it, mm. */
const PIPE_MM = 60;
const CABLE_MM = 12;

/** What was clicked, and where it stands by the pinned points. */
type Read = Pick<Mark, 'kind'> & PhotoReading & { readonly end: PhotoReading | null };

/** A thing read off the picture, as a sentence; its places stand in slots. */
function readingText(r: Read, L: (mm: number) => string): Text {
  const at = { at: slot('at'), error: slot('error') };
  if (r.kind !== 'cable') return msg(`screen.wall.read.${r.kind}`, at);
  return r.end
    ? msg('screen.wall.read.cable', {
        ...at,
        height: L(r.heightMm),
        end: slot('end'),
        endHeight: L(r.end.heightMm),
      })
    : msg('screen.wall.read.cable-one-end', at);
}

/**
 * Studs, pipes and cables read off a photo of the open wall: points whose place was measured pin the picture to the face, what is clicked
 * afterwards is measured by it. The picture and its points stay in this window as long as the page is open; they are not kept with the house.
 */
export function PhotoReader({
  open,
  wall,
  ceilingMm,
  system,
  set,
  onClose,
}: {
  readonly open: boolean;
  readonly wall: Wall;
  readonly ceilingMm: number;
  readonly system: House['units'];
  readonly set: (change: (w: Wall) => Wall) => void;
  readonly onClose: () => void;
}) {
  const say = useSay();
  const [picture, setPicture] = useState<string | null>(null);
  /** Of the picture itself, px; null until it is there: nothing can be clicked before. */
  const [size, setSize] = useState<{ readonly width: number; readonly height: number } | null>(null);
  const [pins, setPins] = useState<readonly Pin[]>([]);
  const { keys, gone } = useRowKeys(pins.length);
  const [marks, setMarks] = useState<readonly Mark[]>([]);
  const [click, setClick] = useState<Click>('pin');
  useEffect(() => () => void (picture && URL.revokeObjectURL(picture)), [picture]);
  const photo = pinPhoto(pins);
  const L = (mm: number) => formatLength(mm, system, 'inches');
  const readings = photo.ok
    ? marks.map((m) => ({
        ...m,
        ...photo.value.read(m.at),
        end: m.to === null ? null : photo.value.read(m.to),
      }))
    : [];
  const sure = readings.filter(
    (r) =>
      (r.kind !== 'cable' || r.end !== null) &&
      [r, ...(r.end ? [r.end] : [])].every(
        (x) => x.errorMm.xMm <= PHOTO_ERROR_MM && x.xMm >= 0 && x.xMm <= wall.lengthMm,
      ),
  );
  const put = (e: MouseEvent<SVGSVGElement>) => {
    if (!size) return;
    const r = e.currentTarget.getBoundingClientRect();
    const at = {
      x: ((e.clientX - r.left) * size.width) / r.width,
      y: ((e.clientY - r.top) * size.height) / r.height,
    };
    if (click === 'pin') setPins([...pins, { at, is: { xMm: 0, heightMm: 0 } }]);
    else {
      const last = marks.at(-1);
      setMarks(
        click === 'cable' && last?.kind === 'cable' && last.to === null
          ? [...marks.slice(0, -1), { ...last, to: at }]
          : [...marks, { kind: click, at, to: null }],
      );
    }
  };
  const take = () => {
    set((w) => ({
      ...w,
      hits: [
        ...w.hits,
        ...sure
          .filter((r) => r.kind === 'stud')
          .map((r) => ({ id: ItemId.parse(freshId('hit')), method: 'photo' as const, atMm: r.xMm })),
      ].slice(0, 200),
      obstacles: [
        ...w.obstacles,
        ...sure
          .filter((r) => r.kind === 'pipe')
          .map((r) => ({
            id: ItemId.parse(freshId('ob')),
            kind: 'pipe' as const,
            leftMm: Math.max(0, r.xMm - PIPE_MM / 2),
            rightMm: Math.min(w.lengthMm, r.xMm + PIPE_MM / 2),
            bottomMm: 0,
            topMm: ceilingMm,
          })),
        ...sure.flatMap((r) => {
          if (r.kind !== 'cable' || !r.end) return [];
          const [x, y] = [
            [r.xMm, r.end.xMm],
            [r.heightMm, r.end.heightMm],
          ];
          return [
            {
              id: ItemId.parse(freshId('ob')),
              kind: 'cable' as const,
              leftMm: Math.max(0, Math.min(...x) - CABLE_MM),
              rightMm: Math.min(w.lengthMm, Math.max(...x) + CABLE_MM),
              bottomMm: Math.max(0, Math.min(...y) - CABLE_MM),
              topMm: Math.min(ceilingMm, Math.max(...y) + CABLE_MM),
            },
          ];
        }),
      ].slice(0, 60),
    }));
    // What was taken over is in the wall now; the picture and its points stay for more.
    setMarks([]);
    onClose();
  };
  const dot = (size?.width ?? 0) / 160;
  return (
    <Modal
      open={open}
      width={960}
      title={say(msg('screen.wall.read-the-off-a-photo', { wall: wall.name.toLowerCase() }))}
      onCancel={onClose}
      okText={
        sure.length === 0
          ? say(msg('screen.wall.take-over'))
          : say(msg('screen.wall.take-over-2', { count: sure.length }))
      }
      okButtonProps={{ disabled: sure.length === 0 }}
      onOk={take}
    >
      <div className="stack">
        <p className="muted">{say(msg('screen.wall.click-at-least-points-whose', { least: LEAST_PINS }))}</p>
        <div className="row">
          <Upload
            accept="image/*"
            showUploadList={false}
            beforeUpload={(file) => {
              setPicture(URL.createObjectURL(file));
              setSize(null);
              setPins([]);
              setMarks([]);
              setClick('pin');
              return false;
            }}
          >
            <Button>
              {picture ? say(msg('screen.wall.another-picture')) : say(msg('screen.wall.choose-a-picture'))}
            </Button>
          </Upload>
          {picture && (
            <Segmented
              value={click}
              options={CLICKS.map((c) => ({ value: c.value, label: say(c.label) }))}
              onChange={setClick}
            />
          )}
        </div>
        {picture && (
          <div className="photo">
            <img
              src={picture}
              alt={say(msg('screen.wall.the-wall-as-photographed'))}
              onLoad={(e) =>
                setSize({ width: e.currentTarget.naturalWidth, height: e.currentTarget.naturalHeight })
              }
            />
            {size && (
              <svg
                viewBox={`0 0 ${size.width} ${size.height}`}
                role="img"
                aria-label={say(msg('screen.wall.points-on-the-picture'))}
                onClick={put}
              >
                {pins.map((p, i) => (
                  <g key={i}>
                    <circle cx={p.at.x} cy={p.at.y} r={dot} className="photo-pin" />
                    <text x={p.at.x + 1.5 * dot} y={p.at.y - dot} fontSize={4 * dot} className="photo-label">
                      {i + 1}
                    </text>
                  </g>
                ))}
                {marks.map((m, i) => (
                  <path
                    key={i}
                    d={`${m.to ? `M${m.at.x} ${m.at.y}L${m.to.x} ${m.to.y}` : ''}M${m.at.x - 2 * dot} ${m.at.y}h${4 * dot}M${m.at.x} ${m.at.y - 2 * dot}v${4 * dot}`}
                    className="photo-mark"
                    strokeWidth={dot / 2}
                  />
                ))}
              </svg>
            )}
          </div>
        )}
        {pins.map((p, i) => (
          <div className="row fields" key={keys[i]}>
            <span className="measure">{i + 1}</span>
            <LengthInput
              label={say(msg('screen.wall.point-from-the-left-corner', { n: i + 1 }))}
              value={p.is.xMm}
              system={system}
              width={150}
              onChange={(xMm) => setPins(pins.map((x, k) => (k === i ? { ...x, is: { ...x.is, xMm } } : x)))}
            />
            <LengthInput
              label={say(msg('screen.wall.point-above-the-floor', { n: i + 1 }))}
              value={p.is.heightMm}
              system={system}
              width={150}
              onChange={(heightMm) =>
                setPins(pins.map((x, k) => (k === i ? { ...x, is: { ...x.is, heightMm } } : x)))
              }
            />
            <Button
              type="text"
              size="small"
              aria-label={say(msg('screen.wall.delete-point', { n: i + 1 }))}
              onClick={() => {
                gone(i);
                setPins(pins.filter((_, k) => k !== i));
              }}
            >
              ✕
            </Button>
          </div>
        ))}
        {picture && !photo.ok && <p className="muted">{say(photo.message)}.</p>}
        {photo.ok && pins.length > LEAST_PINS && (
          <p className="muted">
            {say(
              msg(
                photo.value.misfitMm > 2 * PHOTO_ERROR_MM
                  ? 'screen.wall.the-points-disagree'
                  : 'screen.wall.the-points-agree-to',
                { misfit: L(photo.value.misfitMm) },
              ),
            )}
          </p>
        )}
        <ul className="others" aria-label={say(msg('screen.wall.read-off-the-picture'))}>
          {readings.map((r, i) => (
            <li key={i} className="row">
              <span className="grow">
                <Said
                  text={readingText(r, L)}
                  slots={{
                    at: <span className="measure">{L(r.xMm)}</span>,
                    error: <span className="measure">{L(r.errorMm.xMm)}</span>,
                    end: <span className="measure">{r.end && L(r.end.xMm)}</span>,
                  }}
                />
                {!sure.includes(r) && (r.kind !== 'cable' || r.end) && (
                  <b className="settle-text">{say(msg('screen.wall.not-sure-enough-to-be'))}</b>
                )}
              </span>
              <Button
                type="text"
                size="small"
                aria-label={say(
                  msg('screen.wall.delete-2', { kind: msg(`names.photo.${r.kind}`), n: i + 1 }),
                )}
                onClick={() => setMarks(marks.filter((_, k) => k !== i))}
              >
                ✕
              </Button>
            </li>
          ))}
        </ul>
      </div>
    </Modal>
  );
}
