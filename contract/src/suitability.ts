import {
  JOBS,
  MEDICINE_CLASSES,
  PLACES,
  QUESTION_IDS,
  questionsFor,
  type Answers as CoreAnswers,
  type History as CoreHistory,
  type Rule as CoreRule,
  type Substance as CoreSubstance,
  type SuitabilityRules as CoreRules,
} from '@tidy-quill/core/suitability';
import * as v from 'valibot';
import { DayText, line, note, whole } from './text';

const Answer = v.variant(
  'yes',
  [
    v.strictObject({ yes: v.literal(false) }),
    v.strictObject({
      yes: v.literal(true),
      lastOn: v.optional(DayText),
      note: v.optional(note(500)),
    }),
  ],
  'must be yes or no',
);

export const Answers = v.strictObject(
  Object.fromEntries(QUESTION_IDS.map((id) => [id, v.optional(Answer)])),
) as unknown as v.GenericSchema<unknown, CoreAnswers>;

export const Medicines = v.pipe(
  v.array(
    v.object({
      name: line(120),
      substanceId: v.nullable(line(80)),
      lastOn: v.nullable(DayText),
    }),
  ),
  v.maxLength(60, 'must hold 60 medicines at most'),
);

export const History = v.object({
  answers: Answers,
  medicines: Medicines,
}) satisfies v.GenericSchema<unknown, CoreHistory>;

export const Wait = v.union(
  [v.strictObject({ days: whole(1, 3650) }), v.strictObject({ months: whole(1, 120) })],
  'must be days or months, not both',
);

const some = <S extends v.GenericSchema>(schema: S) =>
  v.pipe(v.array(schema), v.minLength(1, 'must hold one at least'));

const Trigger = v.union(
  [
    v.strictObject({ question: v.picklist(QUESTION_IDS) }),
    v.strictObject({ medicine: v.picklist([...MEDICINE_CLASSES, 'unknown'] as const) }),
    v.strictObject({ age: v.picklist(['tooYoung', 'minor'] as const) }),
  ],
  'must name one question, one class of medicine or one age',
);

export const Rule = v.object({
  id: line(80),
  trigger: Trigger,
  jobs: some(v.picklist(JOBS)),
  places: some(v.picklist(PLACES)),
  outcome: v.picklist(['care', 'wait', 'refer'] as const),
  wait: v.optional(v.nullable(Wait), null),
  whose: v.picklist(['protocol', 'law', 'model'] as const),
  override: v.picklist(['supervisor', 'never'] as const),
  advice: line(400),
}) satisfies v.GenericSchema<unknown, CoreRule>;

export const Substance = v.object({
  id: line(80),
  name: line(120),
  medicineClass: v.picklist(MEDICINE_CLASSES),
  wait: v.optional(v.nullable(Wait), null),
  advice: v.optional(note(400), ''),
  source: line(200),
}) satisfies v.GenericSchema<unknown, CoreSubstance>;

/** A list in which each id stands once. */
const listOf = <S extends v.GenericSchema<unknown, { readonly id: string }>>(schema: S) =>
  v.pipe(
    v.array(schema),
    v.check(
      (list) => new Set(list.map(({ id }) => id)).size === list.length,
      'must not hold an id twice',
    ),
  );

/** Every question, class of medicine and age keeps a rule wherever it is asked: none can be lost by editing. */
export function uncovered(rules: readonly CoreRule[]): readonly string[] {
  const missing: string[] = [];
  for (const job of JOBS) {
    for (const place of PLACES) {
      const here = rules.filter((rule) => rule.jobs.includes(job) && rule.places.includes(place));
      const has = (holds: (trigger: CoreRule['trigger']) => boolean) =>
        here.some(({ trigger }) => holds(trigger));
      for (const { id } of questionsFor(job, place)) {
        if (id !== 'medicines' && !has((on) => 'question' in on && on.question === id)) {
          missing.push(`${id} (${job}, ${place})`);
        }
      }
      if (!has((on) => 'medicine' in on && on.medicine === 'unknown')) {
        missing.push(`a medicine that is not in the list (${job}, ${place})`);
      }
      if (!has((on) => 'age' in on && on.age === 'tooYoung')) {
        missing.push(`clients too young (${job}, ${place})`);
      }
    }
  }
  return missing;
}

/** A clinic's rules, whether or not they speak of every question. */
export const SuitabilityShape = v.object({
  rules: listOf(Rule),
  substances: listOf(Substance),
  ages: v.pipe(
    v.object({ least: whole(0, 30), alone: whole(0, 30) }),
    v.check(({ least, alone }) => least <= alone, 'must have least at or below alone'),
  ),
});

export const SuitabilityRules = v.pipe(
  SuitabilityShape,
  v.rawCheck(({ dataset, addIssue }) => {
    if (!dataset.typed) return;
    const missing = uncovered(dataset.value.rules);
    if (missing.length > 0) {
      addIssue({ message: `must keep a rule for ${missing.slice(0, 3).join('; ')}` });
    }
  }),
) satisfies v.GenericSchema<unknown, CoreRules>;
