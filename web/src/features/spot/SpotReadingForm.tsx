import { withMarkPressed, type Mark } from '@tidy-quill/core/reaction';
import { nextReading, type TestSpot } from '@tidy-quill/core/spot';
import { Input } from '../../widgets/inputs';
import { useEffect, useRef } from 'react';
import { useDraft } from '../../app/draft';
import { fluenceText, PLACE_WORDS, READING_WORDS, spanText } from '../../text';
import { Field } from '../../widgets/Field';
import { KeyButton } from '../../widgets/KeyButton';
import { useNow } from '../../widgets/use-now';
import { PhotoField } from '../photos/PhotoField';
import { MarkKeys } from '../treat/MarkKeys';
import { PainKeys } from '../treat/PainKeys';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import type { Spots } from './use-spots';

interface Reading {
  readonly marks: readonly Mark[];
  readonly pain: number | null;
  readonly photoIds: readonly string[];
  readonly note: string;
}

const NOTHING: Reading = { marks: [], pain: null, photoIds: [], note: '' };
const MOST_PHOTOS = 3;

/** One look at one spot: what the skin shows, how strong it was, a photograph. */
export function SpotReadingForm({
  spot,
  spots,
  onClose,
}: {
  spot: TestSpot;
  spots: Spots;
  onClose: () => void;
}) {
  const { add, area } = useVisit('add', 'area');
  const now = useNow();
  // Keys speak to this look from now on, not to what was pressed before it.
  const page = useRef<HTMLDivElement>(null);
  useEffect(() => page.current?.focus(), []);
  const due = nextReading(spot, spots.later.length > 0);
  const [reading, setReading, clearDraft] = useDraft<Reading>(
    `spot ${spot.id} ${spot.readings.length}`,
    NOTHING,
  );
  const change = (more: Partial<Reading>) => setReading({ ...reading, ...more });
  const number = spots.numberOf(spot.id);
  const first = spot.readings.length === 0;
  const ready = reading.marks.length > 0 && (!first || reading.pain !== null);
  const toggle = (mark: Mark) => change({ marks: withMarkPressed(reading.marks, mark) });
  const keep = async () => {
    await add({ kind: 'spotRead', spotId: spot.id, ...reading });
    clearDraft();
    onClose();
  };
  return (
    <>
      <div className="stage spot-read" ref={page} tabIndex={-1}>
        <h2>
          Spot {number}: {fluenceText(spot.setting)}, {PLACE_WORDS[spot.place]}{' '}
          <span className="quiet-inline">
            {spanText(now - Date.parse(spot.at))} after
            {due === null ? '' : `, the look ${READING_WORDS[due.kind]}`}
          </span>
        </h2>
        <h3 id="spot-marks">Skin response</h3>
        <MarkKeys labelledBy="spot-marks" job={area.job} pressed={reading.marks} onMark={toggle} />
        <h3 id="spot-pain">
          Pain (0–10){' '}
          <span className="quiet-inline">{first ? '' : 'asked again only if it has changed'}</span>
        </h3>
        <PainKeys
          labelledBy="spot-pain"
          value={reading.pain}
          onScore={(pain) => change({ pain })}
        />
        <div className="spot-read-more">
          <PhotoField
            about={`spot ${number}`}
            ids={reading.photoIds}
            most={MOST_PHOTOS}
            onIds={(photoIds) => change({ photoIds })}
          />
          <Field label="Note">
            {(field) => (
              <Input
                {...field}
                maxLength={500}
                value={reading.note}
                onChange={(event) => change({ note: event.target.value })}
              />
            )}
          </Field>
        </div>
      </div>
      <StageFoot action={'Save reading'} disabled={!ready} enter onAction={() => void keep()}>
        <KeyButton letter="Escape" shown="Esc" small onPress={onClose}>
          Back
        </KeyButton>
        {ready ? '' : `What was seen${first ? ' and a score are' : ' is'} needed.`}
      </StageFoot>
    </>
  );
}
