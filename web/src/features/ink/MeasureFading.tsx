import { INK_METHOD, measurableFrom, type ColourFaded } from '@tidy-quill/core/picture';
import type { FadingMeasured } from '@tidy-quill/core/events';
import { Button } from 'antd';
import { useState } from 'react';
import { shortDay } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { Notice } from '../../widgets/Notice';
import { PhotoField } from '../photos/PhotoField';
import { CompareBoard, type Traced } from '../pictures/CompareBoard';
import { useVisit } from '../visit/use-visit';

/** Measures how far a design has faded: today's picture against the one that it is traced over. */
export function MeasureFading({
  traced,
  onUse,
  onClose,
}: {
  traced: Traced;
  onUse: (colours: readonly ColourFaded[], measured: FadingMeasured) => void;
  onClose: () => void;
}) {
  const { history, before, area, today } = useVisit('history', 'before', 'area', 'today');
  const [ids, setIds] = useState<readonly string[]>([]);
  const [found, setFound] = useState<{
    readonly colours: readonly ColourFaded[];
    readonly residualMm: number;
  } | null>(null);
  const isOpen = (before[area.id]?.openReactions ?? []).length > 0;
  const from = measurableFrom(
    history.map(({ on }) => on),
    isOpen ? [today] : [],
  );
  const nowId = ids.at(-1);
  const use = () => {
    if (found === null || nowId === undefined) return;
    onUse(found.colours, {
      ...{ firstId: traced.photoId, nowId, method: INK_METHOD, residualMm: found.residualMm },
      raw: found.colours,
    });
  };
  return (
    <Dialog
      open
      width={1000}
      title="Measure on pictures how far it has faded"
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" disabled={(found?.colours.length ?? 0) === 0} onClick={use}>
            Use what was measured
          </Button>
        </>
      }
    >
      {from !== null && from > today ? (
        <Notice kind="care" title={`Not to be measured before ${shortDay(from)}`}>
          <p>
            Whitening, redness and crusts of the last six weeks would be measured as ink. Judge it
            by eye until then.
          </p>
        </Notice>
      ) : (
        <>
          <PhotoField
            about="the design today"
            name="Photograph to measure in"
            ids={ids}
            most={3}
            onIds={(next) => {
              setIds(next);
              setFound(null);
            }}
          />
          {nowId === undefined ? (
            <p className="small">
              As in the first picture: straight down, the card flat beside the design, in even
              light.
            </p>
          ) : (
            <CompareBoard
              first={{
                id: traced.photoId,
                widthMm: 10 * traced.widthCm,
                caption: 'the first picture',
              }}
              now={{ id: nowId, widthMm: null, caption: 'today' }}
              traced={traced}
              onMeasured={(colours, residualMm) => setFound({ colours, residualMm })}
            />
          )}
        </>
      )}
    </Dialog>
  );
}
