import type { AdviceBlocks } from '@tidy-quill/core/aftercare';
import type { Translation } from '@tidy-quill/core/client-texts';
import type { ConsentTexts } from '@tidy-quill/core/consent';
import type { GivenPlan } from '@tidy-quill/core/course';
import type { Handpiece, Protocol } from '@tidy-quill/core/plan';
import type { SafetyPapers } from '@tidy-quill/core/safety';
import { completed, type History, type SuitabilityRules } from '@tidy-quill/core/suitability';
import * as v from 'valibot';
import { AdviceBlocks as BlocksSchema } from './aftercare';
import { ConsentTexts as TextsSchema, type ConsentContent } from './consent';
import { GivenPlan as GivenPlanSchema } from './course-of-area';
import { Handpieces, Protocol as ProtocolSchema } from './plan';
import { SafetyPapers as SafetySchema } from './safety';
import { TranslationShape } from './translations';
import { History as HistorySchema, SuitabilityShape } from './suitability';

/** What is kept as one JSON value beside the events, by its kind. */
export interface KeptContents {
  readonly devices: readonly Handpiece[];
  readonly protocol: Protocol;
  readonly suitability: SuitabilityRules;
  readonly consents: ConsentTexts;
  readonly aftercare: AdviceBlocks;
  readonly safety: SafetyPapers;
  readonly translation: Translation;
  readonly consentGiven: ConsentContent;
  readonly answersAhead: History;
  readonly planGiven: GivenPlan;
}

/** The version under which contents are kept today. */
export const CONTENT_VERSION = 1;

const texts = v.array(v.string());

const CONTENTS: { readonly [K in keyof KeptContents]: v.GenericSchema<unknown, KeptContents[K]> } =
  {
    devices: Handpieces,
    protocol: ProtocolSchema,
    // A question that was added since the clinic approved its rules goes by the shipped one.
    suitability: v.pipe(
      SuitabilityShape,
      v.transform((own): SuitabilityRules => completed(own)),
    ),
    consents: TextsSchema,
    aftercare: BlocksSchema,
    safety: SafetySchema,
    translation: TranslationShape,
    consentGiven: v.object({
      title: v.string(),
      paragraphs: texts,
      risks: v.array(v.object({ text: v.string(), raised: v.boolean() })),
      expectations: v.optional(texts),
      clientName: v.string(),
      clinicName: v.string(),
      textsNumber: v.number(),
      uses: texts,
      asked: v.string(),
      birthDate: v.string(),
      guardian: v.nullable(v.object({ name: v.string(), relation: v.string() })),
      technicianName: v.string(),
      language: v.optional(v.string()),
      interpreter: v.optional(v.string()),
    }),
    answersAhead: HistorySchema,
    planGiven: GivenPlanSchema,
  };

/**
 * Reads a content that was kept, in today's shape; null where it cannot be read: kept by a newer release, or not of its
 * kind's shape.
 */
export function readContent<K extends keyof KeptContents>(
  kind: K,
  version: number,
  content: unknown,
): KeptContents[K] | null {
  if (version > CONTENT_VERSION) return null;
  const read = v.safeParse(CONTENTS[kind], content, { abortEarly: true });
  return read.success ? read.output : null;
}
