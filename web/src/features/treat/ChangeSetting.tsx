import type { Setting } from '@tidy-quill/core/plan';
import { Modal, Radio } from 'antd';
import { useId, useState } from 'react';
import { refusalText } from '../../text';
import { LimitBars } from '../plan/LimitBars';
import { SettingSteppers } from '../plan/SettingSteppers';
import { useEvaluation } from '../plan/use-planner';
import { useOpenVisit, usePlanCase } from '../visit/use-visit';

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
  const plan = usePlanCase()!;
  const { record, add } = useOpenVisit();
  const label = useId();
  const before = record.run.setting!;
  const [setting, setSetting] = useState<Setting>(before);
  const [reason, setReason] = useState<string>();
  const { value: evaluation } = useEvaluation(plan, setting);
  const handpiece = plan.handpieces.find(({ id }) => id === setting.handpieceId);
  const refusals = evaluation?.refusals ?? [];
  const same = JSON.stringify(setting) === JSON.stringify(before);
  const ready = evaluation !== null && refusals.length === 0 && reason !== undefined && !same;
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
      width={640}
    >
      {handpiece === undefined ? null : (
        <SettingSteppers
          handpiece={handpiece}
          setting={setting}
          evaluation={evaluation}
          subject={plan.subject}
          onChange={setSetting}
        />
      )}
      {evaluation === null ? null : (
        <LimitBars evaluation={evaluation} setting={setting} doubt={null} />
      )}
      {refusals.map((refusal) => (
        <p key={refusal.code} className="refusal" role="alert">
          {refusalText(refusal)}
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
