import { evaluateInk } from '@tidy-quill/core/ink';
import type { Setting } from '@tidy-quill/core/plan';
import { Modal, Radio } from 'antd';
import { useId, useState } from 'react';
import { INK_REFUSAL_WORDS } from '../../text';
import { InkSteppers } from '../ink/InkSteppers';
import { useInk } from '../ink/use-ink';
import { useOpenVisit } from '../visit/use-visit';

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
  const { record, catalogue, add } = useOpenVisit();
  const planning = useInk()!;
  const label = useId();
  const before = record.run.setting!;
  const [setting, setSetting] = useState<Setting>(before);
  const [reason, setReason] = useState<string>();
  const step = { colours: record.plan?.ink?.colours ?? [] };
  const evaluation = evaluateInk(planning.of, step, setting, catalogue.protocol.pace);
  const handpiece = planning.of.handpieces.find(({ id }) => id === setting.handpieceId);
  const same = JSON.stringify(setting) === JSON.stringify(before);
  const ready = evaluation.refusals.length === 0 && reason !== undefined && !same;
  const save = async () => {
    await add({ kind: 'settingChanged', setting, reason: reason! });
    onClose();
  };
  return (
    <Modal
      open
      title="Change the setting"
      okText="Use this setting"
      okButtonProps={{ disabled: !ready }}
      onOk={() => void save()}
      onCancel={onClose}
      width={560}
    >
      {handpiece === undefined ? null : (
        <InkSteppers
          handpiece={handpiece}
          setting={setting}
          evaluation={evaluation}
          onChange={setSetting}
        />
      )}
      {evaluation.refusals.map((why) => (
        <p key={why} className="refusal" role="alert">
          Not this way: {INK_REFUSAL_WORDS[why]}.
        </p>
      ))}
      <h3 id={label}>Why?</h3>
      <Radio.Group
        className="reasons"
        aria-labelledby={label}
        optionType="button"
        buttonStyle="solid"
        options={[...REASONS]}
        value={reason}
        onChange={(event) => setReason(event.target.value as string)}
      />
    </Modal>
  );
}
