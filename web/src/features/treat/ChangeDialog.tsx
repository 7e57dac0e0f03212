import type { Setting } from '@tidy-quill/core/plan';
import { refuseRise } from '@tidy-quill/core/workflow';
import { Radio } from 'antd';
import { useId, useState, type ReactNode } from 'react';
import { defined } from '@tidy-quill/core/units';
import { Dialog } from '../../widgets/Dialog';
import { EVENT_REFUSAL_WORDS } from '../../text';
import { useVisit } from '../visit/use-visit';

/** What is dialled in, changed with a reason by one press; usable once it differs and nothing refuses it. */
export function ChangeDialog({
  setting,
  refusals,
  reasons,
  width,
  children,
  onClose,
}: {
  setting: Setting;
  /** Why it may not be used, each in a sentence; null while that is worked out. */
  refusals: readonly string[] | null;
  reasons: readonly string[];
  width: number;
  children: ReactNode;
  onClose: () => void;
}) {
  const { record, add } = useVisit('record', 'add');
  const label = useId();
  const [reason, setReason] = useState<string>();
  const same = JSON.stringify(setting) === JSON.stringify(record.run.setting);
  const rise = refuseRise(record.run, setting);
  const ready = refusals?.length === 0 && rise === null && reason !== undefined && !same;
  const save = async () => {
    await add({ kind: 'settingChanged', setting, reason: defined(reason) });
    onClose();
  };
  return (
    <Dialog
      open
      title="Change the setting"
      okText="Use this setting"
      okButtonProps={{ disabled: !ready }}
      onOk={() => void save()}
      onCancel={onClose}
      width={width}
    >
      {children}
      {[
        ...(rise === null ? [] : [`Not now: ${EVENT_REFUSAL_WORDS[rise]}.`]),
        ...(refusals ?? []),
      ].map((refusal) => (
        <p key={refusal} className="refusal" role="alert">
          {refusal}
        </p>
      ))}
      <h3 id={label}>Why?</h3>
      <Radio.Group
        className="reasons"
        aria-labelledby={label}
        optionType="button"
        buttonStyle="solid"
        options={[...reasons]}
        value={reason}
        onChange={(event) => setReason(event.target.value as string)}
      />
    </Dialog>
  );
}
