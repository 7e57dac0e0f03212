import {
  circleThrough,
  REDNESS_METHOD,
  type CardFound,
  type Point,
  type Redness,
} from '@tidy-quill/core/picture';
import type { RednessMeasured } from '@tidy-quill/core/events';
import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { rednessWord } from '@tidy-quill/contract/labels/pictures';
import { figure } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { INK_NOT_MEASURABLE_WORDS } from '../pictures/compare-words';
import { usePrintOf } from '../pictures/card-prints-api';
import { fileOf } from '../pictures/file-of';
import { PressedPicture } from '../pictures/PressedPicture';
import { usePictureWorker } from '../pictures/use-picture-worker';

interface Opened {
  readonly url: string;
  readonly width: number;
  readonly height: number;
  readonly card: CardFound | null;
}

/** How red a patch is: its middle and its edge pressed in a picture, measured against the skin about it. */
export function MeasureRedness({
  photoId,
  sizeCm,
  onUse,
  onClose,
}: {
  photoId: string;
  /** How large the patch is, which gives the scale where there is no card; null where nobody has said. */
  sizeCm: number | null;
  onUse: (redness: RednessMeasured) => void;
  onClose: () => void;
}) {
  const { ask, busy, problem } = usePictureWorker<'opening' | 'measuring'>();
  const printOf = usePrintOf();
  const [opened, setOpened] = useState<Opened | null>(null);
  const [marks, setMarks] = useState<readonly Point[]>([]);
  const [found, setFound] = useState<Redness | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  useEffect(() => {
    let stale = false;
    let url: string | null = null;
    void ask('opening', async (remote) => {
      const file = await fileOf(photoId);
      const picture = await remote.open(file, await printOf(file));
      if (stale) return;
      url = URL.createObjectURL(file);
      setOpened({ url, ...picture });
    });
    return () => {
      stale = true;
      if (url !== null) URL.revokeObjectURL(url);
    };
  }, [ask, printOf, photoId]);
  const hasNoScale = opened !== null && opened.card === null && sizeCm === null;
  const press = async (at: Point) => {
    const [middle] = marks;
    if (opened === null || middle === undefined || marks.length === 2) {
      setMarks([at]);
      setFound(null);
      setWhy(null);
      return;
    }
    setMarks([middle, at]);
    const across = 2 * Math.hypot(at.x - middle.x, at.y - middle.y);
    const pxPerMm = opened.card?.pxPerMm ?? (sizeCm === null ? null : across / (10 * sizeCm));
    if (pxPerMm === null) return;
    const patch = circleThrough(middle, at);
    const redness = await ask(
      'measuring',
      async (remote) => await remote.redness(patch, pxPerMm, opened.card),
    );
    if (redness === null) return;
    if (redness.notMeasurable === null) setFound(redness);
    else setWhy(INK_NOT_MEASURABLE_WORDS[redness.notMeasurable]);
  };
  return (
    <Dialog
      open
      width={820}
      title="How red it is"
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="primary"
            disabled={found === null}
            onClick={() => {
              if (found === null) return;
              const { more, doubt } = found;
              onUse({ photoId, more, doubt, method: REDNESS_METHOD });
            }}
          >
            Use it
          </Button>
        </>
      }
    >
      <p role="status">
        {saysNow()}{' '}
        {opened !== null && opened.card === null
          ? 'No card in it: its colour is doubted more.'
          : ''}
      </p>
      {problem === null ? null : (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      {opened === null ? null : (
        <PressedPicture
          id={photoId}
          href={opened.url}
          of={opened}
          caption="the reaction"
          marks={marks}
          isWaiting={busy === null && !hasNoScale}
          onPress={(at) => void press(at)}
        />
      )}
    </Dialog>
  );

  function saysNow(): string {
    if (opened === null) return 'Opening the picture…';
    if (busy !== null) return 'Measuring…';
    if (hasNoScale) {
      return 'Not measurable here: no card tells the scale, and nobody has said how large it is. Give its size first.';
    }
    if (why !== null) return `Not measurable here: ${why}.`;
    if (found !== null) {
      return `a* is ${figure(found.more)} ± ${figure(found.doubt)} above the skin about it: ${rednessWord(found.more)} by that. Whoever looks decides.`;
    }
    return marks.length === 1
      ? 'Press its edge.'
      : 'Press the middle of what is red, then its edge; bare skin has to be seen about it.';
  }
}
