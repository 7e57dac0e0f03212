import type { Handpiece, Technique } from '@tidy-quill/core/plan';
import type { ArmRule } from '@tidy-quill/core/trial';
import { Select } from 'antd';
import { Input } from '../../widgets/inputs';
import { TECHNIQUE_WORDS } from '../../text';
import { Field } from '../../widgets/Field';

/** One of the two ways of a trial: by technique, by handpiece, or both, and what it is called. */
export function ArmFields({
  title,
  rule,
  handpieces,
  onSet,
}: {
  title: string;
  rule: ArmRule;
  handpieces: readonly Handpiece[];
  onSet: (rule: ArmRule) => void;
}) {
  const techniques = [...new Set(handpieces.flatMap((handpiece) => handpiece.techniques))];
  const named = (technique: Technique | null) =>
    onSet({
      ...rule,
      technique,
      name: rule.name === '' && technique !== null ? TECHNIQUE_WORDS[technique] : rule.name,
    });
  return (
    <fieldset>
      <legend>{title}</legend>
      <Field label={`${title}: technique`}>
        {(field) => (
          <Select
            {...field}
            allowClear
            placeholder="any"
            value={rule.technique}
            options={techniques.map((each) => ({ value: each, label: TECHNIQUE_WORDS[each] }))}
            onChange={(technique: Technique | undefined) => named(technique ?? null)}
          />
        )}
      </Field>
      <Field label={`${title}: handpiece`}>
        {(field) => (
          <Select
            {...field}
            allowClear
            placeholder="any"
            value={rule.handpieceId}
            options={handpieces.map((each) => ({ value: each.id, label: each.name }))}
            onChange={(handpieceId: string | undefined) =>
              onSet({ ...rule, handpieceId: handpieceId ?? null })
            }
          />
        )}
      </Field>
      <Field label={`${title}: name`}>
        {(field) => (
          <Input
            {...field}
            maxLength={60}
            value={rule.name}
            onChange={({ target }) => onSet({ ...rule, name: target.value })}
          />
        )}
      </Field>
    </fieldset>
  );
}
