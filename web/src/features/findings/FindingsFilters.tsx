import {
  FINDING_FIELDS,
  type FindingField,
  type FindingsFilter,
  type FindingsOptions,
} from '@tidy-quill/contract/findings';
import { FINDING_FIELD_WORDS, findingValueText } from '@tidy-quill/contract/labels/findings';
import { addDays, addMonths, type Day } from '@tidy-quill/core/units';
import { Button, Select } from 'antd';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';

type Set = (change: Readonly<Record<string, string | undefined>>) => void;

/** Which sessions are asked about: a period, and what they have in common. */
export function FindingsFilters({
  asked,
  options,
  today,
  onSet,
}: {
  asked: FindingsFilter;
  options: FindingsOptions;
  today: Day;
  onSet: Set;
}) {
  const months = (count: number) => () =>
    onSet({ from: addDays(addMonths(today, -count), 1), until: undefined });
  const narrowed = FINDING_FIELDS.some((field) => asked[field] !== undefined);
  return (
    <section className="findings-filter" aria-label="Which sessions">
      <div className="findings-period">
        <Field label="From">
          {(field) => (
            <DayInput {...field} value={asked.from} onChange={(from) => onSet({ from })} />
          )}
        </Field>
        <Field label="Until">
          {(field) => (
            <DayInput {...field} value={asked.until} onChange={(until) => onSet({ until })} />
          )}
        </Field>
        <div className="findings-quick">
          <Button size="small" onClick={months(3)}>
            3 months
          </Button>
          <Button size="small" onClick={months(12)}>
            12 months
          </Button>
          <Button
            size="small"
            disabled={options.firstOn === null}
            onClick={() => onSet({ from: options.firstOn ?? undefined, until: undefined })}
          >
            All
          </Button>
        </div>
      </div>
      <div className="findings-fields">
        {FINDING_FIELDS.map((name) => (
          <FieldSelect
            key={name}
            name={name}
            value={asked[name]}
            options={options}
            onChange={(value) => onSet({ [name]: value })}
          />
        ))}
        {narrowed ? (
          <Button
            onClick={() =>
              onSet(Object.fromEntries(FINDING_FIELDS.map((name) => [name, undefined])))
            }
          >
            Clear filters
          </Button>
        ) : null}
      </div>
    </section>
  );
}

function FieldSelect({
  name,
  value,
  options,
  onChange,
}: {
  name: FindingField;
  value: string | undefined;
  options: FindingsOptions;
  onChange: (value: string | undefined) => void;
}) {
  return (
    <Field label={FINDING_FIELD_WORDS[name]}>
      {(field) => (
        <Select
          {...field}
          allowClear
          placeholder="all"
          showSearch={{ optionFilterProp: 'label' }}
          value={value ?? null}
          options={options.values[name].map((each) => ({
            value: each,
            label: findingValueText(name, each, options),
          }))}
          onChange={(chosen: string | null) => onChange(chosen ?? undefined)}
        />
      )}
    </Field>
  );
}
