import type { Setting } from '@tidy-quill/core/plan';
import { useMemo, useState } from 'react';
import { defined } from '@tidy-quill/core/units';
import { refusalText } from '../../text';
import { LimitBars } from '../plan/LimitBars';
import { SettingSteppers } from '../plan/SettingSteppers';
import { useView } from '../plan/use-planner';
import { useVisit, usePlanCase } from '../visit/use-visit';
import { lazily } from '../../widgets/lazily';

const ChangeDialog = lazily(async () => (await import('./ChangeDialog')).ChangeDialog);

const REASONS = [
  'No endpoint seen',
  'Endpoint too strong',
  'Pain',
  'Bony or thin place',
  'Darker skin here',
  'Finer hair here',
  'Client asked for it',
] as const;

/** Changes what is dialled in, within the limits, with a reason by one press. */
export function ChangeSetting({ onClose }: { onClose: () => void }) {
  const plan = defined(usePlanCase());
  const { record } = useVisit('record');
  const [setting, setSetting] = useState<Setting>(defined(record.run.setting));
  const of = useMemo(() => ({ job: 'hair' as const, plan }), [plan]);
  const { evaluation } = useView(of, { setting, colours: [], whole: false }).value;
  const handpiece = plan.handpieces.find(({ id }) => id === setting.handpieceId);
  return (
    <ChangeDialog
      setting={setting}
      refusals={evaluation?.refusals.map(refusalText) ?? null}
      reasons={REASONS}
      width={640}
      onClose={onClose}
    >
      {handpiece === undefined ? null : (
        <SettingSteppers
          handpiece={handpiece}
          setting={setting}
          evaluation={evaluation}
          subject={plan.subject}
          protocol={plan.protocol}
          onChange={setSetting}
        />
      )}
      {evaluation === null ? null : (
        <LimitBars evaluation={evaluation} setting={setting} uncertainty={null} />
      )}
    </ChangeDialog>
  );
}
