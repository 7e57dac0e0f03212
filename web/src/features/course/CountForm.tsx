import { countsOf, isCountDue } from '@tidy-quill/core/course';
import type { Place } from '@tidy-quill/core/look';
import {
  calibreOf,
  sessionDays,
  wholeSessions,
  type HairFinding,
  type HairWindow,
} from '@tidy-quill/core/plan';
import { Button, InputNumber } from 'antd';
import { useState } from 'react';
import { keepPhoto } from '../../app/photo-outbox';
import { useAppDispatch } from '../../app/store';
import { lazily } from '../../widgets/lazily';
import { countText, figure, ordinal, PLACE_WORDS, shortDay } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { useVisit } from '../visit/use-visit';
import { NoPhotographs } from '../photos/NoPhotographs';
import { PlaceGrid } from '../zones/PlaceGrid';

const CountOnPicture = lazily(
  async () => (await import('../pictures/CountOnPicture')).CountOnPicture,
);

const SIZES = { 1: '1 cm²', 2: '2 cm²', 4: '4 cm²' } as const;
const PALE: Readonly<Record<number, string>> = {
  0: 'none',
  25: 'a quarter',
  50: 'half',
  75: 'three quarters',
  100: 'all',
};
const HOW = { eye: 'by eye', picture: 'on a picture' } as const;

/** Hair as it is counted at this visit, in the window where it was counted before; asked for by the clinic's rhythm. */
export function CountForm({
  hair,
  onHair,
}: {
  hair: Partial<HairFinding>;
  onHair: (hair: Partial<HairFinding>) => void;
}) {
  const {
    visit: here,
    area,
    history,
    catalogue,
    mayPhotograph,
  } = useVisit('visit', 'area', 'history', 'catalogue', 'mayPhotograph');
  const dispatch = useAppDispatch();
  const [onPicture, setOnPicture] = useState(false);
  const visit = sessionDays(history) + 1;
  const before = countsOf(
    wholeSessions(history).flatMap(({ on, hair: found }) =>
      found === undefined ? [] : [{ on, hair: found }],
    ),
  );
  const last = before.at(-1)?.window ?? null;
  const window: HairWindow | null = hair.counted ?? last;
  const isDue = isCountDue(visit, catalogue.protocol);
  // What somebody types, or counts elsewhere or otherwise, is no longer what the picture gave.
  const byHand =
    window === null ? undefined : { place: window.place, sizeCm2: window.sizeCm2, how: window.how };
  const count = (perCm2: number | null) =>
    onHair({
      ...hair,
      hairsPerCm2: perCm2 ?? undefined,
      counted: perCm2 === null ? undefined : byHand,
    });
  const put = (more: Partial<HairWindow>) =>
    onHair({ ...hair, counted: { place: 'middle', sizeCm2: 1, how: 'eye', ...byHand, ...more } });
  const given = hair.counted?.picture;
  const isElsewhere = last !== null && window !== null && window.place !== last.place;
  return (
    <section className="count-form" aria-label="Count of the hair">
      <h2>Count</h2>
      <p className={isDue ? 'count-due' : 'small'}>
        {isDue
          ? `Count the hair at this visit, the ${ordinal(visit)}: in a window of 1–4 cm², the same one each time, before shaving.`
          : `Not asked for at this visit, the ${ordinal(visit)}; a count is welcome all the same.`}
        {before.length === 0
          ? ''
          : ` Counted before: ${before.map(({ on, perCm2 }) => `${figure(perCm2, 0)}/cm² on ${shortDay(on)}`).join(', ')}.`}
      </p>
      <div className="count-row">
        <div>
          <Field label="Counted">
            {(field) => (
              <InputNumber
                {...field}
                className="count-figure"
                suffix="hairs/cm²"
                min={0}
                max={1000}
                value={hair.hairsPerCm2 ?? null}
                onChange={count}
              />
            )}
          </Field>
          <Choice
            label="Window"
            words={SIZES}
            value={(window?.sizeCm2 as keyof typeof SIZES | undefined) ?? null}
            onChange={(sizeCm2) => put({ sizeCm2 })}
          />
          <Choice
            label="How"
            words={HOW}
            value={window?.how ?? null}
            onChange={(how) => put({ how })}
          />
          {mayPhotograph ? (
            <Button onClick={() => setOnPicture(true)}>Count on a picture…</Button>
          ) : (
            <NoPhotographs />
          )}
          {given === undefined ? null : (
            <p className="small" role="status">
              From a picture: {countText(given.kept, 'hair')}
              {given.kept === given.found ? '' : ` (${given.found} found)`}, median width{' '}
              {given.medianWidthUm} µm, ± {figure(given.doubt, 0)} hairs.
            </p>
          )}
        </div>
        <PlaceGrid
          label="Where it is counted"
          chosen={window?.place ?? null}
          onPress={(place) => put({ place })}
        >
          {(place) => countsAt(place)}
        </PlaceGrid>
      </div>
      {isElsewhere ? (
        <p className="field-error" role="status">
          The last count was made {PLACE_WORDS[last.place]}: in another place the two cannot be
          compared.
        </p>
      ) : null}
      {visit === 1 ? null : (
        <Choice
          label="Grey, white or vellus"
          words={PALE}
          value={hair.paleShare === undefined ? null : Math.round(hair.paleShare * 100)}
          onChange={(percent) => onHair({ ...hair, paleShare: percent / 100 })}
          hint="Share of what is there now: it does not respond"
        />
      )}
      {visit === 1 ? null : (
        <Choice
          label="Hair beside the zone"
          words={{ no: 'as before', yes: 'more than before' }}
          value={hair.moreBeside === undefined ? null : hair.moreBeside ? 'yes' : 'no'}
          onChange={(word) => onHair({ ...hair, moreBeside: word === 'yes' })}
          hint={
            hair.moreBeside === true
              ? 'Light may bring hair on where it was too weak: stop the course and ask the supervisor'
              : undefined
          }
        />
      )}
      {onPicture ? (
        <CountOnPicture
          sizeCm2={window?.sizeCm2 ?? 1}
          keepPicture={(file) => dispatch(keepPhoto(here.id, area.id, file))}
          onClose={() => setOnPicture(false)}
          onKeep={({ perCm2, picture }) => {
            const { medianWidthUm: wide } = picture;
            setOnPicture(false);
            onHair({
              ...hair,
              ...(wide > 0 ? { diameterUm: wide, calibre: calibreOf(wide) } : {}),
              hairsPerCm2: perCm2,
              counted: {
                ...{ place: 'middle', sizeCm2: 1, ...byHand },
                ...{ how: 'picture', picture },
              },
            });
          }}
        />
      ) : null}
    </section>
  );

  function countsAt(place: Place) {
    const here = before.filter((each) => each.window?.place === place);
    const newest = here.at(-1);
    return newest === undefined ? null : (
      <span className="small figures">{figure(newest.perCm2, 0)}/cm²</span>
    );
  }
}
