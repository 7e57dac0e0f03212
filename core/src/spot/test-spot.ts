import type { Setting, SkinFinding } from '../plan';
import { skinAnswer, type Mark, type SkinAnswer } from '../reaction';
import type { Place } from '../look';

/** One look at a test spot. */
export interface SpotReading {
  readonly id: string;
  /** ISO 8601 with zone. */
  readonly at: string;
  readonly marks: readonly Mark[];
  /** 0–10; null where it was not asked again. */
  readonly pain: number | null;
  readonly photoIds: readonly string[];
  readonly note: string;
}

/** A few pulses of one setting at one place of a zone, and what was read there. */
export interface TestSpot {
  readonly id: string;
  /** When it was fired, ISO 8601 with zone. */
  readonly at: string;
  readonly place: Place;
  readonly setting: Setting;
  readonly pulses: number;
  readonly note: string;
  /** Of the light it was fired with; absent in records of before it was kept with it. */
  readonly wavelengthNm?: number | undefined;
  /** Skin and medicines as they were known when it was fired. */
  readonly skin: SkinFinding | undefined;
  readonly medicines: readonly string[];
  /** In order of time. */
  readonly readings: readonly SpotReading[];
}

/** What a spot came to, all its readings together: the strongest thing seen decides. */
export const spotAnswer = ({ readings }: Pick<TestSpot, 'readings'>): SkinAnswer =>
  skinAnswer(
    readings.flatMap(({ marks }) => marks),
    readings.flatMap(({ pain }) => (pain === null ? [] : [pain])),
  );
