import './pictures.css';
import {
  counted,
  HAIR_METHOD,
  isOnCard,
  type HairCount,
  type Point,
} from '@tidy-quill/core/picture';
import type { PictureCount } from '@tidy-quill/core/plan';
import { Button, InputNumber } from 'antd';
import { useEffect, useState } from 'react';
import { countText, figure } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { ChoosePicture } from '../photos/ChoosePicture';
import { problemOf } from '../photos/photo-problem';
import { AtWork } from './AtWork';
import { CardPdfs } from './CardPdfs';
import { CountPicture } from './CountPicture';
import { fileOf } from './file-of';
import {
  addedAt,
  corrected,
  firstMiddle,
  NOT_MEASURABLE_WORDS,
  windowAbout,
  type Correction,
} from './picture-count';
import { usePicture } from './use-picture';

/** What a count on a picture comes to. */
export interface PictureCounted {
  readonly perCm2: number;
  readonly picture: PictureCount;
}

/** Counts hair on a photograph: scale by the card or a known length, a window, what is found, and what somebody corrects. */
export function CountOnPicture({
  sizeCm2,
  photoId: givenId,
  keepPicture,
  onKeep,
  onClose,
}: {
  sizeCm2: number;
  /** A picture that is kept already and counted on; one is taken where absent. */
  photoId?: string;
  /** Keeps a picture that was taken for it, and gives its id. */
  keepPicture?: (file: File) => Promise<string>;
  onKeep: (result: PictureCounted) => void;
  onClose: () => void;
}) {
  const { picture, busy, share, problem, open, count, stop } = usePicture();
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => {
    if (givenId === undefined) return;
    let stale = false;
    fileOf(givenId)
      .then((file) => {
        if (!stale) void open(file);
      })
      .catch((fault: unknown) => {
        if (!stale) setWrong(String((fault as Error).message));
      });
    return () => {
      stale = true;
    };
    // Opened once, with the dialog.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [givenId]);
  const [taps, setTaps] = useState<readonly Point[]>([]);
  const [lengthMm, setLengthMm] = useState(10);
  const [middle, setMiddle] = useState<Point | null>(null);
  const [found, setFound] = useState<HairCount | null>(null);
  const [corrections, setCorrections] = useState<readonly Correction[]>([]);
  const [keeping, setKeeping] = useState(false);

  const byCard = picture?.card?.pxPerMm ?? null;
  const pxPerMm = byCard ?? scaleOf(taps, lengthMm);
  const window =
    picture === null || pxPerMm === null
      ? null
      : windowAbout(middle ?? firstMiddle(picture.card, picture), { sizeCm2, pxPerMm }, picture);
  const onCard = picture?.card != null && window !== null && isOnCard(picture.card, window);
  const hairs = found === null ? [] : corrected(found.hairs, corrections);
  const kept =
    found === null || window === null || pxPerMm === null
      ? null
      : counted(hairs, { window, pxPerMm });
  const isNumber = found !== null && found.notMeasurable === null;

  const take = (file: File) => {
    const fault = problemOf(file);
    setWrong(fault);
    setTaps([]);
    setMiddle(null);
    again();
    if (fault === null) void open(file);
  };
  const again = () => {
    setFound(null);
    setCorrections([]);
  };
  const start = async () => {
    if (window === null || pxPerMm === null) return;
    again();
    setFound(await count(window, pxPerMm));
  };
  const press = (at: Point) => {
    if (pxPerMm === null) setTaps([...taps, at].slice(-2));
    else if (found === null) setMiddle(at);
    else if (isNumber) {
      const hair = addedAt(at, pxPerMm, found.medianWidthUm);
      setCorrections([...corrections, { kind: 'added', hair }]);
    }
  };
  const keep = async () => {
    if (kept === null || found === null || window === null) return;
    if (pxPerMm === null || picture === null) return;
    setKeeping(true);
    const photoId = givenId ?? (await keepPicture?.(picture.file));
    if (photoId === undefined) return;
    onKeep({
      perCm2: Math.round(kept.perCm2 * 10) / 10,
      picture: {
        ...{ photoId, window, pxPerMm, byCard: byCard !== null, method: HAIR_METHOD },
        ...{ found: found.hairs.length, kept: hairs.length, doubt: kept.doubt },
        medianWidthUm: Math.round(kept.medianWidthUm),
        medianLengthMm: Math.round(kept.medianLengthMm * 10) / 10,
      },
    });
  };
  return (
    <Dialog
      open
      width={1000}
      title={`Count the hair on a picture, ${sizeCm2} cm²`}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" disabled={!isNumber} loading={keeping} onClick={() => void keep()}>
            Keep this count
          </Button>
        </>
      }
    >
      <div className="picture-actions">
        {givenId === undefined ? (
          <ChoosePicture name="Picture to count on" onChoose={take}>
            {picture === null ? 'Take or choose a picture' : 'Another picture'}
          </ChoosePicture>
        ) : null}
        {window === null || onCard || busy !== null ? null : (
          <Button type={found === null ? 'primary' : 'default'} onClick={() => void start()}>
            {found === null ? 'Count' : 'Count again'}
          </Button>
        )}
        {busy === null ? null : (
          <AtWork
            word={busy === 'opening' ? 'Looking for the card…' : 'Counting…'}
            share={share}
            onStop={stop}
          />
        )}
        {isNumber ? (
          <>
            <Button
              disabled={corrections.length === 0}
              onClick={() => setCorrections(corrections.slice(0, -1))}
            >
              Undo
            </Button>
            <Button onClick={() => press(middleOf(window))}>One more</Button>
          </>
        ) : null}
      </div>
      <p className="small">
        {nextText()}
        {picture === null ? (
          <>
            {' '}
            Print the card at 100 %, on matt paper: <CardPdfs />.
          </>
        ) : null}
      </p>
      {(wrong ?? problem) === null ? null : (
        <p className="field-error" role="alert">
          {wrong ?? problem}
        </p>
      )}
      {picture !== null && byCard === null ? (
        <Field label="Known length between the two presses">
          {(field) => (
            <InputNumber
              {...field}
              className="count-figure"
              suffix="mm"
              min={1}
              max={300}
              value={lengthMm}
              onChange={(value) => {
                again();
                setLengthMm(value ?? lengthMm);
              }}
            />
          )}
        </Field>
      ) : null}
      {found?.notMeasurable == null ? null : (
        <Notice kind="care" title="Not measurable here">
          <p role="alert">{NOT_MEASURABLE_WORDS[found.notMeasurable]}</p>
        </Notice>
      )}
      {kept === null || !isNumber ? null : (
        <p className="picture-figures figures" role="status">
          <strong>{countText(hairs.length, 'hair')}</strong>
          {corrections.length === 0 ? '' : ` (${found.hairs.length} found)`},{' '}
          <strong>{figure(kept.perCm2)}/cm²</strong> ± {figure(kept.doubt / kept.windowCm2)}; median
          width {figure(kept.medianWidthUm, 0)} µm, grown out {figure(kept.medianLengthMm)} mm
        </p>
      )}
      {picture === null ? null : (
        <CountPicture
          picture={picture}
          taps={taps}
          window={window}
          hairs={isNumber ? hairs : []}
          onPress={press}
          onMove={(at) => {
            if (found === null) setMiddle(at);
          }}
          onHair={(hair) => setCorrections([...corrections, { kind: 'removed', hair }])}
          stepPx={pxPerMm}
        />
      )}
    </Dialog>
  );

  function nextText(): string {
    if (picture === null) {
      return 'Before shaving, straight down, in even light without shadow, the card flat beside the window.';
    }
    if (pxPerMm === null) {
      return 'No card was found. Press the two ends of a known length in the picture, such as 10 mm of a rule.';
    }
    const scale = `${byCard === null ? 'By the known length' : 'The card was found'}: ${figure(pxPerMm)} pixels a mm.`;
    if (window === null) return `${scale} The window does not fit into this picture.`;
    if (onCard) return `${scale} The window lies on the card: press the skin beside it.`;
    return found === null
      ? `${scale} Press where the window goes, or move it with the arrow keys; then count.`
      : `${scale} Press a hair to take it away, or the skin where one was missed.`;
  }
}

/** Pixels a mm by two presses; null before there are two, or where they are the same place. */
function scaleOf([from, to]: readonly Point[], lengthMm: number): number | null {
  if (from === undefined || to === undefined) return null;
  const apart = Math.hypot(to.x - from.x, to.y - from.y);
  return apart < 1 ? null : apart / lengthMm;
}

const middleOf = (window: ReturnType<typeof windowAbout>): Point =>
  window === null
    ? { x: 0, y: 0 }
    : { x: window.x + window.width / 2, y: window.y + window.height / 2 };
