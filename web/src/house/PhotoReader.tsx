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
} from '@elwand/core';
import { Button, Modal, Upload } from 'antd';
import { Segments } from '../parts/Segments.tsx';
import { useEffect, useState } from 'react';
import { freshId } from '../parts/ids.ts';
import { keepSending, photosOfHouse, sendWaiting } from '../photos/sending.ts';
import { smaller } from '../photos/smaller.ts';
import { usePicture } from '../photos/use-picture.ts';
import { keepWaiting } from '../photos/waiting.ts';
import { PhotoPins, PhotoThings } from './PhotoLists.tsx';
import { PhotoPicture } from './PhotoPicture.tsx';
import {
  CLICKS,
  isSure,
  thingsRead,
  withClick,
  withThings,
  type Click,
  type PhotoMark,
} from './photo-marks.ts';
import './photo.css';
import { useSay } from '../app/say.ts';

/** Points that a picture keeps. */
const MOST_PINS = 60;

/**
 * Studs, pipes and cables read off a photo of the open wall: points whose place was measured pin the picture to the face, what is clicked
 * afterwards is measured by it. The picture and its points are kept with the wall: what nobody needed then can be read off it later.
 */
export function PhotoReader({
  open,
  houseId,
  wall,
  ceilingMm,
  system,
  set,
  onClose,
}: {
  readonly open: boolean;
  readonly houseId: string;
  readonly wall: Wall;
  readonly ceilingMm: number;
  readonly system: House['units'];
  readonly set: (change: (w: Wall) => Wall) => void;
  readonly onClose: () => void;
}) {
  const say = useSay();
  const owner = photosOfHouse(houseId);
  const { src: picture, waits } = usePicture(owner, wall.photo?.id ?? null);
  const pins: readonly Pin[] = wall.photo?.pins ?? [];
  const setPins = (next: readonly Pin[]) =>
    set((w) => (w.photo ? { ...w, photo: { ...w.photo, pins: [...next].slice(0, MOST_PINS) } } : w));
  useEffect(() => keepSending(), []);
  const [fault, setFault] = useState(false);
  const [busy, setBusy] = useState(false);
  const [marks, setMarks] = useState<readonly PhotoMark[]>([]);
  const [click, setClick] = useState<Click>('pin');
  const photo = pinPhoto(pins);
  const things = photo.ok ? thingsRead(marks, photo.value.read) : [];
  const sure = new Set(things.filter((thing) => isSure(thing, wall)));
  const put = (at: Pixel) => {
    if (click === 'pin') setPins([...pins, { at, is: { xMm: 0, heightMm: 0 } }]);
    else setMarks(withClick(marks, click, at));
  };
  const choose = async (file: File) => {
    setBusy(true);
    setFault(false);
    const made = await smaller(file);
    setBusy(false);
    if (!made) return setFault(true);
    const id = ItemId.parse(freshId('photo'));
    await keepWaiting(owner, id, made.jpeg);
    const { widthPx, heightPx } = made;
    set((w) => ({ ...w, photo: { id, widthPx, heightPx, pins: [] } }));
    setMarks([]);
    setClick('pin');
    void sendWaiting();
  };
  const remove = () => {
    set(({ photo: _, ...w }) => w);
    setMarks([]);
  };
  const take = () => {
    set((w) => withThings(w, [...sure], ceilingMm));
    // What was taken over is in the wall now; the picture and its points stay for more.
    setMarks([]);
    onClose();
  };
  return (
    <Modal
      open={open}
      width={960}
      title={say(msg('screen.wall.read-the-off-a-photo', { wall: wall.name.toLowerCase() }))}
      onCancel={onClose}
      okText={
        sure.size === 0
          ? say(msg('screen.wall.take-over'))
          : say(msg('screen.wall.take-over-2', { count: sure.size }))
      }
      okButtonProps={{ disabled: sure.size === 0 }}
      onOk={take}
    >
      <div className="stack">
        <p className="muted">{say(msg('screen.wall.click-at-least-points-whose', { least: LEAST_PINS }))}</p>
        <div className="row">
          <Upload
            accept="image/*"
            showUploadList={false}
            beforeUpload={(file) => {
              void choose(file);
              return false;
            }}
          >
            <Button loading={busy}>
              {picture ? say(msg('screen.wall.another-picture')) : say(msg('screen.wall.choose-a-picture'))}
            </Button>
          </Upload>
          {wall.photo && <Button onClick={remove}>{say(msg('screen.wall.remove-picture'))}</Button>}
          {picture && (
            <Segments
              label={say(msg('screen.rooms.what-you-click'))}
              value={click}
              options={CLICKS.map((c) => ({ value: c.value, label: say(c.label) }))}
              onChange={setClick}
            />
          )}
        </div>
        {fault && <p role="alert">{say(msg('screen.wall.no-picture'))}</p>}
        {waits && <p className="quiet">{say(msg('screen.wall.picture-waits'))}</p>}
        {picture && <PhotoPicture key={picture} picture={picture} pins={pins} marks={marks} onClick={put} />}
        <PhotoPins pins={pins} system={system} onChange={setPins} />
        {picture && !photo.ok && <p className="muted">{say(photo.message)}.</p>}
        {photo.ok && pins.length > LEAST_PINS && (
          <p className="muted">
            {say(
              msg(
                photo.value.misfitMm > 2 * PHOTO_ERROR_MM
                  ? 'screen.wall.the-points-disagree'
                  : 'screen.wall.the-points-agree-to',
                { misfit: formatLength(photo.value.misfitMm, system, 'inches') },
              ),
            )}
          </p>
        )}
        <PhotoThings
          things={things}
          sure={sure}
          system={system}
          onDelete={(i) => setMarks(marks.filter((_, k) => k !== i))}
        />
      </div>
    </Modal>
  );
}
