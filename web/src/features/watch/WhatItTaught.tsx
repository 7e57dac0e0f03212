import { taughtText, toleranceText } from '@tidy-quill/contract/labels/learning';
import { ChanceLine } from '../plan/ChanceLine';
import { useChances } from '../plan/use-chances';
import { useVisit } from '../visit/use-visit';

/** What this session’s answer taught of the skin, what it does to the limit by risk, and what is to be expected after it. */
export function WhatItTaught() {
  const { record } = useVisit('record');
  const setting = record.run.setting ?? record.plan?.setting ?? null;
  const before = useChances(setting);
  const after = useChances(setting, 'session');
  if (setting === null || after === null || after.learnt === null) return null;
  const [was, is] = [before?.limits?.risk ?? null, after.limits?.risk ?? null];
  const taught = after.learnt.from.length > (before?.learnt?.from.length ?? 0);
  return (
    <>
      {taught && was !== null && is !== null ? (
        <p className="small">
          {taughtText(was, is)} {toleranceText(after.learnt)}
        </p>
      ) : null}
      <ChanceLine setting={setting} read="session" />
    </>
  );
}
