import type { Setting } from '@tidy-quill/core/plan';
import { useState } from 'react';
import { defined } from '@tidy-quill/core/units';
import { INK_REFUSAL_WORDS } from '../../text';
import { InkSteppers } from '../ink/InkSteppers';
import { useInkCase } from '../ink/use-ink';
import { useView } from '../plan/use-planner';
import { useVisit } from '../visit/use-visit';
import { lazily } from '../../widgets/lazily';

const ChangeDialog = lazily(async () => (await import('./ChangeDialog')).ChangeDialog);

const REASONS = [
  'No whitening seen',
  'Whitening too thick',
  'Pain',
  'Thin or fine ink here',
  'Solid ink here',
  'Client asked for it',
] as const;

/** Changes what is dialled in on ink, within the limits, with a reason by one press. */
export function ChangeInkSetting({ onClose }: { onClose: () => void }) {
  const { record } = useVisit('record');
  const of = defined(useInkCase());
  const [setting, setSetting] = useState<Setting>(defined(record.run.setting));
  const colours = record.plan?.ink?.colours ?? [];
  const { ink: evaluation } = useView(of, { setting, colours, whole: false }).value;
  const handpiece = of.of.handpieces.find(({ id }) => id === setting.handpieceId);
  return (
    <ChangeDialog
      setting={setting}
      refusals={
        evaluation?.refusals.map((why) => `Not this way: ${INK_REFUSAL_WORDS[why]}.`) ?? null
      }
      reasons={REASONS}
      width={560}
      onClose={onClose}
    >
      {handpiece === undefined ? null : (
        <InkSteppers
          handpiece={handpiece}
          setting={setting}
          evaluation={evaluation}
          onChange={setSetting}
        />
      )}
    </ChangeDialog>
  );
}
