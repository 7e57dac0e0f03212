import { InputNumber } from 'antd';
import { Field } from '../../widgets/Field';

/** A figure of a document that a clinic may set, within bounds and by steps. */
export function FigureField({
  label,
  value,
  unit,
  bounds,
  editable,
  onChange,
}: {
  label: string;
  value: number;
  unit: string;
  bounds: readonly [least: number, most: number, step: number];
  editable: boolean;
  onChange: (value: number) => void;
}) {
  return (
    <Field label={label}>
      {(field) => (
        <InputNumber
          {...field}
          value={value}
          suffix={unit}
          min={bounds[0]}
          max={bounds[1]}
          step={bounds[2]}
          disabled={!editable}
          onChange={(next) => {
            if (next !== null) onChange(next);
          }}
        />
      )}
    </Field>
  );
}
