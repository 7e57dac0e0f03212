import type { Area } from '@tidy-quill/contract/clients';
import type { CourseStep } from '@tidy-quill/core/course';
import { Button } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useTakeCourseStepMutation } from '../../app/course-api';
import { areaText } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { goToField } from '../../widgets/go-to-field';

const USUAL_REASONS: Readonly<Record<CourseStep, readonly string[]>> = {
  paused: [
    'Pregnancy.',
    'A cause of the hair is looked into.',
    'A medicine that bars light.',
    'The client asked for a rest.',
  ],
  stopped: [
    'What is left is white or grey: it does not respond.',
    'Most is gone; the client is content.',
    'More hair than before the course.',
    'It does not respond.',
    'The client asked for it.',
  ],
  reopened: ['The reason is over.', 'For a visit of upkeep.', 'The client asked for it.'],
};

/** Decides that a course rests, ends or goes on, with the reason. */
export function CourseStepForm({
  area,
  isOpen,
  onClose,
}: {
  area: Area;
  isOpen: boolean;
  onClose: () => void;
}) {
  const [id] = useState(() => v7());
  const [step, setStep] = useState<CourseStep | null>(isOpen ? null : 'reopened');
  const [reason, setReason] = useState('');
  const [take, { isLoading, error }] = useTakeCourseStepMutation();
  const lacking = step === null ? 'The course is' : reason.trim() === '' ? 'Reason' : undefined;
  const save = async () => {
    if (lacking !== undefined) goToField(lacking);
    if (lacking !== undefined || step === null) return;
    const result = await take({ clientId: area.clientId, id, areaId: area.id, step, reason });
    if (result.error === undefined) onClose();
  };
  return (
    <Dialog
      open
      title={`${isOpen ? 'Pause or stop' : 'Reopen'} the course: ${areaText(area)}`}
      onCancel={onClose}
      okText={lacking === undefined ? 'Keep it, on the record' : `Next: ${lacking}`}
      confirmLoading={isLoading}
      onOk={() => void save()}
    >
      {isOpen ? (
        <Choice
          label="The course is"
          words={{ paused: 'paused', stopped: 'stopped' }}
          value={step === 'paused' || step === 'stopped' ? step : null}
          onChange={setStep}
          hint="Either way no visit is booked until it is reopened"
        />
      ) : null}
      <Field label="Reason">
        {(field) => (
          <Input
            {...field}
            maxLength={500}
            value={reason}
            onChange={({ target }) => setReason(target.value)}
          />
        )}
      </Field>
      {step === null ? null : (
        <div className="usual-reasons" role="group" aria-label="Usual reasons">
          {USUAL_REASONS[step].map((each) => (
            <Button key={each} size="small" onClick={() => setReason(each)}>
              {each}
            </Button>
          ))}
        </div>
      )}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}
