import { NewDeviceEntry, PAPER_BYTES, type DeviceShown } from '@tidy-quill/contract/devices';
import { PART_WORDS } from '@tidy-quill/contract/labels/devices';
import { read } from '@tidy-quill/contract/problem';
import type { DeviceEntryKind, Part } from '@tidy-quill/core/device';
import { Button, InputNumber, Upload } from 'antd';
import { Input, TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemFields, problemText } from '../../app/api';
import { Choice } from '../../widgets/Choice';
import { DayInput } from '../../widgets/DayInput';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { useAddDeviceEntryMutation, useKeepPaperMutation } from './devices-api';

export type EntryAsked = Exclude<DeviceEntryKind, 'checked' | 'counterRead'>;

const TITLES: Readonly<Record<EntryAsked, readonly [title: string, action: string]>> = {
  serviced: ['Service or repair', 'Write it down'],
  partFitted: ['Part fitted', 'Write it down'],
  takenOut: ['Take out of use', 'Take it out of use'],
  freed: ['Free it for use', 'Free it'],
};

interface Draft {
  readonly what: 'service' | 'repair';
  readonly by: string;
  readonly note: string;
  readonly reason: string;
  readonly until: string;
  readonly counter: number | null;
  readonly part: Part;
  readonly name: string;
  readonly lifePulses: number | null;
  readonly usedPulses: number | null;
  readonly file: File | null;
}

const EMPTY: Draft = {
  ...{ what: 'service', by: '', note: '', reason: '', until: '', counter: null },
  ...{ part: 'lamp', name: '', lifePulses: null, usedPulses: 0, file: null },
};

/** An entry into a device’s log, other than a check. */
export function EntryForm({
  asked,
  device: { handpiece, state },
  onClose,
}: {
  asked: EntryAsked;
  device: DeviceShown;
  onClose: () => void;
}) {
  const [id] = useState(() => v7());
  const [draft, setDraft] = useState<Draft>(EMPTY);
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [add, { error, isLoading }] = useAddDeviceEntryMutation();
  const [keep, kept] = useKeepPaperMutation();
  const change = (more: Partial<Draft>) => setDraft({ ...draft, ...more });
  const problem = (field: string) => wrong[`body.${field}`];
  const save = async () => {
    const tooLarge = draft.file !== null && draft.file.size > PAPER_BYTES;
    if (tooLarge) {
      setWrong({ 'body.paper': 'must be 10 MB at most' });
      return;
    }
    const first = read(NewDeviceEntry, { id, body: bodyOf(asked, draft, null) });
    if (!first.ok) {
      setWrong(Object.fromEntries(first.fields.map(({ field, problem: of }) => [field, of])));
      return;
    }
    setWrong({});
    let body = first.value.body;
    if (draft.file !== null && asked === 'serviced' && body.kind === 'serviced') {
      const paper = await keep({ handpieceId: handpiece.id, file: draft.file });
      if (paper.error !== undefined) return;
      body = { ...body, paper: { name: draft.file.name, sha256: paper.data.sha256 } };
    }
    const done = await add({ id, body, handpieceId: handpiece.id });
    if (done.error === undefined) onClose();
    else setWrong(problemFields(done.error));
  };
  const [title, action] = TITLES[asked];
  const failed = error ?? kept.error;
  const text = (
    label: string,
    key: 'reason' | 'by' | 'note' | 'name',
    maxLength: number,
    Box: typeof Input | typeof TextArea = Input,
  ) => (
    <Field label={label} problem={problem(key)}>
      {(field) => (
        <Box
          {...field}
          maxLength={maxLength}
          value={draft[key]}
          onChange={({ target }: { target: { value: string } }) => change({ [key]: target.value })}
        />
      )}
    </Field>
  );
  const pulses = (
    label: string,
    key: 'counter' | 'lifePulses' | 'usedPulses',
    placeholder = '',
  ) => (
    <Field label={label} problem={problem(key)}>
      {(field) => (
        <InputNumber
          {...field}
          className="wide"
          suffix="pulses"
          min={0}
          precision={0}
          placeholder={placeholder}
          value={draft[key]}
          onChange={(value) => change({ [key]: value })}
        />
      )}
    </Field>
  );
  const readLast = state.counter === null ? '' : `${state.counter} when it was read last`;
  return (
    <Dialog
      open
      title={`${title}: ${handpiece.name}`}
      okText={action}
      confirmLoading={isLoading || kept.isLoading}
      onOk={() => void save()}
      onCancel={onClose}
      width={620}
    >
      {asked === 'freed' ? text('Why it may be used again', 'reason', 300) : null}
      {asked === 'takenOut' ? (
        <>
          {text('Why', 'reason', 300)}
          <Field label="Back by, where it is known" problem={problem('until')}>
            {(field) => (
              <DayInput {...field} value={draft.until} onChange={(until) => change({ until })} />
            )}
          </Field>
        </>
      ) : null}
      {asked === 'freed' && state.output !== null ? (
        <p className="quiet">Its plans go by what was measured last until it is measured again.</p>
      ) : null}
      {asked === 'serviced' ? (
        <>
          <Choice
            label="What"
            words={{ service: 'service', repair: 'repair' }}
            value={draft.what}
            onChange={(what) => change({ what })}
          />
          {text('By whom', 'by', 120)}
          {text('What was done', 'note', 1000, TextArea)}
          {pulses('Counter, where it is shown', 'counter', readLast)}
          <div className="field">
            <Upload
              accept="application/pdf"
              maxCount={1}
              beforeUpload={(file) => {
                change({ file });
                return false;
              }}
              onRemove={() => change({ file: null })}
            >
              <Button>Add its paper (PDF)</Button>
            </Upload>
            {problem('paper') === undefined ? null : (
              <p className="field-error">The paper {problem('paper')}</p>
            )}
          </div>
          <p className="quiet">
            It is out of use from then on until a check has measured what it gives.
          </p>
        </>
      ) : null}
      {asked === 'partFitted' ? (
        <>
          <Choice
            label="Part"
            words={PART_WORDS}
            value={draft.part}
            onChange={(part) => change({ part })}
          />
          {text('Its name', 'name', 80)}
          <div className="field-row">
            {pulses('Its life by the manual', 'lifePulses')}
            {pulses('Given before', 'usedPulses')}
          </div>
          {pulses('Counter when it was fitted', 'counter', readLast)}
        </>
      ) : null}
      {failed === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(failed)}
        </p>
      )}
    </Dialog>
  );
}

function bodyOf(asked: EntryAsked, draft: Draft, paper: null) {
  const { what, by, note, reason, until, counter, part, name, lifePulses, usedPulses } = draft;
  switch (asked) {
    case 'serviced':
      return { kind: asked, what, by, note, counter, paper };
    case 'partFitted':
      return { kind: asked, part, name, lifePulses, usedPulses, counter };
    case 'takenOut':
      return { kind: asked, reason, until: until === '' ? null : until };
    case 'freed':
      return { kind: asked, reason };
  }
}
