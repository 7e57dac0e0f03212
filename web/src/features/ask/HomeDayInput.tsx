import { Input } from '../../widgets/inputs';
import type { ComponentProps } from 'react';
import { DayInput } from '../../widgets/DayInput';
import { useQuestionWords } from './question-words';

/**
 * A day that somebody answers with: typed or chosen at the desk; in another language than ours by the device’s own field, which
 * writes days as its owner does.
 */
export function HomeDayInput({
  value,
  max,
  onChange,
  ...field
}: Pick<ComponentProps<typeof DayInput>, 'value' | 'max' | 'status' | 'aria-label' | 'onChange'>) {
  const { code } = useQuestionWords();
  if (code === 'en') return <DayInput {...field} value={value} max={max} onChange={onChange} />;
  return (
    <Input
      {...field}
      type="date"
      value={value}
      max={max}
      onChange={({ target }) => onChange(target.value)}
    />
  );
}
