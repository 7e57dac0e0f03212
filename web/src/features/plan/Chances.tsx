import {
  chanceText,
  lessonText,
  restsOnText,
  toleranceText,
} from '@tidy-quill/contract/labels/learning';
import { chancesAt, type Evaluation, type Lesson } from '@tidy-quill/core/plan';

/** What may be expected of a fluence: chance of an adverse answer, chance that it works, and what a pulse would teach. */
export function Chances({
  evaluation: { learnt, model, limits },
  fluenceJcm2,
  lesson,
}: {
  evaluation: Pick<Evaluation, 'learnt' | 'model' | 'limits'>;
  fluenceJcm2: number;
  /** What a pulse at this fluence would teach; null until it is worked out. */
  lesson: Lesson | null;
}) {
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
