import { NUMBING, numbingState } from '@tidy-quill/core/prepare';
import { InputNumber } from 'antd';
import { useState } from 'react';
import { useSignedIn } from '../../app/clinic-context';
import { clockText, figure, NUMBING_WORDS, spanText } from '../../text';
import { Field } from '../../widgets/Field';
import { KeyButton } from '../../widgets/KeyButton';
import { useNow } from '../../widgets/use-now';
import { useOpenVisit } from '../visit/use-visit';

/** Numbing cream: on how much skin, since when, when it works, when it has to come off. */
export function NumbingCream() {
  const { record, add, area } = useOpenVisit();
  const { clinic } = useSignedIn();
  const now = useNow();
  const { numbing, findings } = record;
  const [areaCm2, setArea] = useState<number | null>(findings?.areaCm2 ?? area.areaCm2);
  const begun = record.run.startedAt !== null;
  const tooLarge = (areaCm2 ?? 0) > NUMBING.mostAreaCm2;
  if (numbing?.offAt === null) {
    const onMs = now - Date.parse(numbing.onAt);
    const state = numbingState(onMs / 60_000);
    return (
      <section className="numbing">
        <h2>Numbing cream is on</h2>
        <p>
          Since {clockText(numbing.onAt, clinic.timeZone)}, {spanText(onMs)}, on{' '}
          {figure(numbing.areaCm2, 0)} cm²: <strong>{NUMBING_WORDS[state]}</strong>.
        </p>
        <KeyButton
          letter="w"
          kind={state === 'tooLong' ? 'stop' : 'plain'}
          onPress={() => void add({ kind: 'numbingChanged', on: false, areaCm2: numbing.areaCm2 })}
        >
          Wiped off wholly
        </KeyButton>
      </section>
    );
  }
  return (
    <details className="numbing">
      <summary>
        Numbing cream{' '}
        {numbing === null
          ? 'is not used'
          : `was on until ${clockText(numbing.offAt, clinic.timeZone)}`}
      </summary>
      <Field
        label="On this much skin"
        problem={
          tooLarge ? `must be ${NUMBING.mostAreaCm2} cm² at most: do it in parts` : undefined
        }
      >
        {(field) => (
          <InputNumber
            {...field}
            suffix="cm²"
            min={1}
            max={5000}
            value={areaCm2}
            onChange={setArea}
          />
        )}
      </Field>
      <KeyButton
        letter="w"
        disabled={begun || areaCm2 === null || tooLarge}
        onPress={() => void add({ kind: 'numbingChanged', on: true, areaCm2: areaCm2! })}
      >
        Cream on now
      </KeyButton>
      <p className="small">
        Works from about {NUMBING.leastMinutes} minutes, off at {NUMBING.mostMinutes / 60} hours at
        most. The leaflet decides; ask about allergy.
      </p>
    </details>
  );
}
