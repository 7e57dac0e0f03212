import { restsOnText, taughtText, toleranceText } from '@tidy-quill/contract/labels/learning';
import { useVisit } from '../visit/use-visit';
import { useChances } from '../plan/use-chances';

/** What this session’s answer taught of the skin, and what it does to the limit by risk next time. */
export function WhatItTaught() {
  const { record } = useVisit('record');
  const setting = record.run.setting ?? record.plan?.setting ?? null;
  const before = useChances(setting);
  const after = useChances(setting, 'session');
  const [was, is] = [before?.limits?.risk ?? null, after?.limits?.risk ?? null];
  if (was === null || is === null || after === null || after.learnt === null) return null;
  if (after.learnt.from.length === (before?.learnt?.from.length ?? 0)) return null;
  return (
    <p className="small">
      {taughtText(was, is)} {toleranceText(after.learnt)} It rests on{' '}
      {restsOnText(after.learnt.from)}.
    </p>
  );
}
