import {
  evaluate,
  lessonOf,
  type Evaluation,
  type Lesson,
  type PastSession,
  type Setting,
} from '@tidy-quill/core/plan';
import { pastSessions, testsOf } from '@tidy-quill/core/session';
import { useMemo } from 'react';
import { usePlanCase, useVisit } from '../visit/use-visit';

/** What of today is learnt from: the test spots alone, or the session too. */
export type ReadToday = 'tests' | 'session';

/**
 * What a setting may be expected to do on this zone, with what was read today; null on ink, before it was looked at, and where the
 * clinic has no rule for it.
 */
export function useChances(setting: Setting | null, read: ReadToday = 'tests'): Evaluation | null {
  const plan = usePlanCase();
  const { record } = useVisit('record');
  // As text it stays the same while pulses are counted: nothing is worked out again for each.
  const today = JSON.stringify(read === 'tests' ? testsOf(record) : pastSessions(record));
  return useMemo(() => {
    if (plan === null || setting === null || plan.protocol.learning === undefined) return null;
    const history = [...plan.subject.history, ...(JSON.parse(today) as PastSession[])];
    return evaluate({ ...plan, subject: { ...plan.subject, history } }, setting, 'ranking');
  }, [plan, today, setting]);
}

/** What the next answer at a fluence, J/cm², would change; null where nothing is learnt. */
export const useLesson = (found: Evaluation | null, fluenceJcm2: number): Lesson | null =>
  useMemo(
    () =>
      found === null || found.learnt === null || found.model === null
        ? null
        : lessonOf(fluenceJcm2, found.model, found.learnt),
    [found, fluenceJcm2],
  );
