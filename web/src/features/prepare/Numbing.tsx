import { NUMBING_LIMITS, numbingState, type NumbingKind } from '@tidy-quill/core/prepare';
import { InputNumber } from 'antd';
import { useState } from 'react';
import { defined } from '@tidy-quill/core/units';
import { useSignedIn } from '../../app/clinic-context';
import { clockText, figure, NUMBING_KIND_WORDS, NUMBING_WORDS, spanText } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { KeyButton } from '../../widgets/KeyButton';
import { useNow } from '../../widgets/use-now';
import { useVisit } from '../visit/use-visit';

/** What numbs the skin: which kind, on how much of it, since when, when it works, when it has to come off. */
export function Numbing() {
  const { record, add, area } = useVisit('record', 'add', 'area');
  const { clinic } = useSignedIn();
  const now = useNow();
  const { numbing, findings } = record;
  const [kind, setKind] = useState<NumbingKind>('cream');
  const [areaCm2, setArea] = useState<number | null>(findings?.areaCm2 ?? area.areaCm2);
  const begun = record.run.startedAt !== null;
  const limits = NUMBING_LIMITS[kind];
  const tooLarge = (areaCm2 ?? 0) > limits.mostAreaCm2;
  if (numbing?.offAt === null) {
    const onMs = now - Date.parse(numbing.onAt);
    const state = numbingState(onMs / 60_000, numbing.by);
    return (
      <section className="numbing">
        <h2>{NUMBING_KIND_WORDS[numbing.by]} is on</h2>
        <p>
          Since {clockText(numbing.onAt, clinic.timeZone)}, {spanText(onMs)}, on{' '}
          {figure(numbing.areaCm2, 0)} cm²: <strong>{NUMBING_WORDS[state]}</strong>.
        </p>
        <KeyButton
          letter="w"
          kind={state === 'tooLong' ? 'stop' : 'plain'}
          onPress={() =>
            void add({
              kind: 'numbingChanged',
              on: false,
              areaCm2: numbing.areaCm2,
              by: numbing.by,
            })
          }
        >
          {numbing.by === 'cream' ? 'Wiped off wholly' : 'Taken off, or working'}
        </KeyButton>
      </section>
    );
  }
  return (
    <details className="numbing">
      <summary>
        {numbing === null
          ? 'Nothing numbs the skin'
          : `${NUMBING_KIND_WORDS[numbing.by]} was on until ${clockText(numbing.offAt, clinic.timeZone)}`}
      </summary>
      <Choice label="Numbing by" words={NUMBING_KIND_WORDS} value={kind} onChange={setKind} />
      <Field
        label="On this much skin"
        problem={tooLarge ? `must be ${limits.mostAreaCm2} cm² at most: do it in parts` : undefined}
      >
        {(field) => (
          <InputNumber
            {...field}
            suffix="cm²"
            min={0.2}
            max={5000}
            value={areaCm2}
            onChange={setArea}
          />
        )}
      </Field>
      <KeyButton
        letter="w"
        disabled={begun || areaCm2 === null || tooLarge}
        onPress={() =>
          void add({ kind: 'numbingChanged', on: true, areaCm2: defined(areaCm2), by: kind })
        }
      >
        {NUMBING_KIND_WORDS[kind]} on now
      </KeyButton>
      <p className="small">
        Works from about {limits.leastMinutes} minutes, {limits.mostMinutes} at most.
        {kind === 'injected'
          ? ' Given by a clinician only, who decides.'
          : ' The leaflet decides; ask about allergy.'}
      </p>
    </details>
  );
}
