import type { ClientPhoto, PictureSheet } from '@tidy-quill/contract/photos';
import type { Point } from '@tidy-quill/core/picture';
import { Button, Checkbox } from 'antd';
import { useEffect, useState } from 'react';
import { problemText } from '../../app/api';
import { countText } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { useMakePictureSheetMutation } from './pictures-api';
import { PressedPicture } from './PressedPicture';

const MOST = 8;

type Mask = PictureSheet['pictures'][number]['masks'][number];

/** Chooses the pictures of a sheet, and covers faces and other marks in them before it is made. */
export function SheetDialog({
  clientId,
  areaId,
  photos,
  captionOf,
  onClose,
}: {
  clientId: string;
  areaId: string;
  photos: readonly ClientPhoto[];
  captionOf: (photo: ClientPhoto) => string;
  onClose: () => void;
}) {
  const [chosen, setChosen] = useState<readonly string[]>(photos.slice(-MOST).map(({ id }) => id));
  const [masks, setMasks] = useState<Readonly<Record<string, readonly Mask[]>>>({});
  const [openId, setOpenId] = useState<string | null>(null);
  const [corner, setCorner] = useState<Point | null>(null);
  const [make, { data, error, isLoading }] = useMakePictureSheetMutation();
  const open = photos.find(({ id }) => id === openId);
  const masksOf = (id: string) => masks[id] ?? [];
  const press = (photo: ClientPhoto, at: Point) => {
    if (corner === null) {
      setCorner(at);
      return;
    }
    const mask = {
      x: within(Math.min(corner.x, at.x) / photo.width),
      y: within(Math.min(corner.y, at.y) / photo.height),
      width: within(Math.abs(corner.x - at.x) / photo.width),
      height: within(Math.abs(corner.y - at.y) / photo.height),
    };
    setMasks({ ...masks, [photo.id]: [...masksOf(photo.id), mask] });
    setCorner(null);
  };
  const print = () =>
    void make({
      ...{ clientId, areaId },
      pictures: photos
        .filter(({ id }) => chosen.includes(id))
        .map(({ id }) => ({ photoId: id, masks: [...masksOf(id)] })),
    });
  useEffect(
    () => () => {
      if (data !== undefined) URL.revokeObjectURL(data);
    },
    [data],
  );
  return (
    <Dialog
      open
      width={900}
      title="Pictures on a sheet"
      onCancel={onClose}
      footer={
        <>
          {data === undefined || isLoading ? null : (
            <a href={data} target="_blank" rel="noreferrer">
              Open the sheet
            </a>
          )}
          <Button onClick={onClose}>Close</Button>
          <Button
            type="primary"
            disabled={chosen.length === 0 || chosen.length > MOST}
            loading={isLoading}
            onClick={print}
          >
            Make the sheet (PDF)
          </Button>
        </>
      }
    >
      <p className="small">
        {MOST} at most, each with its day, settings and figures. Cover faces, and whatever else
        tells who it is, before it leaves the clinic.
      </p>
      <ul className="sheet-list">
        {photos.map((photo) => (
          <li key={photo.id}>
            <Checkbox
              checked={chosen.includes(photo.id)}
              onChange={({ target }) =>
                setChosen(
                  target.checked
                    ? [...chosen, photo.id]
                    : chosen.filter((each) => each !== photo.id),
                )
              }
            >
              {captionOf(photo)}
            </Checkbox>
            <Button
              size="small"
              onClick={() => {
                setOpenId(photo.id === openId ? null : photo.id);
                setCorner(null);
              }}
            >
              {masksOf(photo.id).length === 0
                ? 'Cover…'
                : `${countText(masksOf(photo.id).length, 'place')} covered…`}
            </Button>
          </li>
        ))}
      </ul>
      {open === undefined ? null : (
        <section aria-label="Cover parts">
          <p role="status">
            {corner === null
              ? 'Press one corner of what is to be covered'
              : 'Press the opposite corner'}
          </p>
          <PressedPicture
            key={open.id}
            id={open.id}
            of={open}
            caption={captionOf(open)}
            marks={corner === null ? [] : [corner]}
            isWaiting
            onPress={(at) => press(open, at)}
          >
            {masksOf(open.id).map((mask, each) => (
              <rect
                key={each}
                className="sheet-mask"
                x={mask.x * open.width}
                y={mask.y * open.height}
                width={mask.width * open.width}
                height={mask.height * open.height}
              />
            ))}
          </PressedPicture>
          <Button
            disabled={masksOf(open.id).length === 0}
            onClick={() => setMasks({ ...masks, [open.id]: masksOf(open.id).slice(0, -1) })}
          >
            Take back
          </Button>
        </section>
      )}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}

const within = (share: number): number => Math.min(1, Math.max(0, share));
