import { RULE_TABLE, SUBSTANCE_TABLE } from '@tidy-quill/contract/catalogue-table';
import type { SuitabilityRules } from '@tidy-quill/core/suitability';
import { InputNumber } from 'antd';
import { Field } from '../../widgets/Field';
import { RecordTable } from './RecordTable';

const RULE_COLUMNS = [
  'id',
  'jobs',
  'places',
  'outcome',
  'waitDays',
  'waitMonths',
  'override',
  'advice',
];
const SUBSTANCE_COLUMNS = ['name', 'medicineClass', 'waitDays', 'waitMonths', 'source'];

/** Every rule that exists, the medicines by name, and the ages. */
export function SuitabilityTables({
  content,
  editable,
  onChange,
}: {
  content: SuitabilityRules;
  editable: boolean;
  onChange: (content: SuitabilityRules) => void;
}) {
  const { ages } = content;
  const age = (name: 'least' | 'alone', label: string) => (
    <Field label={label}>
      {(field) => (
        <InputNumber
          {...field}
          suffix="years"
          min={0}
          max={30}
          disabled={!editable}
          value={ages[name]}
          onChange={(value) =>
            onChange({ ...content, ages: { ...ages, [name]: value ?? ages[name] } })
          }
        />
      )}
    </Field>
  );
  return (
    <>
      <h2>Rules</h2>
      <RecordTable
        name="rules"
        table={RULE_TABLE}
        shown={RULE_COLUMNS}
        records={content.rules}
        editable={editable}
        onChange={(rules) => onChange({ ...content, rules })}
      />
      <h2>Ages</h2>
      <div className="ages">
        {age('least', 'Nobody younger is treated')}
        {age('alone', 'Under this age a guardian signs too')}
      </div>
      <h2>Medicines by name</h2>
      <RecordTable
        name="medicines"
        table={SUBSTANCE_TABLE}
        shown={SUBSTANCE_COLUMNS}
        records={content.substances}
        editable={editable}
        onChange={(substances) => onChange({ ...content, substances })}
      />
    </>
  );
}
