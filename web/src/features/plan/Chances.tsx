import {
  chanceText,
  lessonText,
  restsOnText,
  toleranceText,
} from '@tidy-quill/contract/labels/learning';
import { chancesAt, lessonOf, type Evaluation } from '@tidy-quill/core/plan';
import { useMemo } from 'react';

/** What may be expected of a fluence: chance of an adverse answer, chance that it works, and what a pulse would teach. */
export function Chances({
  evaluation: { learnt, model, limits },
  fluenceJcm2,
  today,
}: {
  evaluation: Pick<Evaluation, 'learnt' | 'model' | 'limits'>;
  fluenceJcm2: number;
  today: string;
}) {
  const lesson = useMemo(
    () => (learnt === null || model === null ? null : lessonOf(fluenceJcm2, model, learnt, today)),
    [learnt, model, fluenceJcm2, today],
  );
  if (learnt === null || model === null || lesson === null) return null;
  const { adverse, works } = chancesAt(fluenceJcm2, model, learnt);
  const limitJcm2 = limits?.risk ?? null;
  return (
    <section className="chances">
      <h2>What may be expected</h2>
      <p>
        Chance of an adverse answer <strong className="figures">{chanceText(adverse)}</strong>
        {works === null ? (
          ''
        ) : (
          <>
            , that it works <strong className="figures">{chanceText(works)}</strong>
          </>
        )}
        . They rest on {restsOnText(learnt.from)}. {toleranceText(learnt)}
      </p>
      {limitJcm2 === null ? null : (
        <p className="small">{lessonText(fluenceJcm2, limitJcm2, lesson)}</p>
      )}
    </section>
  );
}
