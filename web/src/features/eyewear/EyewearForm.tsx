import './eyewear.css';
import { SetEyewear, type EyewearListed } from '@tidy-quill/contract/eyewear';
import { EYEWEAR_KIND_WORDS, PULSE_KIND_WORDS } from '@tidy-quill/contract/labels/eyewear';
import { read } from '@tidy-quill/contract/problem';
import { PULSE_KINDS, type Eyewear, type LabelBand } from '@tidy-quill/core/eyewear';
import { Button, Checkbox, InputNumber, Select } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemFields, problemText } from '../../app/api';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { useSetEyewearMutation } from './eyewear-api';

type Draft = Omit<Eyewear, 'bands' | 'count'> & {
  readonly count: number | null;
  readonly bands: readonly {
    readonly [K in keyof LabelBand]: LabelBand[K] | null;
  }[];
};

const NO_BAND = { fromNm: null, toNm: null, density: null, scale: null, pulses: null };

const empty = (): Draft => ({
  ...{ id: v7(), name: '', kind: 'goggles', bands: [NO_BAND], visible: null, colour: '' },
  ...{ count: 1, place: '', inService: true, lookedOn: null, state: 'sound' },
});

/** One kind of eyewear as its label says: bands with their densities, how many there are, and where they hang. */
export function EyewearForm({
  listed,
  onClose,
}: {
  listed: EyewearListed | null;
  onClose: () => void;
}) {
  const [draft, setDraft] = useState<Draft>(listed?.eyewear ?? empty());
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [set, { error, isLoading }] = useSetEyewearMutation();
  const change = (more: Partial<Draft>) => setDraft({ ...draft, ...more });
  const changeBand = (index: number, more: Partial<Draft['bands'][number]>) =>
    change({ bands: draft.bands.map((band, i) => (i === index ? { ...band, ...more } : band)) });
  const save = async () => {
    const asked = read(SetEyewear, { version: listed?.version ?? 0, eyewear: draft });
    if (!asked.ok) {
      setWrong(Object.fromEntries(asked.fields.map(({ field, problem }) => [field, problem])));
      return;
    }
    setWrong({});
    const kept = await set(asked.value);
    if (kept.error === undefined) onClose();
    else setWrong(problemFields(kept.error));
  };
  const problem = (field: string) => wrong[`eyewear.${field}`];
  return (
    <Dialog
      open
      title={listed === null ? 'Add eyewear' : `Edit ${listed.eyewear.name}`}
      onCancel={onClose}
      okText={listed === null ? 'Add eyewear' : 'Save'}
      confirmLoading={isLoading}
      onOk={() => void save()}
      width={720}
    >
      <Field label="Name, as it is called here" problem={problem('name')}>
        {(field) => (
          <Input
            {...field}
            maxLength={120}
            value={draft.name}
            onChange={({ target }) => change({ name: target.value })}
          />
        )}
      </Field>
      <Choice
        label="Kind"
        words={EYEWEAR_KIND_WORDS}
        value={draft.kind}
        onChange={(kind) => change({ kind })}
      />
      <fieldset className="eyewear-bands">
        <legend>Label, band by band</legend>
        {draft.bands.map((band, index) => (
          <div key={index} className="eyewear-band">
            {(
              [
                ['fromNm', 'From', 'nm'],
                ['toNm', 'To', 'nm'],
                ['density', 'Optical density', 'OD'],
                ['scale', 'Scale number', ''],
              ] as const
            ).map(([name, label, unit]) => (
              <Field
                key={name}
                label={`${label}${draft.bands.length === 1 ? '' : `, band ${index + 1}`}`}
                problem={problem(`bands.${index}.${name}`)}
              >
                {(field) => (
                  <InputNumber
                    {...field}
                    suffix={unit}
                    value={band[name]}
                    onChange={(value) => changeBand(index, { [name]: value })}
                  />
                )}
              </Field>
            ))}
            <Select
              aria-label={`Pulses it was tested for, band ${index + 1}`}
              mode="multiple"
              placeholder="Pulses it was tested for, where the label says"
              value={[...(band.pulses ?? [])]}
              options={PULSE_KINDS.map((kind) => ({ value: kind, label: PULSE_KIND_WORDS[kind] }))}
              onChange={(pulses) =>
                changeBand(index, { pulses: pulses.length === 0 ? null : pulses })
              }
            />
            {draft.bands.length === 1 ? null : (
              <Button onClick={() => change({ bands: draft.bands.filter((_, i) => i !== index) })}>
                Remove band {index + 1}
              </Button>
            )}
          </div>
        ))}
        <Button onClick={() => change({ bands: [...draft.bands, NO_BAND] })}>Add a band</Button>
      </fieldset>
      <div className="eyewear-band">
        <Field label="How many there are" problem={problem('count')}>
          {(field) => (
            <InputNumber
              {...field}
              min={1}
              max={200}
              precision={0}
              value={draft.count}
              onChange={(count) => change({ count })}
            />
          )}
        </Field>
        <Field label="Daylight that passes" problem={problem('visible')}>
          {(field) => (
            <InputNumber
              {...field}
              suffix="%"
              min={0}
              max={100}
              value={draft.visible === null ? null : Math.round(draft.visible * 1000) / 10}
              onChange={(percent) => change({ visible: percent === null ? null : percent / 100 })}
            />
          )}
        </Field>
        <Field label="Colour of the lens" problem={problem('colour')}>
          {(field) => (
            <Input
              {...field}
              maxLength={40}
              value={draft.colour}
              onChange={({ target }) => change({ colour: target.value })}
            />
          )}
        </Field>
        <Field label="Where it hangs" problem={problem('place')}>
          {(field) => (
            <Input
              {...field}
              maxLength={120}
              value={draft.place}
              onChange={({ target }) => change({ place: target.value })}
            />
          )}
        </Field>
      </div>
      <Checkbox
        checked={draft.inService}
        onChange={({ target }) => change({ inService: target.checked })}
      >
        In service
      </Checkbox>
      {error === undefined || Object.keys(wrong).length > 0 ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
    </Dialog>
  );
}
