import { evaluateInk } from '@tidy-quill/core/ink';
import type { Setting } from '@tidy-quill/core/plan';
import { useState } from 'react';
import { INK_REFUSAL_WORDS } from '../../text';
import { InkSteppers } from '../ink/InkSteppers';
import { useInk } from '../ink/use-ink';
import { useVisit } from '../visit/use-visit';
import { ChangeDialog } from './ChangeDialog';

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
  const { record, catalogue } = useVisit('record', 'catalogue');
  const planning = useInk()!;
  const [setting, setSetting] = useState<Setting>(record.run.setting!);
  const step = { colours: record.plan?.ink?.colours ?? [] };
  const evaluation = evaluateInk(planning.of, step, setting, catalogue.protocol.pace);
  const handpiece = planning.of.handpieces.find(({ id }) => id === setting.handpieceId);
  return (
    <ChangeDialog
      setting={setting}
      refusals={evaluation.refusals.map((why) => `Not this way: ${INK_REFUSAL_WORDS[why]}.`)}
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
