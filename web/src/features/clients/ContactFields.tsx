import {
  type ContactWay,
  type GivenClientFields,
  type Guardian,
} from '@tidy-quill/contract/clients';
import { CONTACT_WORDS, LANGUAGES } from '@tidy-quill/contract/labels/clients';
import { Select } from 'antd';
import { Input } from '../../widgets/inputs';
import { Field } from '../../widgets/Field';

type Fields = Required<GivenClientFields>;

const NO_GUARDIAN: Guardian = { name: '', relation: '', phone: '' };

/** How a client, and whoever answers for them, is reached. */
export function ContactFields({
  fields,
  wrong,
  onChange,
}: {
  fields: Fields;
  wrong: Readonly<Record<string, string>>;
  onChange: (more: Partial<Fields>) => void;
}) {
  const guardian = fields.guardian ?? NO_GUARDIAN;
  const putGuardian = (more: Partial<Guardian>) => {
    const next = { ...guardian, ...more };
    const some = Object.values(next).some((each) => each !== '');
    onChange({ guardian: some ? next : null });
  };
  return (
    <>
      <Field label="Telephone" problem={wrong['phone']}>
        {(field) => (
          <Input
            {...field}
            value={fields.phone}
            onChange={({ target }) => onChange({ phone: target.value })}
          />
        )}
      </Field>
      <Field label="E-mail" problem={wrong['email']}>
        {(field) => (
          <Input
            {...field}
            value={fields.email}
            onChange={({ target }) => onChange({ email: target.value })}
          />
        )}
      </Field>
      <Field label="Likes to be reached by" problem={wrong['contactBy']}>
        {({ id }) => (
          <Select<ContactWay>
            id={id}
            allowClear
            placeholder="not said"
            value={fields.contactBy}
            options={(Object.keys(CONTACT_WORDS) as ContactWay[]).map((value) => ({
              value,
              label: CONTACT_WORDS[value],
            }))}
            onChange={(contactBy: ContactWay | undefined) =>
              onChange({ contactBy: contactBy ?? null })
            }
          />
        )}
      </Field>
      <Field label="Language" problem={wrong['language']}>
        {({ id }) => (
          <Select<string>
            id={id}
            allowClear
            showSearch={{ optionFilterProp: 'label' }}
            placeholder="not said"
            value={fields.language}
            options={[...LANGUAGES]}
            onChange={(language: string | undefined) => onChange({ language: language ?? null })}
          />
        )}
      </Field>
      <Field label="Guardian" problem={wrong['guardian.name']}>
        {(field) => (
          <Input
            {...field}
            placeholder="nobody"
            value={guardian.name}
            onChange={({ target }) => putGuardian({ name: target.value })}
          />
        )}
      </Field>
      {fields.guardian === null ? null : (
        <>
          <Field label="Relation of the guardian" problem={wrong['guardian.relation']}>
            {(field) => (
              <Input
                {...field}
                value={guardian.relation}
                onChange={({ target }) => putGuardian({ relation: target.value })}
              />
            )}
          </Field>
          <Field label="Telephone of the guardian" problem={wrong['guardian.phone']}>
            {(field) => (
              <Input
                {...field}
                value={guardian.phone}
                onChange={({ target }) => putGuardian({ phone: target.value })}
              />
            )}
          </Field>
        </>
      )}
    </>
  );
}
