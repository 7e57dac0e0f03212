import { evaluate, type Evaluation, type Setting } from '@tidy-quill/core/plan';
import { pastSessions, testsOf } from '@tidy-quill/core/session';
import { useMemo } from 'react';
import { usePlanCase, useVisit } from '../visit/use-visit';

/**
 * What a setting may be expected to do on this zone, with what was read today: the test spots alone, or the session too; null on ink,
 * before it was looked at, and where the clinic has no rule for it.
 */
export function useChances(
  setting: Setting | null,
  read: 'tests' | 'session' = 'tests',
): Evaluation | null {
  const plan = usePlanCase();
  const { record } = useVisit('record');
  return useMemo(() => {
    if (plan === null || setting === null || plan.protocol.learning === undefined) return null;
    const today = read === 'tests' ? testsOf(record) : pastSessions(record);
    const history = [...plan.subject.history, ...today];
    return evaluate({ ...plan, subject: { ...plan.subject, history } }, setting, 'ranking');
  }, [plan, record, setting, read]);
}
